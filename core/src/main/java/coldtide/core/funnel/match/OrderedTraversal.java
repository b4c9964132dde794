package coldtide.core.funnel.match;

import coldtide.core.filter.BitMasks;
import coldtide.core.log.Shard;

/** Traversal of a funnel with ordered steps and no condition between them; reads only rows that may be a step. */
final class OrderedTraversal extends FunnelTraversal implements EarliestStepMatcher.Rows {
    private final CountingUnits.Each each;
    /** By step, the rows that may be it. */
    private final long[][] steps;

    private final EarliestStepMatcher leaps;
    /** No more than the events of the attempt. */
    private final EventSequence trail = new EventSequence();

    private final Match match;

    OrderedTraversal(CountingUnits units, Shard shard, CountingUnits.Each each) {
        super(units, shard);
        this.each = each;
        steps = question.steps().stream()
                .map(step -> units.conditions().of(log, step.what()).bits(shard))
                .toArray(long[][]::new);
        leaps = new EarliestStepMatcher(question, this);
        match = new Match(steps.length);
    }

    void go() {
        go(steps[0]);
    }

    @Override
    public int next(int step, int from, int to) {
        int row = BitMasks.next(steps[step], from, to);
        while (sessions != null && row < to && !isInSession(row)) {
            row = time(row) > over ? to : BitMasks.next(steps[step], row + 1, to);
        }
        return row;
    }

    @Override
    public long time(int row) {
        return log.millisAt(shard, row);
    }

    @Override
    void unit(int person, int from, int to, int end) {
        int first = next(0, from, to);
        if (first == to) {
            return;
        }
        if (question.unit() == Unit.ATTEMPTS) {
            attempts(person, first, to, end);
        } else {
            leaps.best(first, to, end, lastEntry);
            give(person, first);
        }
    }

    /** Each until the next entry, which may still be a step of it. */
    private void attempts(int person, int first, int to, int end) {
        for (int entry = first; entry < to; ) {
            int next = next(0, entry + 1, end);
            leaps.best(entry, entry + 1, Math.min(end, next + 1), lastEntry);
            give(person, entry);
            entry = next;
        }
    }

    /** @param entry that is still open if nothing was found */
    private void give(int person, int entry) {
        trail.clear();
        match.clear();
        match.entry = 0;
        match.deepest = leaps.deepest();
        if (match.deepest == Match.NONE) {
            trail.add(time(entry), 1, 0, 0, true, true, true, entry);
        }
        for (int step = 0; step <= match.deepest; step++) {
            int row = leaps.row(step);
            trail.add(time(row), 1 << step, 0, 0, step == 0, false, true, row);
            match.at[step] = step;
        }
        each.unit(person, trail, match);
    }
}
