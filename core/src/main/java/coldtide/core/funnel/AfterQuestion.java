package coldtide.core.funnel;

import static java.util.Objects.requireNonNull;

/**
 * What did those who were lost before a step do next, beside those who went on to it?
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
