package coldtide.core.retention.value;

import coldtide.core.retention.RetentionAnswer.Group;
import coldtide.core.retention.cohort.Cohort;
import coldtide.core.stats.Mean;
import java.util.List;
import java.util.Optional;

/**
 * Answer of lifetime value: means by cohort and age.
 *
 * @param sums by cohort and age: of all its members up to then, so far where that age is still open
 * @param all the cohorts complete at each age taken together, by age; empty where there is none
 * @param groups into which a split puts all of the cohorts' users; {@code lines} are as {@code all}, by group
 * @param withoutRate amounts that are in no sum since their currency had no rate on the day
 */
public record ValueAnswer(
        List<Cohort> cohorts,
        List<List<Double>> sums,
        List<Optional<Mean>> all,
        List<Group> groups,
        List<List<Optional<Mean>>> lines,
        long withoutRate) {
    public ValueAnswer {
        cohorts = List.copyOf(cohorts);
        sums = sums.stream().map(List::copyOf).toList();
        all = List.copyOf(all);
        groups = List.copyOf(groups);
        lines = lines.stream().map(List::copyOf).toList();
    }
}
