package coldtide.core.funnel;

import static java.util.Objects.requireNonNull;

import coldtide.core.filter.BitMasks;
import coldtide.core.filter.Conditions;
import coldtide.core.funnel.match.FunnelQuestion;
import coldtide.core.log.EventLog;
import coldtide.core.log.SessionRows;
import coldtide.core.log.Shard;
import coldtide.core.scan.Analysis;
import coldtide.core.scan.ArraySums;
import it.unimi.dsi.fastutil.ints.Int2IntOpenHashMap;
import java.util.List;
import java.util.stream.LongStream;

/** Counts each step of a funnel by itself. See the handbook, Independent counts. Cost: one look at each event that is a step. */
public final class IndependentCounts implements Analysis<IndependentCounts.Partial, IndependentAnswer> {
    /** By step. */
    static final class Partial {
        final long[] done;
        final long[] withoutBefore;

        Partial(int steps) {
            done = new long[steps];
            withoutBefore = new long[steps];
        }
    }

    private final EventLog log;
    private final FunnelQuestion funnel;
    private final IndependentUnit unit;
    private final List<Conditions.Mask> steps;
    private final Conditions.Mask among;
    private final int fromDay;
    private final int toDay;

    /** @param funnel of which its steps, range, and users count */
    public IndependentCounts(EventLog log, Conditions conditions, FunnelQuestion funnel, IndependentUnit unit) {
        this.log = log;
        this.funnel = funnel;
        this.unit = requireNonNull(unit, "unit");
        steps = funnel.steps().stream()
                .map(step -> conditions.of(log, step.what()))
                .toList();
        among = conditions.of(log, funnel.among());
        fromDay = log.dayNumber(funnel.range().from());
        toDay = log.dayNumber(funnel.range().to());
    }

    @Override
    public Partial empty() {
        return new Partial(steps.size());
    }

    @Override
    public void scan(Shard shard, Partial partial) {
        long[][] rows = steps.stream().map(step -> step.bits(shard)).toArray(long[][]::new);
        long[] people = among.bits(shard);
        SessionRows sessions = new SessionRows(log, shard);
        int[] times = new int[rows.length];
        for (int person = shard.person(0, people); person < shard.people(); person = shard.person(person + 1, people)) {
            int from = shard.firstRow(person, fromDay);
            int to = shard.firstRow(person, toDay);
            if (unit == IndependentUnit.SESSIONS) {
                sessions.person(person);
                sessions(rows, from, to, sessions, partial);
            } else {
                for (int step = 0; step < rows.length; step++) {
                    times[step] = unit == IndependentUnit.EVENTS
                            ? BitMasks.count(rows[step], from, to)
                            : BitMasks.next(rows[step], from, to) < to ? 1 : 0;
                }
                add(times, partial);
            }
        }
    }

    private void add(int[] times, Partial partial) {
        for (int step = 0; step < times.length; step++) {
            int before = funnel.lastRequiredBefore(step);
            partial.done[step] += times[step];
            partial.withoutBefore[step] += before >= 0 && times[before] == 0 ? times[step] : 0;
        }
    }

    /** Steps as bits, by session. What is passive is in none. */
    private void sessions(long[][] rows, int from, int to, SessionRows sessions, Partial partial) {
        Int2IntOpenHashMap did = new Int2IntOpenHashMap();
        for (int step = 0; step < rows.length; step++) {
            for (int row = BitMasks.next(rows[step], from, to);
                    row < to;
                    row = BitMasks.next(rows[step], row + 1, to)) {
                int session = sessions.of(row);
                if (session != SessionRows.NONE) {
                    did.put(session, did.get(session) | 1 << step);
                }
            }
        }
        int[] times = new int[rows.length];
        did.values().forEach(steps -> {
            for (int step = 0; step < times.length; step++) {
                times[step] = steps >>> step & 1;
            }
            add(times, partial);
        });
    }

    @Override
    public void merge(Partial into, Partial from) {
        ArraySums.add(into.done, from.done);
        ArraySums.add(into.withoutBefore, from.withoutBefore);
    }

    @Override
    public IndependentAnswer finish(Partial partial) {
        return new IndependentAnswer(boxed(partial.done), boxed(partial.withoutBefore));
    }

    private static List<Long> boxed(long... counts) {
        return LongStream.of(counts).boxed().toList();
    }
}
