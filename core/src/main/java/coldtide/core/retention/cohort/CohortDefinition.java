package coldtide.core.retention.cohort;

import static java.util.Objects.requireNonNull;

import coldtide.core.filter.EventCondition;
import coldtide.core.time.DayRange;
import coldtide.core.time.Grain;
import java.util.Optional;

/**
 * Definition of a cohort: which start counts, the width of a cohort, and how ages are counted.
 *
 * @param range days on which users may start
 * @param grain length of a cohort's period and of one age
 * @param clock whether ages follow the calendar or each user's own start
 * @param start which of a user's events starts it
 */
public record CohortDefinition(DayRange range, Grain grain, Clock clock, Start start) {
    public CohortDefinition {
        requireNonNull(range, "range");
        requireNonNull(grain, "grain");
        requireNonNull(clock, "clock");
        requireNonNull(start, "start");
    }

    /** From arrival on, by the calendar. */
    public static CohortDefinition arrivals(DayRange range, Grain grain) {
        return new CohortDefinition(range, grain, Clock.CALENDAR, Start.ARRIVAL);
    }

    /** Whether a way of coming back is the start done again, so that the start itself is a return at age 0. */
    boolean isStart(Optional<EventCondition> what) {
        return what.equals(start.what());
    }
}
