package coldtide.core.tidetable;

import coldtide.core.time.DayRange;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;

/**
 * The tide table of one question.
 *
 * @param history the last whole periods up to the end of the range, ascending; the last of them is the latest; empty if no
 *     period has fully passed
 * @param range over the whole range, users counted once
 * @param compared over the whole range compared with
 * @param rangeComplete whether every day of the range has fully passed in the data and lies within it
 * @param comparedComplete the same of the range compared with; where false, differences are not shown
 * @param rows one a figure, in reading order
 */
public record TideTableAnswer(
        List<DayRange> history,
        PeriodCounts range,
        PeriodCounts compared,
        boolean rangeComplete,
        boolean comparedComplete,
        List<Row> rows) {
    public TideTableAnswer {
        history = List.copyOf(history);
        rows = List.copyOf(rows);
    }

    /**
     * One figure.
     *
     * @param series its value in each period of {@code history}
     * @param before its value in the comparable earlier period: the same weekday a week before, the week or the month before
     * @param usual the lowest and highest of the comparable earlier periods, once there are three
     */
    public record Row(Figure figure, List<OptionalDouble> series, OptionalDouble before, Optional<Usual> usual) {
        public Row {
            series = List.copyOf(series);
        }

        public OptionalDouble latest() {
            return series.isEmpty() ? OptionalDouble.empty() : series.get(series.size() - 1);
        }
    }

    /**
     * Where a figure has lain lately.
     *
     * @param low lowest
     * @param high highest
     * @param periods of how many comparable periods, 3 to 8
     */
    public record Usual(double low, double high, int periods) {}
}
