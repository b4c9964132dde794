package coldtide.core.retention;

import coldtide.core.retention.RetentionAnswer.Group;
import coldtide.core.stats.LogRank;
import coldtide.core.stats.ProductLimit;
import java.util.List;
import java.util.Optional;

/**
 * How long people stayed, in days.
 *
 * @param tooYoung people who started so late that nothing can be said of them yet; they are in no curve
 * @param lines by group
 * @param test whether the groups stay equally long; empty without a split, or where somebody is in several groups
 */
public record SurvivalAnswer(
        ProductLimit all, long tooYoung, List<Group> groups, List<ProductLimit> lines, Optional<LogRank> test) {
    public SurvivalAnswer {
        groups = List.copyOf(groups);
        lines = List.copyOf(lines);
    }
}
