package coldtide.core.retention.churn;

import static java.util.Objects.requireNonNull;

import coldtide.core.filter.PersonCondition;
import coldtide.core.retention.cohort.CohortDefinition;
import coldtide.core.retention.cohort.SplitBy;
import java.util.Optional;

/**
 * Question for time to churn: days from the start of a user until the user went quiet.
 *
 * @param following ages are civil days since the day of the start, whatever its grain and clock
 * @param quietDays so many whole days without any activity are quiet, 1 to {@link ChurnRule#MOST_DAYS}
 */
public record SurvivalQuestion(
        CohortDefinition following, int quietDays, PersonCondition among, Optional<SplitBy> split) {
    public SurvivalQuestion {
        requireNonNull(following, "following");
        requireNonNull(among, "among");
        requireNonNull(split, "split");
        ChurnRule.check(following, quietDays);
    }
}
