package coldtide.core.funnel;

import java.time.Duration;

/**
 * Steps in order or back to back, with all that may be said about what lies between; what a step says of the time and of what must
 * not happen since the step before it holds for the last step that was done.
 *
 * <p>For each event that may be a step it is found once where the step before it may lie: a stretch of the trail whose two ends only
 * move forward. So forward, the latest entry from which each event can be each step tells the depth, and backward, the earliest end
 * that each leads to tells the earliest entry that goes as deep; both are extremes over a sliding stretch. Only from that entry the
 * way is taken. That is linear in the events, times the steps they may be, times the optional steps before those. With held
 * properties, or by attempts, it is so much from each entry instead, over the events of its window.
 */
final class ExactMatcher extends Matcher {
    private static final long NEVER = Long.MIN_VALUE;

    private final boolean backToBack;
    private final long[] least;
    /** By step; {@link Long#MAX_VALUE} where the window alone counts. */
    private final long[] most;
    /** By step, how many steps before it may be left out. */
    private final int[] optionalBefore;

    private Trail trail;
    /** By step, the events that may be it; where the step before may lie, the end not included. */
    private final Places[] places;

    private final long[][] latest;
    private final long[][] ends;
    private final Extreme[] extremes;
    /** By step, the events that can be it from the entry; of these, those that lead to the deepest. */
    private final Places[] reached;

    private final Places[] leading;

    ExactMatcher(FunnelQuestion question) {
        super(question);
        backToBack = question.order() == Order.BACK_TO_BACK;
        least = new long[steps];
        most = new long[steps];
        optionalBefore = new int[steps];
        places = new Places[steps];
        reached = new Places[steps];
        leading = new Places[steps];
        latest = new long[steps][16];
        ends = new long[steps][16];
        extremes = new Extreme[steps];
        for (int step = 0; step < steps; step++) {
            FunnelStep its = question.steps().get(step);
            least[step] = its.least().toMillis();
            most[step] = its.most().map(Duration::toMillis).orElse(Long.MAX_VALUE);
            optionalBefore[step] =
                    step > 0 && question.steps().get(step - 1).optional() ? optionalBefore[step - 1] + 1 : 0;
            places[step] = new Places();
            reached[step] = new Places();
            leading[step] = new Places();
            extremes[step] = new Extreme();
        }
    }

    private int firstBefore(int step) {
        return Math.max(0, step - 1 - optionalBefore[step]);
    }

    /** Goes over the whole trail once, whatever the entry. */
    @Override
    void lookOver(Trail onTrail) {
        trail = onTrail;
        int[] forbidden = new int[steps];
        int[] from = new int[steps];
        int[] to = new int[steps];
        for (Places its : places) {
            its.clear();
        }
        int lastActive = 0;
        for (int at = 0; at < trail.size; at++) {
            for (int left = trail.steps[at]; left != 0; left &= left - 1) {
                int step = Integer.numberOfTrailingZeros(left);
                int low = Math.max(forbidden[step], backToBack ? lastActive : 0);
                places[step].add(at, Math.max(low, notTooLong(step, at, from)), longEnough(step, at, to));
            }
            // What is forbidden may be the step before itself, but not lie after it.
            for (int left = trail.forbids[at]; left != 0; left &= left - 1) {
                forbidden[Integer.numberOfTrailingZeros(left)] = at;
            }
            lastActive = trail.active[at] ? at : lastActive;
        }
    }

    private int notTooLong(int step, int at, int... from) {
        while (most[step] != Long.MAX_VALUE && trail.time[at] - trail.time[from[step]] > most[step]) {
            from[step]++;
        }
        return from[step];
    }

    private int longEnough(int step, int at, int... to) {
        if (least[step] == 0) {
            return at;
        }
        while (to[step] < at && trail.time[at] - trail.time[to[step]] >= least[step]) {
            to[step]++;
        }
        return to[step];
    }

    @Override
    void best(Trail onTrail, Match best) {
        if (!question.held().isEmpty()) {
            super.best(onTrail, best);
            return;
        }
        lookOver(onTrail);
        best.clear();
        int deepest = depth();
        if (deepest != Match.NONE) {
            from(trail, earliest(deepest), trail.size, best);
        }
    }

    /** By the latest entry from which each event can be each step. */
    private int depth() {
        int deepest = Match.NONE;
        for (int step = 0; step < steps; step++) {
            Places its = places[step];
            if (latest[step].length < its.size) {
                latest[step] = new long[2 * its.size];
            }
            boolean any = false;
            for (int before = firstBefore(step); before < step; before++) {
                extremes[before].clear();
            }
            int[] next = new int[steps];
            for (int i = 0; i < its.size; i++) {
                long entry = step == 0 ? entryAt(its.at[i]) : latestBefore(step, i, next);
                boolean can = entry != NEVER && trail.time[its.at[i]] - entry <= window;
                latest[step][i] = can ? entry : NEVER;
                any |= can;
            }
            deepest = any ? step : deepest;
        }
        return deepest;
    }

