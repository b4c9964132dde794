package coldtide.core.measure;

import coldtide.core.time.DayRange;
import java.time.Instant;
import java.util.List;
import java.util.Optional;

/**
 * Measures by period and group.
 *
 * @param range over the range asked about
 * @param compared over the range compared with, in the same order; empty if there is none
 */
public record MeasureAnswer(Table range, Optional<Table> compared) {
    /**
     * One range.
     *
     * @param periods ascending; of the first and the last only the days within the range are counted
     * @param groups most users first, then values taken together; empty without a split
     * @param measures in the order of the question, formulas after them
     * @param active users among those asked about with any activity in the range; nothing where events are filtered
     */
    public record Table(List<Period> periods, List<Group> groups, List<Values> measures, Optional<Long> active) {
        public Table {
            periods = List.copyOf(periods);
            groups = List.copyOf(groups);
            measures = List.copyOf(measures);
        }
    }

    /**
     * A period.
     *
     * @param days its days, of an hour the day it belongs to
     * @param starts its first moment
     * @param whole whether all of it lies in the range
     * @param complete whether all of it that lies in the range has fully passed in the data
     */
    public record Period(DayRange days, Instant starts, boolean whole, boolean complete) {}

    /** A group, by one part for each split. */
    public record Group(List<Part> parts) {
        public Group {
            parts = List.copyOf(parts);
        }
    }

    /** @param value empty for what {@code kind} says */
    public record Part(Kind kind, Optional<String> value) {}

    /** What a part of a group holds. */
    public enum Kind {
        VALUE,
        /** All other values together. */
        OTHER,
        /** Events without a value. */
        NOT_SET,
        /** Users in none of the groups side by side. */
        NONE
    }

    /**
     * One measure.
     *
     * @param all whatever the group
     * @param groups in the order of the groups
     */
    public record Values(String name, Line all, List<Line> groups) {
        public Values {
            groups = List.copyOf(groups);
        }
    }

    /**
     * One measure of one group; NaN where there is no value.
     *
     * @param periods in each
     * @param range in the whole range, users counted once
     * @param people who did what is measured in the range, and {@code events} how often; 0 for a formula
     */
    public record Line(List<Double> periods, double range, long people, long events) {
        public Line {
            periods = List.copyOf(periods);
        }
    }
}
