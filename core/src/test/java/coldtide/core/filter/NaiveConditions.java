package coldtide.core.filter;

import coldtide.core.RandomHistory;
import coldtide.core.RandomHistory.Event;
import coldtide.core.filter.value.ValueTest;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.OptionalDouble;
import java.util.regex.Pattern;
import java.util.stream.IntStream;

/** Conditions as slowly as they are said, over one person's events in time order. Regular expressions by java.util.regex. */
final class NaiveConditions {
    private final RandomHistory history;

    NaiveConditions(RandomHistory history) {
        this.history = history;
    }

    boolean holds(Event event, EventCondition condition) {
        if (condition instanceof EventCondition.Named named) {
            return named.names().contains(event.name());
        }
        if (condition instanceof EventCondition.Active) {
            return event.active();
        }
        if (condition instanceof EventCondition.Property property) {
            String value = value(event, property.property());
            return value != null && passes(value, property.test());
        }
        if (condition instanceof EventCondition.All all) {
            return all.of().stream().allMatch(each -> holds(event, each));
        }
        if (condition instanceof EventCondition.Either either) {
            return either.of().stream().anyMatch(each -> holds(event, each));
        }
        return !holds(event, ((EventCondition.Not) condition).of());
    }

    /** Null if it has none. */
    private static String value(Event event, String property) {
        Map<String, String> values = new java.util.HashMap<>();
        values.put("platform", event.release().platform());
        values.put("app_version", event.release().version());
        if (event.level() > 0) {
            values.put(
                    "level",
                    new BigDecimal(Double.toString(event.level()))
                            .stripTrailingZeros()
                            .toPlainString());
        }
        if (!event.item().isEmpty()) {
            values.put("item", event.item());
        }
        return values.get(property);
    }

    private static boolean passes(String value, ValueTest test) {
        OptionalDouble number = value.matches("-?[0-9]+(\\.[0-9]+)?")
                ? OptionalDouble.of(Double.parseDouble(value))
                : OptionalDouble.empty();
        return test instanceof ValueTest.Matches matches
                ? Pattern.compile(matches.expression()).matcher(value).find()
                : test.passes(value, number);
    }

    boolean holds(List<Event> person, PersonCondition condition) {
        if (condition instanceof PersonCondition.Property property) {
            List<String> values = person.stream()
                    .map(event -> value(event, property.property()))
                    .filter(value -> value != null)
                    .toList();
            boolean first = property.which() == PersonCondition.Which.FIRST;
            return !values.isEmpty() && passes(values.get(first ? 0 : values.size() - 1), property.test());
        }
        if (condition instanceof PersonCondition.Did did) {
            long times = person.stream()
                    .filter(event -> holds(event, did.what()) && lies(event, person, did.when()))
                    .count();
            return times >= did.least() && times <= did.most();
        }
        if (condition instanceof PersonCondition.FirstDid did) {
            return person.stream()
                    .filter(event -> holds(event, did.what()))
                    .findFirst()
                    .filter(event -> lies(event, person, did.when()))
                    .isPresent();
        }
        if (condition instanceof PersonCondition.Then then) {
            return IntStream.range(0, person.size())
                    .filter(i -> holds(person.get(i), then.first()) && lies(person.get(i), person, then.when()))
                    .anyMatch(i -> person.subList(i + 1, person.size()).stream()
                            .anyMatch(later -> holds(later, then.second())
                                    && later.timeMillis() - person.get(i).timeMillis()
                                            <= then.within().toMillis()));
        }
        if (condition instanceof PersonCondition.All all) {
            return all.of().stream().allMatch(each -> holds(person, each));
        }
        if (condition instanceof PersonCondition.Either either) {
            return either.of().stream().anyMatch(each -> holds(person, each));
        }
        return !holds(person, ((PersonCondition.Not) condition).of());
    }

    private boolean lies(Event event, List<Event> person, Window when) {
        LocalDate day = history.dayOf(event);
        if (when instanceof Window.Days days) {
            return days.range().contains(day);
        }
        if (when instanceof Window.OfPerson own) {
            long age = day.toEpochDay() - history.dayOf(person.get(0)).toEpochDay();
            return age >= own.fromDay() && age <= own.toDay();
        }
        return true;
    }
}
