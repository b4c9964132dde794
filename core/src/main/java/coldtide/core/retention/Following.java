package coldtide.core.retention;

import static java.util.Objects.requireNonNull;

import coldtide.core.time.DayRange;
import coldtide.core.time.Grain;
import coldtide.core.who.EventCondition;
import java.util.Optional;

/**
 * From what people are followed, and how the ages since are told.
 *
 * @param range days of the starts
 * @param grain length of a cohort's period and of an age
 */
public record Following(DayRange range, Grain grain, Clock clock, Start start) {
    public Following {
        requireNonNull(range, "range");
        requireNonNull(grain, "grain");
        requireNonNull(clock, "clock");
        requireNonNull(start, "start");
    }

    /** From arrival on, by the calendar. */
    public static Following arrivals(DayRange range, Grain grain) {
        return new Following(range, grain, Clock.CALENDAR, Start.ARRIVAL);
    }

    /** Whether a way of coming back is the start done again, so that the start itself is a return at age 0. */
    boolean isStart(Optional<EventCondition> what) {
        return what.equals(start.what());
    }
}
