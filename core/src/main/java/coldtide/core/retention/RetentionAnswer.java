package coldtide.core.retention;

import coldtide.core.measure.MeasureAnswer.Part;
import coldtide.core.retention.cohort.Cohort;
import coldtide.core.stats.Difference;
import coldtide.core.stats.Share;
import java.util.List;
import java.util.Optional;

/**
 * Triangles of the same cohorts.
 *
 * @param cohorts one a period of the range, ascending, those without members too
 * @param triangles one for each way of coming back
 * @param groups into which a split puts all of the cohorts' users, by most users; empty without a split
 */
public record RetentionAnswer(List<Cohort> cohorts, List<Triangle> triangles, List<Group> groups) {
    public RetentionAnswer {
        cohorts = List.copyOf(cohorts);
        triangles = List.copyOf(triangles);
        groups = List.copyOf(groups);
    }

    /**
     * A group of users.
     *
     * @param size how many of all cohorts are in it
     */
    public record Group(Part part, long size) {}

    /**
     * The retention table of one return criterion.
     *
     * @param returned by cohort, by column: how many so far; the rows are not copied, which would put each number by itself
     * @param all all users
     * @param apart cells that differ significantly from the other cohorts; none if users may be in several cohorts
     * @param groups by group
     * @param groupsApart groups that differ significantly from all other users
     * @param mixes of the surest cohorts apart, whether their users are of other groups; none where a user may be in several
     * @param steps from one column to the next; empty unless columns are single ages one after the other
     */
    public record Triangle(
            String name,
            List<List<Long>> returned,
            Line all,
            SignificantCells apart,
            List<Line> groups,
            SignificantCells groupsApart,
            List<MixEffect> mixes,
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
     * @param loss share back at the age before less that at this one, with the interval of the same users seen twice
     */
    public record Step(int to, long people, Difference loss) {}
}
