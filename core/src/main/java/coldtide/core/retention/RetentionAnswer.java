package coldtide.core.retention;

import coldtide.core.measure.MeasureAnswer.Part;
import coldtide.core.stats.Difference;
import coldtide.core.stats.Share;
import coldtide.core.time.DayRange;
import java.util.List;
import java.util.Optional;

/**
 * Triangles of the same cohorts.
 *
 * @param cohorts one a period of the range, ascending, those without members too
 * @param triangles one for each way of coming back
 * @param groups into which a split puts all of the cohorts' people, by most people; empty without a split
 */
public record RetentionAnswer(List<Cohort> cohorts, List<Triangle> triangles, List<Group> groups) {
    public RetentionAnswer {
        cohorts = List.copyOf(cohorts);
        triangles = List.copyOf(triangles);
        groups = List.copyOf(groups);
    }

    /**
     * A group of people.
     *
     * @param size how many of all cohorts are in it
     */
    public record Group(Part part, long size) {}

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
     * @param returned by cohort, by column: how many so far; the rows are not copied, which would put each number by itself
     * @param all everybody
     * @param apart cells that lie apart from the other cohorts; none where somebody may be of several cohorts
     * @param groups by group
     * @param groupsApart groups that lie apart from everybody else
     * @param mixes of the surest cohorts apart, whether their people are of other groups; none where somebody may be in several
     * @param steps from one column to the next; empty unless columns are single ages one after the other
     */
    public record Triangle(
            String name,
            List<List<Long>> returned,
            Line all,
            Apart apart,
            List<Line> groups,
            Apart groupsApart,
            List<Mix> mixes,
            List<Step> steps) {
        public Triangle {
            returned = List.copyOf(returned);
            groups = List.copyOf(groups);
            mixes = List.copyOf(mixes);
            steps = List.copyOf(steps);
        }
    }

    /** By column, the cohorts complete in it taken together. */
    public record Line(List<Pooled> pooled) {
        public Line {
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

    /**
     * From one age to the next: of all cohorts complete at the later one, what went.
     *
     * @param to the later age
     * @param people members of those cohorts
     * @param loss share back at the age before less that at this one, with the interval of the same people seen twice
     */
    public record Step(int to, long people, Difference loss) {}
}
