package coldtide.core.funnel.match;

import java.time.Duration;

/**
 * Steps in order or back to back, with all that may be said about what lies between; what a step says of the time and of what must
 * not happen since the step before it holds for the last step that was done.
 *
 * <p>Where the step before may lie is a stretch of time whose two ends only move on, cut off by what is forbidden. So forward, while the
 * trail is read, the latest entry from which each event can be each step tells the depth, and backward, the earliest end to which
 * each leads tells the earliest entry that goes as deep; both are largest values over such a stretch. From that entry the way is taken by
 * whatever leads to an end in time. That is linear in the events, times the steps they may be of those that were come near, times the
 * optional steps before those. With held properties, or by attempts, it is so much from each entry instead, over the events of
 * its window.
 */
final class ExactMatcher extends Matcher {
    private static final long NEVER = SlidingMaximum.NOTHING;

    private final boolean backToBack;
    private final boolean fromEachEntry;
    private final long[] least;
    /** By step; {@link Long#MAX_VALUE} where the window alone counts. */
    private final long[] most;
    /** By step, those that may be the next one done, as bits. */
    private final int[] nextOf;
    /** By step, what may be the one done before it, or from the end, what may be it. */
    private final SlidingMaximum[] stretches;
    /** By step, what one event gives. */
    private final long[] given;

    private EventSequence trail;
    private int deepest;
    /** The steps that can be done next, as bits. */
    private int near;
    /** The place of the first event by which so much was done, and when the latest entry was from which it was. */
    private int first;

    private long latestEntry;
    /** The place after the last event that is looked at backward. */
    private int end;
    /** By event, the steps from which it leads to the deepest, as bits, and where the ends are to which it does. */
    private int[] leads = new int[64];

    private int[] endsFrom = new int[64];
    private long[] ends = new long[64];

    ExactMatcher(FunnelQuestion question) {
        super(question);
        backToBack = question.order() == Order.BACK_TO_BACK;
        fromEachEntry = question.unit() == Unit.ATTEMPTS || !question.held().isEmpty();
        least = new long[steps];
        most = new long[steps];
        nextOf = new int[steps];
        stretches = new SlidingMaximum[steps];
        given = new long[steps];
        for (int step = 0; step < steps; step++) {
            FunnelStep its = question.steps().get(step);
            least[step] = its.least().toMillis();
            most[step] = its.most().map(Duration::toMillis).orElse(Long.MAX_VALUE);
            stretches[step] = new SlidingMaximum(least[step], most[step]);
            for (int before = question.lastRequiredBefore(step); before >= 0 && before < step; before++) {
                nextOf[before] |= 1 << step;
            }
        }
    }

    @Override
    void begin() {
        deepest = Match.NONE;
        near = 1;
        clear();
    }

    private void clear() {
        for (SlidingMaximum each : stretches) {
            each.clear();
        }
    }

    @Override
    boolean isEnough(EventSequence onTrail) {
        if (fromEachEntry) {
            return false;
        }
        trail = onTrail;
        int at = trail.size - 1;
        boolean can = forward(at, trail.canEnter[at]);
        boolean isNeeded = can || trail.isOpen[at] || trail.forbids[at] != 0 || backToBack && trail.active[at];
        trail.size = isNeeded ? at + 1 : at;
        // An earlier entry may get there later, or the same with less left out.
        return deepest == steps - 1 && trail.time[at] - latestEntry > window;
    }

