package coldtide.core.funnel.dropoff;

import static java.util.Objects.requireNonNull;

import coldtide.core.funnel.match.FunnelQuestion;

/**
 * Question about drop-off: the next events of units that dropped off before a step, compared with units that converted.
 *
 * @param funnel its split and periods mean nothing here
 * @param step from 1: there is nothing before the entry
 */
public record AfterQuestion(FunnelQuestion funnel, int step, Until until) {
    /** How far it is looked. */
    public enum Until {
        /** As long as the window of the entry. */
        WINDOW,
        /** To the end of the session in which they got as far as they did, or of the window, whichever comes first. */
        SESSION
    }

    public AfterQuestion {
        requireNonNull(funnel, "funnel");
        requireNonNull(until, "until");
        funnel.checkLostBefore(step);
    }
}
