package coldtide.core.measure.hours;

import static java.util.Objects.requireNonNull;

import coldtide.core.filter.EventCondition;
import coldtide.core.filter.PersonCondition;
import coldtide.core.time.DayRange;

/**
 * When in the week is something done, by the clocks of the app's zone?
 *
 * @param what the events
 * @param among the users whose events are looked at
 */
public record WeekHoursQuestion(DayRange range, EventCondition what, PersonCondition among) {
    public WeekHoursQuestion {
        requireNonNull(range, "range");
        requireNonNull(what, "what");
        requireNonNull(among, "among");
    }
}
