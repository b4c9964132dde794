package coldtide.core.retention.churn;

import coldtide.core.retention.RetentionAnswer.Group;
import coldtide.core.stats.LogRank;
import coldtide.core.stats.ProductLimit;
import java.util.List;
import java.util.Optional;

/**
 * Answer of time to churn: survival curves in days.
 *
 * @param tooYoung users who started so late that nothing can be said of them yet; they are in no curve
 * @param lines by group
 * @param test whether the groups stay equally long; empty without a split, or where a user is in several groups
 */
public record SurvivalAnswer(
        ProductLimit all, long tooYoung, List<Group> groups, List<ProductLimit> lines, Optional<LogRank> test) {
    public SurvivalAnswer {
        groups = List.copyOf(groups);
        lines = List.copyOf(lines);
    }
}
