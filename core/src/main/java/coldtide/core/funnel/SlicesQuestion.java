package coldtide.core.funnel;

import static java.util.Objects.requireNonNull;

/**
 * Which units stop before a step more often than all the others, by any value of any property?
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
