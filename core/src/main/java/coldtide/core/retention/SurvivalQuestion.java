package coldtide.core.retention;

import static java.util.Objects.requireNonNull;

import coldtide.core.retention.Start.Entry;
import coldtide.core.who.PersonCondition;
import java.util.Optional;

/**
 * Of the people who started in a range, how long until they went quiet?
 *
 * @param following ages are civil days since the day of the start, whatever its grain and clock
 * @param quietDays so many whole days without any activity are quiet, 1 to {@link #MOST_QUIET}
 */
public record SurvivalQuestion(Following following, int quietDays, PersonCondition among, Optional<SplitBy> split) {
    public static final int MOST_QUIET = 365;

    public SurvivalQuestion {
        requireNonNull(following, "following");
        requireNonNull(among, "among");
        requireNonNull(split, "split");
        if (quietDays < 1 || quietDays > MOST_QUIET) {
            throw new IllegalArgumentException(
                    "Quiet is from 1 to " + MOST_QUIET + " days without activity, not " + quietDays + ".");
        }
        if (following.start().entry() == Entry.EVERY_PERIOD) {
            throw new IllegalArgumentException(
                    "How long somebody stays is counted from one start; of several in a range it would not be clear which.");
        }
    }
}
