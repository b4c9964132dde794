package coldtide.core.funnel.match;

import java.util.Arrays;

/**
 * Steps in any order, all within the window of the first event of any of them. A step is reached when it and all steps above it that
 * are not optional have events of their own, for which places are swapped along augmenting paths as in any matching of two
 * sides. An entry costs the steps squared times the events in its window, and as often again as an event must be tried.
 */
final class AnyOrderMatcher extends Matcher {
    private final boolean[] optional;
    private final int all;

    private EventSequence trail;
    private int entry;
    private int end;
    /** By step, the event that is fixed for it, or {@link Match#NONE}. */
    private final int[] fixed;
    /** By step, the event it has for now. */
    private final int[] has;

    private boolean[] tried = new boolean[64];

    AnyOrderMatcher(FunnelQuestion question) {
        super(question);
        optional = new boolean[steps];
        for (int step = 0; step < steps; step++) {
            optional[step] = question.steps().get(step).optional();
        }
        all = (int) ((1L << steps) - 1);
        fixed = new int[steps];
        has = new int[steps];
    }

    @Override
    boolean isEntry(EventSequence onTrail, int at) {
        return onTrail.canEnter[at] && (onTrail.steps[at] & all) != 0;
    }

    @Override
    void from(EventSequence onTrail, int itsEntry, int itsEnd, Match into) {
        trail = onTrail;
        entry = itsEntry;
        end = trail.endWithin(entry, itsEnd, window);
        into.clear();
        Arrays.fill(fixed, Match.NONE);
        for (int deepest = steps - 1; deepest >= 0; deepest--) {
            if (fits(deepest, -1)) {
                into.entry = entry;
                into.deepest = deepest;
                take(into);
                return;
            }
        }
    }

    /** Step by step the earliest event that leaves one for each of the others that must be done. */
    private void take(Match into) {
        for (int step = 0; step <= into.deepest; step++) {
            for (int at = entry; at < end && fixed[step] == Match.NONE; at++) {
                if (serves(at, step) && isFree(at)) {
                    fixed[step] = at;
                    if (!fits(into.deepest, step)) {
                        fixed[step] = Match.NONE;
                    }
                }
            }
            into.at[step] = fixed[step];
        }
    }

    private boolean serves(int at, int step) {
        return trail.is(at, step) && trail.held[at] == trail.held[entry];
    }

    private boolean isFree(int at) {
        for (int step = 0; step < steps; step++) {
            if (fixed[step] == at) {
                return false;
            }
        }
        return true;
    }

    /** Whether all steps after some that are decided, up to the deepest, that must be done have events besides those fixed. */
    private boolean fits(int deepest, int decided) {
        if (end > tried.length) {
            tried = new boolean[2 * end];
        }
        Arrays.fill(has, Match.NONE);
        for (int step = decided + 1; step <= deepest; step++) {
            if (!optional[step] || step == deepest) {
                Arrays.fill(tried, entry, end, false);
                if (!finds(step)) {
                    return false;
                }
            }
        }
        return true;
    }

    private boolean finds(int step) {
        for (int at = entry; at < end; at++) {
            if (!tried[at] && serves(at, step) && isFree(at)) {
                tried[at] = true;
                int holder = holder(at);
                if (holder == Match.NONE || finds(holder)) {
                    has[step] = at;
                    return true;
                }
            }
        }
        return false;
    }

    private int holder(int at) {
        for (int step = 0; step < steps; step++) {
            if (has[step] == at) {
                return step;
            }
        }
        return Match.NONE;
    }
}
