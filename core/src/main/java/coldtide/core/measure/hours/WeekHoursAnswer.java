package coldtide.core.measure.hours;

import java.util.List;

/**
 * Events and users by weekday, Monday first, and hour of the clock, 0 to 23.
 *
 * @param events by weekday, then hour
 * @param people in the same way; each counted once in a cell
 * @param days how many of each weekday lie in the range and have fully passed; only those days are counted
 */
public record WeekHoursAnswer(List<List<Long>> events, List<List<Long>> people, List<Integer> days) {
    public WeekHoursAnswer {
        events = events.stream().map(List::copyOf).toList();
        people = people.stream().map(List::copyOf).toList();
        days = List.copyOf(days);
    }
}
