package coldtide.core.retention;

import coldtide.core.stats.Share;
import coldtide.core.time.DayRange;
import java.util.List;
import java.util.Optional;

/**
 * A retention triangle.
 *
 * @param cohorts one a period of the range, ascending, those without members too
 * @param pooled by age, 0 first
 */
public record RetentionAnswer(List<Cohort> cohorts, List<Pooled> pooled) {
    public RetentionAnswer {
        cohorts = List.copyOf(cohorts);
        pooled = List.copyOf(pooled);
    }

    /**
     * The people who arrived in one period.
     *
     * @param period the whole calendar period
     * @param arrivals the part of it within the range: shorter at the edges
     * @param size how many arrived then
     * @param returned by age: how many came back at it, so far
     * @param completeAges how many ages, from 0, have fully passed for every member; the others are still open
     * @param begunAges how many ages, from 0, have begun; nothing can be said of those that have not
     */
    public record Cohort(
            DayRange period, DayRange arrivals, long size, List<Long> returned, int completeAges, int begunAges) {
        public Cohort {
            returned = List.copyOf(returned);
        }

        public boolean wholePeriod() {
            return arrivals.equals(period);
        }

        boolean completeAt(int age) {
            return age < completeAges;
        }
    }

    /**
     * All cohorts complete at one age, taken together.
     *
     * @param cohorts how many
     * @param share Σ returned ÷ Σ size with its interval; empty if no member's age has fully passed
     */
    public record Pooled(int cohorts, Optional<Share> share) {}
}
