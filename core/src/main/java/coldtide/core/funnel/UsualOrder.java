package coldtide.core.funnel;

import coldtide.core.filter.BitMasks;
import coldtide.core.filter.Conditions;
import coldtide.core.funnel.UsualOrderAnswer.Agreed;
import coldtide.core.funnel.match.FunnelQuestion;
import coldtide.core.log.EventLog;
import coldtide.core.log.Shard;
import coldtide.core.scan.Analysis;
import coldtide.core.scan.ArraySums;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.stream.IntStream;

/**
 * Sorts the steps of a funnel by the order in which most users do them for the first time in the range. A step beats another if more users
 * do it earlier than later. Steps with more wins come first (Copeland's rule; A. H. Copeland, 1951, cited from memory). Ties are decided by
 * the margins, then by the order of the question. Cost: one look-up for each step of each user.
 */
public final class UsualOrder implements Analysis<long[][], UsualOrderAnswer> {
    private final List<Conditions.Mask> steps;
    private final Conditions.Mask among;
    private final int fromDay;
    private final int toDay;

    /** @param funnel of which its steps, range, and users count */
    public UsualOrder(EventLog log, Conditions conditions, FunnelQuestion funnel) {
        steps = funnel.steps().stream()
                .map(step -> conditions.of(log, step.what()))
                .toList();
        among = conditions.of(log, funnel.among());
        fromDay = log.dayNumber(funnel.range().from());
        toDay = log.dayNumber(funnel.range().to());
    }

    /** By step and other step, how many users did it before the other. */
    @Override
    public long[][] empty() {
        return new long[steps.size()][steps.size()];
    }

    @Override
    public void scan(Shard shard, long[][] before) {
        long[][] rows = steps.stream().map(step -> step.bits(shard)).toArray(long[][]::new);
        long[] people = among.bits(shard);
        int[] first = new int[rows.length];
        for (int person = shard.person(0, people); person < shard.people(); person = shard.person(person + 1, people)) {
            int from = shard.firstRow(person, fromDay);
            int to = shard.firstRow(person, toDay);
            for (int step = 0; step < first.length; step++) {
                first[step] = BitMasks.next(rows[step], from, to);
            }
            for (int step = 0; step < first.length; step++) {
                for (int other = 0; other < first.length; other++) {
                    before[step][other] += first[step] < first[other] && first[other] < to ? 1 : 0;
                }
            }
        }
    }

    @Override
    public void merge(long[][] into, long[][] from) {
        ArraySums.add(into, from);
    }

    @Override
    public UsualOrderAnswer finish(long[][] before) {
        List<Integer> order = IntStream.range(0, before.length)
                .boxed()
                .sorted(Comparator.comparingLong((Integer step) -> -wins(before, step))
                        .thenComparingLong(step -> -ahead(before, step)))
                .toList();
        List<Agreed> agreed = new ArrayList<>();
        for (int at = 1; at < order.size(); at++) {
            long inOrder = before[order.get(at - 1)][order.get(at)];
            agreed.add(new Agreed(inOrder, inOrder + before[order.get(at)][order.get(at - 1)]));
        }
        return new UsualOrderAnswer(order, agreed);
    }

    private static long wins(long[][] before, int step) {
        return IntStream.range(0, before.length)
                .mapToLong(other -> Long.signum(before[step][other] - before[other][step]))
                .sum();
    }

    private static long ahead(long[][] before, int step) {
        return IntStream.range(0, before.length)
                .mapToLong(other -> before[step][other] - before[other][step])
                .sum();
    }
}
