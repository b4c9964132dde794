package coldtide.core.retention;

import coldtide.core.stats.Share;
import coldtide.core.time.DayRange;
import java.util.List;
import java.util.Optional;

/**
 * Triangles of the same cohorts.
 *
 * @param cohorts one a period of the range, ascending, those without members too
 * @param triangles one for each way of coming back
 */
public record RetentionAnswer(List<Cohort> cohorts, List<Triangle> triangles) {
    public RetentionAnswer {
        cohorts = List.copyOf(cohorts);
        triangles = List.copyOf(triangles);
    }

    /**
     * The people who started in one period.
     *
     * @param period the whole calendar period
     * @param starts the part of it within the range: shorter at the edges
     * @param size how many started then
     * @param completeColumns how many columns, from the first, have fully passed for every member; the others are still open
     * @param begunColumns how many columns, from the first, have begun; nothing can be said of those that have not
     */
    public record Cohort(DayRange period, DayRange starts, long size, int completeColumns, int begunColumns) {
        public boolean wholePeriod() {
            return starts.equals(period);
        }

        boolean isCompleteAt(int column) {
            return column < completeColumns;
        }
    }

    /**
     * How people came back in one way.
     *
     * @param returned by cohort, by column: how many so far
     * @param pooled by column
     * @param apart cells that lie apart from the other cohorts; none where somebody may be of several cohorts
     */
    public record Triangle(String name, List<List<Long>> returned, List<Pooled> pooled, Apart apart) {
        public Triangle {
            returned = returned.stream().map(List::copyOf).toList();
            pooled = List.copyOf(pooled);
        }
    }

    /**
     * All cohorts complete in one column, taken together.
     *
     * @param cohorts how many
     * @param share Σ returned ÷ Σ size with its interval; empty if the column has fully passed for no member
     */
    public record Pooled(int cohorts, Optional<Share> share) {}
}
