package coldtide.core.funnel;

import java.util.List;

/**
 * What of each step was done in the range, whatever else was: no sequence, and no window.
 *
 * @param done by step
 * @param withoutBefore by step, how many of them did not do the last step before it that is not optional in the range, at any time; of
 *     sessions, in the same one; of events, those of users who did not. None at the first
 */
public record IndependentAnswer(List<Long> done, List<Long> withoutBefore) {
    public IndependentAnswer {
        done = List.copyOf(done);
        withoutBefore = List.copyOf(withoutBefore);
    }
}