    private long entryAt(int at) {
        return trail.canEnter[at] ? trail.time[at] : NEVER;
    }

    private long latestBefore(int step, int i, int... next) {
        long found = NEVER;
        for (int before = firstBefore(step); before < step; before++) {
            Places its = places[before];
            while (next[before] < its.size && its.at[next[before]] < places[step].high[i]) {
                extremes[before].push(its.at[next[before]], latest[before][next[before]]);
                next[before]++;
            }
            found = Math.max(found, extremes[before].from(places[step].low[i]));
        }
        return found;
    }

    /** By the earliest end to which each event leads. Places are counted backward, and times below zero, to seek a largest. */
    private int earliest(int deepest) {
        for (int step = deepest; step >= 0; step--) {
            Places its = places[step];
            if (ends[step].length < its.size) {
                ends[step] = new long[2 * its.size];
            }
            int[] next = new int[steps];
            for (int after = step + 1; after <= deepest; after++) {
                extremes[after].clear();
                next[after] = places[after].size - 1;
            }
            for (int i = its.size - 1; i >= 0; i--) {
                ends[step][i] = step == deepest ? -trail.time[its.at[i]] : endAfter(step, its.at[i], deepest, next);
            }
        }
        Places entries = places[0];
        for (int i = 0; i < entries.size; i++) {
            int at = entries.at[i];
            if (trail.canEnter[at] && ends[0][i] != NEVER && -ends[0][i] - trail.time[at] <= window) {
                return at;
            }
        }
        throw new IllegalStateException("No entry leads as deep as the deepest does.");
    }

    private long endAfter(int step, int at, int deepest, int... next) {
        long found = NEVER;
        for (int after = step + 1; after <= deepest && firstBefore(after) <= step; after++) {
            Places its = places[after];
            while (next[after] >= 0 && its.high[next[after]] > at) {
                extremes[after].push(-its.low[next[after]], ends[after][next[after]]);
                next[after]--;
            }
            found = Math.max(found, extremes[after].from(-at));
        }
        return found;
    }

    @Override
    void from(Trail onTrail, int entry, int itsEnd, Match into) {
        int end = trail.endWithin(entry, itsEnd, window);
        into.clear();
        into.entry = entry;
        into.deepest = forward(entry, end);
        backward(into.deepest);
        take(into);
    }

    private int forward(int entry, int end) {
        reached[0].clear();
        reached[0].add(entry, 0, 0);
        int deepest = 0;
        for (int step = 1; step < steps; step++) {
            Places its = places[step];
            reached[step].clear();
            int[] next = new int[step];
            for (int i = its.from(entry + 1); i < its.size && its.at[i] < end; i++) {
                if (trail.held[its.at[i]] == trail.held[entry] && follows(step, i, next)) {
                    reached[step].add(its, i);
                }
            }
            deepest = reached[step].size > 0 ? step : deepest;
        }
        return deepest;
    }

    /** Whether one that can be a step before lies in the stretch: the first that is not before it does, or none. */
    private boolean follows(int step, int i, int... next) {
        for (int before = step - 1; before >= firstBefore(step); before--) {
            Places can = reached[before];
            while (next[before] < can.size && can.at[next[before]] < places[step].low[i]) {
                next[before]++;
            }
            if (next[before] < can.size && can.at[next[before]] < places[step].high[i]) {
                return true;
            }
        }
        return false;
    }

    private void backward(int deepest) {
        for (int step = deepest; step >= 0; step--) {
            Places can = reached[step];
            leading[step].clear();
            for (int i = 0; i < can.size; i++) {
                if (step == deepest || leads(step, can.at[i], deepest)) {
                    leading[step].add(can, i);
                }
            }
        }
    }

    private boolean leads(int step, int at, int deepest) {
        for (int after = step + 1; after <= deepest && firstBefore(after) <= step; after++) {
            if (leading[after].next(at) != Match.NONE) {
                return true;
            }
        }
        return false;
    }

    private void take(Match into) {
        int step = 0;
        int at = into.entry;
        into.at[0] = at;
        while (step < into.deepest) {
            int found;
            do {
                found = leading[++step].next(at);
            } while (found == Match.NONE);
            at = found;
            into.at[step] = at;
        }
    }
}
