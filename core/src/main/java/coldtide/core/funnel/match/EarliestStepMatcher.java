package coldtide.core.funnel.match;

/**
 * Matches a sequence of steps without conditions between them by jumping from each step to the earliest event of the next. From one entry, the
 * earliest event of each step is never worse than a later one. Where a step comes too late, the entries that are early by as much are skipped.
 * Where it does not come at all, no later entry gets further. Cost: one jump for each entry and step.
 */
final class EarliestStepMatcher {
    /** The events of one unit, by ascending numbers. */
    interface Rows {
        /** The first event that may be a step, from one on; {@code to} if there is none before it. */
        int next(int step, int from, int to);

        long time(int row);
    }

    private final Rows rows;
    private final int steps;
    private final long window;
    /** By step, the event that did it: of the attempt looked at, and of the deepest. */
    private int[] at;

    private int[] best;
    private int deepest;
    /** How early is too early for whatever kept the attempt looked at from going on; {@link Long#MAX_VALUE} if any time is. */
    private long tooEarly;

    EarliestStepMatcher(FunnelQuestion question, Rows rows) {
        this.rows = rows;
        steps = question.steps().size();
        window = question.window().toMillis();
        at = new int[steps];
        best = new int[steps];
    }

    /** The last step of the deepest attempt found; {@link Match#NONE} if there is none. */
    int deepest() {
        return deepest;
    }

    /** The event by which the deepest attempt did a step. */
    int row(int step) {
        return best[step];
    }

    /**
     * Finds the best attempt of those that enter before {@code to} and not after a moment, by events before {@code end}.
     *
     * @param from the first event
     */
    void best(int from, int to, int end, long lastEntry) {
        deepest = Match.NONE;
        int entry = rows.next(0, from, to);
        while (entry < to && rows.time(entry) <= lastEntry) {
            attempt(entry, end);
            if (deepest == steps - 1 || tooEarly == Long.MAX_VALUE) {
                return;
            }
            do {
                entry = rows.next(0, entry + 1, to);
            } while (entry < to && rows.time(entry) < tooEarly);
        }
    }

    private void attempt(int entry, int end) {
        long until = rows.time(entry) + window;
        int step = 0;
        at[0] = entry;
        tooEarly = Long.MAX_VALUE;
        while (step < steps - 1) {
            int next = rows.next(step + 1, at[step] + 1, end);
            if (next == end) {
                break;
            }
            if (rows.time(next) > until) {
                tooEarly = rows.time(next) - window;
                break;
            }
            at[++step] = next;
        }
        if (step > deepest) {
            deepest = step;
            int[] last = best;
            best = at;
            at = last;
        }
    }
}
