package coldtide.core.funnel;

import java.time.Duration;
import java.util.Arrays;

/**
 * Steps in order or back to back, with all that may be said about what lies between; what a step says of the time and of what must
 * not happen since the step before it holds for the last step that was done.
 *
 * <p>Where the step before may lie is a stretch of the trail whose two ends only move forward. So forward, while it is read, the
 * latest entry from which each event can be each step tells the depth, and backward, the earliest end to which each leads tells the
 * earliest entry that goes as deep; both are extremes over a sliding stretch. Only from that entry the way is taken. That is linear in
 * the events, times the steps they may be of those that were come near, times the optional steps before those. With held properties,
 * or by attempts, it is so much from each entry instead, over the events of its window.
 */
final class ExactMatcher extends Matcher {
    private static final long NEVER = Stretch.NOTHING;

    private final boolean backToBack;
    private final boolean fromEachEntry;
    private final long[] least;
    /** By step; {@link Long#MAX_VALUE} where the window alone counts. */
    private final long[] most;
    /** By step, how many steps before it may be left out. */
    private final int[] optionalBefore;
    /** By step, those that may be the next one done, as bits. */
    private final int[] nextOf;

    private Trail trail;
    /** By step, what may be the one done before it, or from the end, what may be it. */
    private final Stretch[] stretches;
    /** By step, what one event gives. */
    private final long[] given;

    private int deepest;
    /** The steps that can be done next, as bits. */
    private int near;
    /** The place of the first event by which so much was done, and when the latest entry was from which it was. */
    private int first;

    private long latestEntry;
    /** By step, the events that may be it; where the step before may lie, the end not included. */
    private final Places[] places;
    /** By step, the events that can be it from the entry; of these, those that lead to the deepest. */
    private final Places[] reached;

    private final Places[] leading;
    /** By step, where one stands in the places. */
    private final int[] next;

    ExactMatcher(FunnelQuestion question) {
        super(question);
        backToBack = question.order() == Order.BACK_TO_BACK;
        fromEachEntry = question.unit() == Unit.ATTEMPTS || !question.held().isEmpty();
        least = new long[steps];
        most = new long[steps];
        optionalBefore = new int[steps];
        nextOf = new int[steps];
        stretches = new Stretch[steps];
        given = new long[steps];
        places = new Places[steps];
        reached = new Places[steps];
        leading = new Places[steps];
        next = new int[steps];
        for (int step = 0; step < steps; step++) {
            FunnelStep its = question.steps().get(step);
            least[step] = its.least().toMillis();
            most[step] = its.most().map(Duration::toMillis).orElse(Long.MAX_VALUE);
            optionalBefore[step] =
                    step > 0 && question.steps().get(step - 1).optional() ? optionalBefore[step - 1] + 1 : 0;
            for (int before = firstBefore(step); before < step; before++) {
                nextOf[before] |= 1 << step;
            }
            stretches[step] = new Stretch(least[step], most[step]);
            places[step] = new Places();
            reached[step] = new Places();
            leading[step] = new Places();
        }
    }

    private int firstBefore(int step) {
        return Math.max(0, step - 1 - optionalBefore[step]);
    }

    @Override
    void begin() {
        deepest = Match.NONE;
        near = 1;
        clear();
    }

    private void clear() {
        for (Stretch each : stretches) {
            each.clear();
        }
    }

    @Override
    boolean isEnough(Trail onTrail) {
        if (fromEachEntry) {
            return false;
        }
        trail = onTrail;
        int at = trail.size - 1;
        long time = trail.time[at];
        int can = 0;
        for (int left = trail.steps[at] & near; left != 0; left &= left - 1) {
            int step = Integer.numberOfTrailingZeros(left);
            given[step] = step == 0 ? entryAt(at) : stretches[step].largest(time);
            if (given[step] != NEVER && time - given[step] <= window) {
                can |= 1 << step;
                deeper(step, at);
            }
        }
        cut(at);
        for (int left = can; left != 0; left &= left - 1) {
            int step = Integer.numberOfTrailingZeros(left);
            near |= nextOf[step];
            add(nextOf[step], time, given[step]);
        }
        boolean isNeeded = can != 0 || trail.isOpen[at] || trail.forbids[at] != 0 || backToBack && trail.active[at];
        trail.size = isNeeded ? at + 1 : at;
        // An earlier entry may get there later, or the same with less left out.
        return deepest == steps - 1 && time - latestEntry > window;
    }

