package coldtide.core.funnel.dropoff;

import static java.util.Objects.requireNonNull;

import coldtide.core.funnel.match.FunnelQuestion;

/**
 * Question about drop-off: the property values whose units drop off before a step more often than all others.
 *
 * @param funnel its split and periods mean nothing here
 * @param step from 1: nobody stops before the entry
 */
public record SlicesQuestion(FunnelQuestion funnel, int step) {
    public SlicesQuestion {
        requireNonNull(funnel, "funnel");
        funnel.checkLostBefore(step);
    }
}
