package coldtide.core.retention;

import static java.util.Objects.requireNonNull;

import coldtide.core.time.DayRange;
import coldtide.core.time.Grain;
import coldtide.core.who.EventCondition;
import coldtide.core.who.PersonCondition;
import java.util.Optional;

/**
 * Of the people who arrived (first event ever) in each period of a range, how many came back at each age? Ages are counted
 * by the calendar: the difference of period numbers.
 *
 * @param range days of arrival
 * @param grain length of a cohort's period and of an age
 * @param ages how many ages after 0, 1 to 60
 * @param cameBack the events that count as coming back; any activity if absent
 * @param among whose arrivals are looked at
 */
public record RetentionQuestion(
        DayRange range, Grain grain, int ages, Optional<EventCondition> cameBack, PersonCondition among) {
    public static final int MOST_AGES = 60;

    public RetentionQuestion {
        requireNonNull(range, "range");
        requireNonNull(grain, "grain");
        requireNonNull(cameBack, "cameBack");
        requireNonNull(among, "among");
        if (ages < 1 || ages > MOST_AGES) {
            throw new IllegalArgumentException("A triangle has from 1 to " + MOST_AGES + " ages, not " + ages + ".");
        }
    }

    /** Everybody, coming back with any activity. */
    public RetentionQuestion(DayRange range, Grain grain, int ages) {
        this(range, grain, ages, Optional.empty(), PersonCondition.EVERYBODY);
    }
}
