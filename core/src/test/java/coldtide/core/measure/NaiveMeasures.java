package coldtide.core.measure;

import coldtide.core.RandomHistory;
import coldtide.core.RandomHistory.Event;
import coldtide.core.log.rule.RevenueType;
import coldtide.core.time.DayRange;
import java.time.Instant;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Predicate;
import org.apache.commons.statistics.descriptive.Quantile;
import org.apache.commons.statistics.descriptive.Quantile.EstimationMethod;

/** Measures as slowly as the handbook says them: from plain events, one cell at a time. */
final class NaiveMeasures {
    private final RandomHistory history;
    /** Each session's events, in order of its start. */
    private final List<List<Event>> sessions;

    NaiveMeasures(RandomHistory history) {
        this.history = history;
        sessions = RandomHistory.sessions(history.events);
    }

    static String value(Event event, String property) {
        return switch (property) {
            case "platform" -> event.release().platform();
            case "app_version" -> event.release().version();
            case "item" -> event.item();
            case "level" ->
                event.level() == 0
                        ? ""
                        : event.level() == Math.rint(event.level())
                                ? Long.toString((long) event.level())
                                : event.level() > 100 ? "1000000000.125" : "62.4";
            case "revenue_type" ->
                event.money() == null ? "" : event.money().type().word();
            default -> throw new IllegalArgumentException(property);
        };
    }

    private Double number(Event event, String property) {
        if (property.equals("level")) {
            return event.level() == 0 ? null : event.level();
        }
        if (event.money() == null) {
            return null;
        }
        var micros = history.settings
                .rates()
                .convert(event.money().micros(), event.money().currency(), history.dayOf(event));
        if (micros.isEmpty()) {
            return null;
        }
        boolean minus = property.equals("revenue") && event.money().type() == RevenueType.REFUND;
        return (minus ? -micros.getAsLong() : micros.getAsLong()) / 1e6;
    }

    /**
     * One measure of the events that pass, among those that count as in the window.
     *
     * @param of which events are measured
     * @param in which events are in the window and the group, decided for a session by its first event
     * @param active how many people were active there
     */
    double of(Measure measure, Predicate<Event> of, Predicate<Event> in, double active) {
        if (measure.isOfSessions()) {
            List<List<Event>> found = sessions.stream()
                    .filter(session ->
                            in.test(session.get(0)) && session.stream().anyMatch(of))
                    .toList();
            if (measure.kind() == Measure.Kind.SESSIONS) {
                return found.size();
            }
            return figure(
                    measure, found.stream().mapToDouble(NaiveMeasures::seconds).toArray());
        }
        List<Event> events = history.events.stream().filter(of.and(in)).toList();
        double people = events.stream().map(Event::person).distinct().count();
        return switch (measure.kind()) {
            case EVENTS -> events.size();
            case PEOPLE -> people;
            case EACH -> people == 0 ? Double.NaN : events.size() / people;
            case SHARE -> active == 0 ? Double.NaN : people / active;
            case DISTINCT ->
                events.stream()
                        .map(event -> value(event, measure.property()))
                        .filter(value -> !value.isEmpty())
                        .distinct()
                        .count();
            default ->
                figure(
                        measure,
                        events.stream()
                                .map(event -> number(event, measure.property()))
                                .filter(value -> value != null)
                                .mapToDouble(value -> value)
                                .toArray());
        };
    }

    private static double seconds(List<Event> session) {
        return (session.get(session.size() - 1).timeMillis() - session.get(0).timeMillis()) / 1000.0;
    }

    private static double figure(Measure measure, double[] values) {
        double sum = 0;
        for (double value : values) {
            sum += value;
        }
        if (measure.kind() == Measure.Kind.SUM) {
            return sum;
        }
        if (values.length == 0) {
            return Double.NaN;
        }
        return switch (measure.kind()) {
            case MEAN -> sum / values.length;
            case LEAST -> java.util.Arrays.stream(values).min().orElseThrow();
            case MOST -> java.util.Arrays.stream(values).max().orElseThrow();
            // The reference library: Apache Commons Statistics 1.2, Quantile, estimation method HF7.
            default -> Quantile.withDefaults().with(EstimationMethod.HF7).evaluate(values, measure.percent() / 100);
        };
    }

    double people(Predicate<Event> which) {
        return history.events.stream()
                .filter(which)
                .map(Event::person)
                .distinct()
                .count();
    }

    /** The values with most people, as many as asked for. */
    List<String> largest(String property, int top, Predicate<Event> which) {
        Map<String, java.util.Set<String>> people = new HashMap<>();
        history.events.stream()
                .filter(which)
                .filter(event -> !value(event, property).isEmpty())
                .forEach(event -> people.computeIfAbsent(value(event, property), v -> new java.util.HashSet<>())
                        .add(event.person()));
        return people.entrySet().stream()
                .sorted(Comparator.<Map.Entry<String, java.util.Set<String>>>comparingInt(
                                each -> -each.getValue().size())
                        .thenComparing(Map.Entry.comparingByKey()))
                .limit(top)
                .map(Map.Entry::getKey)
                .toList();
    }

    boolean in(Event event, DayRange days) {
        return days.contains(history.dayOf(event));
    }

    boolean in(Event event, Instant from, Instant to) {
        return event.timeMillis() >= from.toEpochMilli() && event.timeMillis() < to.toEpochMilli();
    }
}
