package coldtide.core.retention;

import static java.util.Objects.requireNonNull;

import coldtide.core.who.PersonCondition;
import java.util.Optional;

/**
 * Of the people who started in a range, how long until they went quiet?
 *
 * @param following ages are civil days since the day of the start, whatever its grain and clock
 * @param quietDays so many whole days without any activity are quiet, 1 to {@link GoingQuiet#MOST_DAYS}
 */
public record SurvivalQuestion(Following following, int quietDays, PersonCondition among, Optional<SplitBy> split) {
    public SurvivalQuestion {
        requireNonNull(following, "following");
        requireNonNull(among, "among");
        requireNonNull(split, "split");
        GoingQuiet.check(following, quietDays);
    }
}
