package coldtide.core.measure;

import static java.util.Objects.requireNonNull;

import coldtide.core.time.DayRange;
import coldtide.core.time.Grain;
import coldtide.core.who.EventCondition;
import coldtide.core.who.PersonCondition;
import java.util.Optional;

/**
 * How often did people do something in each period of a range, and how many of them?
 *
 * @param what the events that are counted
 * @param among the people whose events are counted
 * @param split by the value that a property has in these events
 */
public record SeriesQuestion(
        DayRange range, Grain grain, EventCondition what, PersonCondition among, Optional<Split> split) {
    public static final int MOST_GROUPS = 20;
    /** Twenty years of weeks, three of days. */
    public static final int MOST_PERIODS = 1_100;

    public SeriesQuestion {
        requireNonNull(range, "range");
        requireNonNull(grain, "grain");
        requireNonNull(what, "what");
        requireNonNull(among, "among");
        requireNonNull(split, "split");
        int periods = range.periods(grain).size();
        if (periods > MOST_PERIODS) {
            throw new IllegalArgumentException("The range has " + periods + " periods; at most " + MOST_PERIODS
                    + " are counted. Choose a longer period or a shorter range.");
        }
    }

    /**
     * By a property of events.
     *
     * @param top how many values are told apart, those with most people in the range; 1 to {@link #MOST_GROUPS}
     */
    public record Split(String property, int top) {
        public Split {
            requireNonNull(property, "property");
            if (top < 1 || top > MOST_GROUPS) {
                throw new IllegalArgumentException(
                        "A split tells 1 to " + MOST_GROUPS + " values apart, not " + top + ".");
            }
        }
    }
}
