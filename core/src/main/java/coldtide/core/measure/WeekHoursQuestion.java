package coldtide.core.measure;

import static java.util.Objects.requireNonNull;

import coldtide.core.time.DayRange;
import coldtide.core.who.EventCondition;
import coldtide.core.who.PersonCondition;

/**
 * When in the week is something done, by the clocks of the app's zone?
 *
 * @param what the events
 * @param among the people whose events are looked at
 */
public record WeekHoursQuestion(DayRange range, EventCondition what, PersonCondition among) {
    public WeekHoursQuestion {
        requireNonNull(range, "range");
        requireNonNull(what, "what");
        requireNonNull(among, "among");
    }
}
