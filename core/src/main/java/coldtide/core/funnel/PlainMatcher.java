package coldtide.core.funnel;

import java.util.Arrays;

/**
 * Steps in order with nothing between them that matters. Two looks at each event for each step it may be: forward, the latest entry
 * from which each step was reached, since a later entry leaves more time, which tells the depth; backward from the end, the
 * earliest event by which the rest can be done, which tells the earliest entry that goes as deep. Linear in the events.
 */
final class PlainMatcher extends Matcher {
    /** So long ago that no window reaches back to it. */
    private static final long NEVER = Long.MIN_VALUE / 4;

    /** By step and one more, the time of the latest entry from which it was reached; before the first, that of an entry now. */
    private final long[] entered;
    /** By step, when the deepest is reached at the earliest if this one is done by an event further on. */
    private final long[] done;

    private int deepest;
    /** The place of the first event by which so much was done, and when the latest entry was from which it was. */
    private int first;

    private long latestEntry;

    PlainMatcher(FunnelQuestion question) {
        super(question);
        entered = new long[steps + 1];
        done = new long[steps];
    }

    /** From one entry the earliest event of each step is never worse than a later one. */
    @Override
    void from(Trail trail, int entry, int end, Match into) {
        into.clear();
        into.entry = entry;
        into.at[0] = entry;
        into.deepest = 0;
        long last = trail.time[entry] + window;
        for (int at = entry + 1; at < end && into.deepest < steps - 1 && trail.time[at] <= last; at++) {
            if (trail.is(at, into.deepest + 1)) {
                into.at[++into.deepest] = at;
            }
        }
    }

    @Override
    void begin() {
        Arrays.fill(entered, NEVER);
        deepest = Match.NONE;
        near = 1;
    }

    /**
     * Once the last step is reached, an earlier entry that gets there later gets there by the same events too. What gets nobody deeper
     * who entered later than those before it is left out: an earlier event of its step serves every entry as well.
     */
    @Override
    boolean isEnough(Trail trail) {
        int at = trail.size - 1;
        long time = trail.time[at];
        entered[0] = trail.canEnter[at] ? time : NEVER;
        boolean isNeeded = trail.canEnter[at] || trail.isOpen[at];
        // From the last step to the first, so that no event is two steps of one attempt.
        for (int left = trail.steps[at] & near; left != 0; ) {
            int step = 31 - Integer.numberOfLeadingZeros(left);
            left ^= 1 << step;
            if (time - entered[step] <= window && entered[step] > entered[step + 1]) {
                entered[step + 1] = entered[step];
                isNeeded = true;
                if (step > deepest) {
                    deepest = step;
                    near = (4 << deepest) - 1;
                    first = at;
                    latestEntry = entered[step];
                }
            }
        }
        if (question.unit() == Unit.ATTEMPTS) {
            return false;
        }
        trail.size = isNeeded ? at + 1 : at;
        return deepest == steps - 1;
    }

    @Override
    void best(Trail trail, Match best) {
        best.clear();
        if (deepest != Match.NONE) {
            from(trail, earliest(trail), trail.size, best);
        }
    }

    /**
     * Whatever gets as deep does so by the first event that did or a later one, and enters no later than the latest entry from which
     * that did: so what lies further before or after them than the window is not looked at.
     */
    private int earliest(Trail trail) {
        Arrays.fill(done, NEVER);
        int entry = Match.NONE;
        long from = trail.time[first] - window;
        for (int at = trail.endBy(latestEntry + window) - 1; at >= 0 && trail.time[at] >= from; at--) {
            // From the first step to the last, for the same reason.
            for (int left = trail.steps[at] & (2 << deepest) - 1; left != 0; left &= left - 1) {
                int step = Integer.numberOfTrailingZeros(left);
                done[step] = step == deepest ? trail.time[at] : done[step + 1];
            }
            if (trail.isEntry(at, 0) && done[0] != NEVER && done[0] - trail.time[at] <= window) {
                entry = at;
            }
        }
        return entry;
    }
}
