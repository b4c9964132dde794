package coldtide.core.measure;

import coldtide.core.time.DayRange;
import java.util.List;
import java.util.Optional;

/**
 * SeriesCounts by period and group. Only days of the range are counted, though its first and last period may reach beyond it.
 *
 * @param all whatever the value
 * @param groups by value of the property, those with most people first, then the other values together, then the events without;
 *     empty without a split
 * @param active people among those asked about with any activity, by period; {@code rangeActive} in the whole range
 */
public record SeriesAnswer(
        List<SeriesPeriod> periods, SeriesCounts all, List<Group> groups, List<Long> active, long rangeActive) {
    public SeriesAnswer {
        periods = List.copyOf(periods);
        groups = List.copyOf(groups);
        active = List.copyOf(active);
    }

    /**
     * A period.
     *
     * @param whole whether all of its days are in the range
     * @param complete whether all of its days that are in the range have fully passed in the data
     */
    public record SeriesPeriod(DayRange days, boolean whole, boolean complete) {}

    /**
     * Events and the people who did them, by period; a person is counted once in each and once in the range.
     *
     * @param rangeEvents in the whole range, {@code rangePeople} likewise
     */
    public record SeriesCounts(List<Long> events, List<Long> people, long rangeEvents, long rangePeople) {
        public SeriesCounts {
            events = List.copyOf(events);
            people = List.copyOf(people);
        }
    }

    /** @param value empty for what {@code kind} says */
    public record Group(Kind kind, Optional<String> value, SeriesCounts counts) {}

    /** What a group holds. */
    public enum Kind {
        VALUE,
        OTHER,
        NOT_SET
    }
}
