package coldtide.core.retention;

import static java.util.Objects.requireNonNull;

import coldtide.core.time.DayRange;
import coldtide.core.time.Grain;
import java.util.Optional;

/**
 * Of the people who arrived (first event ever) in each period of a range, how many came back at each age? Ages are counted
 * by the calendar: the difference of period numbers.
 *
 * @param range days of arrival
 * @param grain length of a cohort's period and of an age
 * @param ages how many ages after 0, 1 to 60
 * @param cameBack the event that counts as coming back; any activity if absent
 */
public record RetentionQuestion(DayRange range, Grain grain, int ages, Optional<String> cameBack) {
    public static final int MOST_AGES = 60;

    public RetentionQuestion {
        requireNonNull(range, "range");
        requireNonNull(grain, "grain");
        requireNonNull(cameBack, "cameBack");
        if (ages < 1 || ages > MOST_AGES) {
            throw new IllegalArgumentException("A triangle has from 1 to " + MOST_AGES + " ages, not " + ages + ".");
        }
    }
}
