package coldtide.core.contrast;

import coldtide.core.stats.Difference;
import java.util.List;
import java.util.Optional;

/**
 * Two groups side by side.
 *
 * @param first users of the first group with any activity in the range, {@code second} likewise
 * @param both active users who are in both groups and so in neither count
 * @param tests for how many tests the rows are corrected
 */
public record ContrastAnswer(long first, long second, long both, int tests, List<Row> rows) {
    public ContrastAnswer {
        rows = List.copyOf(rows);
    }

    /** What a row is about. */
    public enum About {
        /** A figure of {@link PersonFigure}. */
        FIGURE,
        /** The share of active users who did an event. */
        EVENT_SHARE,
        /** Times an event was done for each active user. */
        EVENT_EACH
    }

    /**
     * One figure in both groups; values are NaN where there is nothing to divide by.
     *
     * @param name of the figure or the event
     * @param difference nothing where there are too few users
     * @param adjusted its p-value corrected for all tests of the answer (Benjamini and Hochberg); NaN without a difference
     */
    public record Row(
            About about, String name, double first, double second, Optional<Difference> difference, double adjusted) {}
}