    /** The latest entry from which an event can be each step; whether it can be any. */
    private boolean forward(int at, boolean canEnter) {
        long time = trail.time[at];
        int can = 0;
        for (int left = trail.steps[at] & near; left != 0; left &= left - 1) {
            int step = Integer.numberOfTrailingZeros(left);
            long entry = step > 0 ? stretches[step].largest(time) : canEnter ? time : NEVER;
            given[step] = entry;
            if (entry != NEVER && time - entry <= window) {
                can |= 1 << step;
                if (step > deepest) {
                    deepest = step;
                    first = at;
                    latestEntry = entry;
                }
            }
        }
        cut(at);
        for (int left = can; left != 0; left &= left - 1) {
            int step = Integer.numberOfTrailingZeros(left);
            near |= nextOf[step];
            for (int next = nextOf[step]; next != 0; next &= next - 1) {
                stretches[Integer.numberOfTrailingZeros(next)].add(time, given[step]);
            }
        }
        return can != 0;
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

    @Override
    void best(EventSequence onTrail, Match best) {
        if (fromEachEntry) {
            super.best(onTrail, best);
            return;
        }
        trail = onTrail;
        best.clear();
        if (deepest != Match.NONE) {
            end = trail.endBy(latestEntry + window);
            take(earliest(0), best);
        }
    }

    @Override
    void from(EventSequence onTrail, int entry, int itsEnd, Match into) {
        trail = onTrail;
        end = trail.endWithin(entry, itsEnd, window);
        begin();
        for (int at = entry; at < end; at++) {
            if (trail.held[at] == trail.held[entry]) {
                forward(at, at == entry);
            } else {
                cut(at);
            }
        }
        take(earliest(entry), into);
    }

    /**
     * The earliest entry that goes as deep, by the earliest end to which each event leads. Whatever goes as deep gets there by the
     * first event that did or a later one, and enters no later than the latest entry from which that did. Times are taken below
     * zero, to seek a largest.
     */
    private int earliest(int begin) {
        clear();
        room();
        int entry = Match.NONE;
        int kept = 0;
        long from = trail.time[first] - window;
        long held = trail.held[first];
        for (int at = end - 1; at >= begin && trail.time[at] >= from; at--) {
            int its = trail.held[at] == held ? backward(at) : 0;
            entry = (its & 1) != 0 && trail.canEnter[at] ? at : entry;
            cut(at);
            leads[at] = its;
            endsFrom[at] = kept;
            for (int left = its; left != 0; left &= left - 1) {
                int step = Integer.numberOfTrailingZeros(left);
                stretches[step].add(-trail.time[at], given[step]);
                ends[kept++] = given[step];
            }
        }
        return entry;
    }

    private void room() {
        if (leads.length < end) {
            leads = new int[2 * end];
            endsFrom = new int[2 * end];
        }
        int most = (deepest + 1) * end;
        ends = ends.length < most ? new long[2 * most] : ends;
    }

    /** The earliest end to which an event leads from each step; the steps from which it leads to one in time, as bits. */
    private int backward(int at) {
        long now = -trail.time[at];
        int can = 0;
        for (int left = trail.steps[at] & upTo(deepest); left != 0; left &= left - 1) {
            int step = Integer.numberOfTrailingZeros(left);
            given[step] = step == deepest ? now : endAfter(step, now);
            can |= given[step] != NEVER && now - given[step] <= window ? 1 << step : 0;
        }
        return can;
    }

    private static int upTo(int step) {
        return (2 << step) - 1;
    }

    private long endAfter(int step, long now) {
        long found = NEVER;
        for (int left = nextOf[step] & upTo(deepest); left != 0; left &= left - 1) {
            found = Math.max(found, stretches[Integer.numberOfTrailingZeros(left)].largest(now));
        }
        return found;
    }

    /** Step by step whatever leads to an end in time: one that is left out only where there is nothing. */
    private void take(int entry, Match into) {
        long until = trail.time[entry] + window;
        into.clear();
        into.entry = entry;
        into.deepest = deepest;
        into.at[0] = entry;
        int at = entry;
        for (int step = 1; step <= deepest; step++) {
            int next = next(at, step, until);
            into.at[step] = next;
            at = next == Match.NONE ? at : next;
        }
    }

    /** The earliest event after another that can be a step after it and leads to an end in time. */
    private int next(int after, int step, long until) {
        for (int at = after + 1; at < end; at++) {
            long since = trail.time[at] - trail.time[after];
            if (since > most[step]) {
                break;
            }
            if (since >= least[step] && leadsTo(at, step) <= until) {
                return at;
            }
            if ((trail.forbids[at] >>> step & 1) != 0 || backToBack && trail.active[at]) {
                break;
            }
        }
        return Match.NONE;
    }

    private long leadsTo(int at, int step) {
        int before = leads[at] & (1 << step) - 1;
        return (leads[at] >>> step & 1) == 0 ? Long.MAX_VALUE : -ends[endsFrom[at] + Integer.bitCount(before)];
    }
}
