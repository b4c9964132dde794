package coldtide.core.retention;

import static java.util.Comparator.comparingLong;
import static java.util.stream.Collectors.groupingBy;

import coldtide.core.RandomHistory;
import coldtide.core.RandomHistory.Event;
import coldtide.core.retention.cohort.Ages;
import coldtide.core.retention.cohort.Clock;
import coldtide.core.retention.cohort.Start;
import coldtide.core.time.DayRange;
import coldtide.core.time.Grain;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;

/** The handbook's words one by one: starts, ages and returns, person by person and event by event. */
record NaiveRetention(
        RandomHistory history, DayRange range, Grain grain, Clock clock, String start, Start.Entry entry) {
    /** A start of a person in a period, and all that they did. */
    record Member(List<Event> events, Event start) {}

    private boolean isStart(Event event) {
        return start == null || event.name().equals(start);
    }

    List<Member> members(DayRange period) {
        List<Member> members = new ArrayList<>();
        for (List<Event> person :
                history.events.stream().collect(groupingBy(Event::person)).values()) {
            List<Event> events = person.stream()
                    .sorted(comparingLong(Event::timeMillis).thenComparingLong(Event::receivedMillis))
                    .toList();
            List<Event> starts = events.stream()
                    .filter(this::isStart)
                    .filter(event -> entry == Start.Entry.FIRST_EVER || range.contains(history.dayOf(event)))
                    .toList();
            starts.stream()
                    .filter(event -> entry != Start.Entry.EVERY_PERIOD || isIn(period, event))
                    .limit(1)
                    .filter(event -> isIn(period, event) && range.contains(history.dayOf(event)))
                    .forEach(event -> members.add(new Member(events, event)));
        }
        return members;
    }

    private boolean isIn(DayRange period, Event event) {
        return period.contains(history.dayOf(event));
    }

    /** @param way the name of the events that count; null for any activity */
    long returned(List<Member> members, String way, Ages ages) {
        return members.stream()
                .filter(member -> ages(member, way).stream().anyMatch(age -> age >= ages.from() && age <= ages.to()))
                .count();
    }

    private Set<Long> ages(Member member, String way) {
        Set<Long> ages = new TreeSet<>();
        boolean same = way == null ? start == null : way.equals(start);
        List<Event> after = member.events()
                .subList(
                        member.events().indexOf(member.start()) + (same ? 0 : 1),
                        member.events().size());
        for (Event event : after) {
            if (way == null ? event.active() : event.name().equals(way)) {
                ages.add(age(member.start(), event));
            }
        }
        return ages;
    }

    long age(Event start, Event event) {
        if (clock == Clock.OWN) {
            int hours = grain == Grain.DAY ? 24 : grain == Grain.WEEK ? 7 * 24 : 30 * 24;
            return (event.timeMillis() - start.timeMillis()) / (hours * 3_600_000L);
        }
        LocalDate at = grain.startOf(history.dayOf(start));
        long age = 0;
        while (at.isBefore(grain.startOf(history.dayOf(event)))) {
            at = grain.shift(at, 1);
            age++;
        }
        return age;
    }
}
