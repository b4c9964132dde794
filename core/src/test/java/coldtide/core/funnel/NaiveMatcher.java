package coldtide.core.funnel;

import coldtide.core.funnel.match.EventSequence;
import coldtide.core.funnel.match.FunnelQuestion;
import coldtide.core.funnel.match.FunnelStep;
import coldtide.core.funnel.match.Match;
import coldtide.core.funnel.match.Order;
import java.util.Arrays;

/** Tries every way of giving events to steps, as the handbook's §8 is written, and keeps the best. */
public final class NaiveMatcher {
    private final FunnelQuestion question;
    private final EventSequence trail;
    private final int steps;
    private final int end;
    private int entry;
    private int[] best;

    private NaiveMatcher(FunnelQuestion question, EventSequence trail, int end) {
        this.question = question;
        this.trail = trail;
        this.end = end;
        steps = question.steps().size();
    }

    /** By step the event that did it; null where nobody entered. */
    public static int[] best(FunnelQuestion question, EventSequence trail) {
        NaiveMatcher naive = new NaiveMatcher(question, trail, trail.size);
        int[] best = null;
        for (int entry = 0; entry < trail.size; entry++) {
            int[] one = naive.from(entry);
            if (one != null && (best == null || deepest(one) > deepest(best))) {
                best = one;
            }
        }
        return best;
    }

    /** The attempt from one entry, by events before {@code end}; null if it is none. */
    public static int[] attempt(FunnelQuestion question, EventSequence trail, int entry, int end) {
        return new NaiveMatcher(question, trail, end).from(entry);
    }

    public static int deepest(int... at) {
        int deepest = Match.NONE;
        for (int step = 0; step < at.length; step++) {
            deepest = at[step] == Match.NONE ? deepest : step;
        }
        return deepest;
    }

    private int[] from(int itsEntry) {
        entry = itsEntry;
        best = null;
        int[] at = new int[steps];
        Arrays.fill(at, Match.NONE);
        if (trail.canEnter[entry]) {
            if (question.order() == Order.ANY_ORDER) {
                if (trail.steps[entry] != 0) {
                    anyOrder(0, at);
                }
            } else if (trail.is(entry, 0)) {
                at[0] = entry;
                inOrder(1, entry, at);
            }
        }
        return best != null && deepest(best) == Match.NONE ? null : best;
    }

    private void inOrder(int step, int before, int... at) {
        offer(at);
        if (step == steps) {
            return;
        }
        for (int next = before + 1; next < end; next++) {
            if (serves(next, step) && mayFollow(step, before, next)) {
                at[step] = next;
                inOrder(step + 1, next, at);
                at[step] = Match.NONE;
            }
        }
        if (question.steps().get(step).optional()) {
            inOrder(step + 1, before, at);
        }
    }

    private void anyOrder(int step, int... at) {
        offer(at);
        if (step == steps) {
            return;
        }
        for (int next = entry; next < end; next++) {
            int place = next;
            if (serves(next, step) && Arrays.stream(at).noneMatch(taken -> taken == place)) {
                at[step] = next;
                anyOrder(step + 1, at);
                at[step] = Match.NONE;
            }
        }
        if (question.steps().get(step).optional()) {
            anyOrder(step + 1, at);
        }
    }

    private boolean serves(int at, int step) {
        return trail.is(at, step)
                && trail.held[at] == trail.held[entry]
                && trail.time[at] - trail.time[entry] <= question.window().toMillis();
    }

    private boolean mayFollow(int step, int before, int next) {
        FunnelStep its = question.steps().get(step);
        long passed = trail.time[next] - trail.time[before];
        if (passed < its.least().toMillis()
                || its.most().isPresent() && passed > its.most().get().toMillis()) {
            return false;
        }
        for (int between = before + 1; between < next; between++) {
            boolean forbidden = (trail.forbids[between] >>> step & 1) != 0;
            if (forbidden || question.order() == Order.BACK_TO_BACK && trail.active[between]) {
                return false;
            }
        }
        return true;
    }

    private void offer(int... at) {
        if (best == null || isBetter(at, best)) {
            best = at.clone();
        }
    }

    private static boolean isBetter(int[] at, int[] than) {
        if (deepest(at) != deepest(than)) {
            return deepest(at) > deepest(than);
        }
        for (int step = 0; step < at.length; step++) {
            if (at[step] != than[step]) {
                return than[step] == Match.NONE || at[step] != Match.NONE && at[step] < than[step];
            }
        }
        return false;
    }
}