    private long entryAt(int at) {
        return trail.canEnter[at] ? trail.time[at] : NEVER;
    }

    private void deeper(int step, int at) {
        if (step > deepest) {
            deepest = step;
            first = at;
            latestEntry = given[step];
        }
    }

    /** What is forbidden may be the step before itself, but not lie after it. */
    private void cut(int at) {
        if (backToBack && trail.active[at]) {
            clear();
        }
        for (int left = trail.forbids[at]; left != 0; left &= left - 1) {
            stretches[Integer.numberOfTrailingZeros(left)].clear();
        }
    }

    private void add(int to, long time, long value) {
        for (int left = to; left != 0; left &= left - 1) {
            stretches[Integer.numberOfTrailingZeros(left)].add(time, value);
        }
    }

    /** Goes over the whole trail once, whatever the entry. */
    @Override
    void lookOver(Trail onTrail) {
        trail = onTrail;
        lookOver(0, trail.size);
    }

    private void lookOver(int begin, int end) {
        int[] forbidden = new int[steps];
        int[] from = new int[steps];
        int[] to = new int[steps];
        Arrays.fill(from, begin);
        Arrays.fill(to, begin);
        for (Places its : places) {
            its.clear();
        }
        int lastActive = 0;
        for (int at = begin; at < end; at++) {
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
        if (fromEachEntry) {
            super.best(onTrail, best);
            return;
        }
        best.clear();
        if (deepest != Match.NONE) {
            int entry = earliest();
            int end = trail.endWithin(entry, trail.size, window);
            lookOver(entry, end);
            from(trail, entry, end, best);
        }
    }

    /**
     * By the earliest end to which each event leads. Whatever goes as deep gets there by the first event that did or a later one, and
     * enters no later than the latest entry from which that did. Times are taken below zero, to seek a largest.
     */
    private int earliest() {
        clear();
        int entry = Match.NONE;
        long from = trail.time[first] - window;
        for (int at = trail.endBy(latestEntry + window) - 1; at >= 0 && trail.time[at] >= from; at--) {
            int its = trail.steps[at] & (2 << deepest) - 1;
            for (int left = its; left != 0; left &= left - 1) {
                int step = Integer.numberOfTrailingZeros(left);
                given[step] = step == deepest ? -trail.time[at] : endAfter(step, -trail.time[at]);
            }
            if (trail.isEntry(at, 0) && given[0] != NEVER && -given[0] - trail.time[at] <= window) {
                entry = at;
            }
            cut(at);
            for (int left = its & ~1; left != 0; left &= left - 1) {
                int step = Integer.numberOfTrailingZeros(left);
                if (given[step] != NEVER) {
                    stretches[step].add(-trail.time[at], given[step]);
                }
            }
        }
        return entry;
    }

    private long endAfter(int step, long now) {
        long found = NEVER;
        for (int left = nextOf[step] & (2 << deepest) - 1; left != 0; left &= left - 1) {
            found = Math.max(found, stretches[Integer.numberOfTrailingZeros(left)].largest(now));
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
            Arrays.fill(next, 0, step, 0);
            for (int i = its.from(entry + 1); i < its.size && its.at[i] < end; i++) {
                if (trail.held[its.at[i]] == trail.held[entry] && follows(step, i)) {
                    reached[step].add(its, i);
                }
            }
            deepest = reached[step].size > 0 ? step : deepest;
        }
        return deepest;
    }

    /** Whether one that can be a step before lies in the stretch: the first that is not before it does, or none. */
    private boolean follows(int step, int i) {
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
