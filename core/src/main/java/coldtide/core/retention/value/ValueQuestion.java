package coldtide.core.retention.value;

import static java.util.Objects.requireNonNull;

import coldtide.core.filter.PersonCondition;
import coldtide.core.retention.cohort.Ages;
import coldtide.core.retention.cohort.CohortDefinition;
import coldtide.core.retention.cohort.SplitBy;
import java.util.Optional;

/**
 * Question for lifetime value: the mean value of users who started in each period, up to each age.
 *
 * @param ages the last age, 1 to {@link Ages#MOST}
 * @param worth what is added up, from the start on
 */
public record ValueQuestion(
        CohortDefinition following, int ages, ValueMetric worth, PersonCondition among, Optional<SplitBy> split) {
    public ValueQuestion {
        requireNonNull(following, "following");
        requireNonNull(worth, "worth");
        requireNonNull(among, "among");
        requireNonNull(split, "split");
        Ages.each(ages);
    }
}
