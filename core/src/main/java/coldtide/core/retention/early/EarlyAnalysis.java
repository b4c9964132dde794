package coldtide.core.retention.early;

import coldtide.core.filter.BitMasks;
import coldtide.core.filter.Conditions;
import coldtide.core.log.EventLog;
import coldtide.core.log.Shard;
import coldtide.core.retention.cohort.ReturnCriteria;
import coldtide.core.retention.early.EarlyAnswer.Tie;
import coldtide.core.scan.Analysis;
import coldtide.core.scan.ArraySums;
import coldtide.core.stats.Difference;
import coldtide.core.stats.FalseDiscovery;
import coldtide.core.stats.Share;
import coldtide.core.stats.VersusRestTest;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;

/**
 * Measures for every active event, number of times and number of first days how strongly it is linked to coming back. A link is not a cause:
 * users who do something may be users who would have stayed anyway. Cost: one pass over the first days of all users.
 */
public final class EarlyAnalysis implements Analysis<EarlyAnalysis.Partial, EarlyAnswer> {
    private static final int[] TIMES =
            EarlyQuestion.TIMES.stream().mapToInt(Integer::intValue).toArray();

    /** Users, and users who came back, by number of first days, event, and number of {@link #TIMES} reached. */
    static final class Partial {
        final long[][][] did;
        final long[][][] back;
        long people;
        long returned;
        long open;

        Partial(int days, int names) {
            did = new long[days][names][TIMES.length + 1];
            back = new long[days][names][TIMES.length + 1];
        }
    }

    private final EventLog log;
    private final EarlyQuestion question;
    private final Conditions.Mask among;
    private final Conditions.Mask returning;
    private final int[] firstDays;
    private final int names;
    private final int fromDay;
    private final int toDay;
    /** The first day that has not fully passed. */
    private final int passedTo;

    public EarlyAnalysis(EventLog log, Conditions conditions, EarlyQuestion question) {
        this.log = log;
        this.question = question;
        among = conditions.of(log, question.among());
        returning = conditions.of(log, question.returning().orElse(ReturnCriteria.ACTIVE));
        firstDays = question.firstDays();
        names = log.eventNames().size();
        fromDay = log.dayNumber(question.range().from());
        toDay = log.dayNumber(question.range().to());
        passedTo = log.dayNumber(log.endOfFullDays());
    }

    @Override
    public Partial empty() {
        return new Partial(firstDays.length, names);
    }

    @Override
    public void scan(Shard shard, Partial partial) {
        long[] asked = among.bits(shard);
        long[] rows = returning.bits(shard);
        int[] times = new int[names];
        for (int person = shard.person(0, asked); person < shard.people(); person = shard.person(person + 1, asked)) {
            int first = shard.firstDay[person];
            if (first < fromDay || first >= toDay) {
                continue;
            }
            if (first + question.back().to() >= passedTo) {
                partial.open++;
            } else {
                person(shard, person, rows, times, partial);
            }
        }
    }

    private void person(Shard shard, int person, long[] rows, int[] times, Partial partial) {
        int first = shard.firstDay[person];
        int end = shard.firstRow(person, first + question.back().to() + 1);
        boolean came = BitMasks.next(
                        rows, shard.firstRow(person, first + question.back().from()), end)
                < end;
        partial.people++;
        partial.returned += came ? 1 : 0;
        int row = shard.eventFrom[person];
        for (int i = 0; i < firstDays.length; i++) {
            int to = shard.firstRow(person, first + firstDays[i]);
            for (; row < to; row++) {
                times[shard.eventName[row]]++;
            }
            count(times, partial.did[i], came ? partial.back[i] : null);
        }
        for (int done = shard.eventFrom[person]; done < row; done++) {
            times[shard.eventName[done]] = 0;
        }
    }

    private void count(int[] times, long[][] did, long[][] back) {
        for (int name = 0; name < names; name++) {
            if (times[name] > 0) {
                int reached = reached(times[name]);
                did[name][reached]++;
                if (back != null) {
                    back[name][reached]++;
                }
            }
        }
    }

    private static int reached(int times) {
        int reached = 0;
        while (reached < TIMES.length && TIMES[reached] <= times) {
            reached++;
        }
        return reached;
    }

    @Override
    public void merge(Partial into, Partial from) {
        ArraySums.add(into.did, from.did);
        ArraySums.add(into.back, from.back);
        into.people += from.people;
        into.returned += from.returned;
        into.open += from.open;
    }

    @Override
    public EarlyAnswer finish(Partial partial) {
        List<Tie> compared = new ArrayList<>();
        for (int i = 0; i < firstDays.length; i++) {
            for (int name = 0; name < names; name++) {
                if (log.isPassive(name)) {
                    continue;
                }
                long did = 0;
                long back = 0;
                for (int reached = TIMES.length; reached > 0; reached--) {
                    did += partial.did[i][name][reached];
                    back += partial.back[i][name][reached];
                    compare(partial, name, TIMES[reached - 1], firstDays[i], did, back, compared);
                }
            }
        }
        double[] adjusted = FalseDiscovery.adjusted(compared.stream()
                .mapToDouble(tie -> Difference.test(
                        tie.did().part(),
                        tie.did().whole(),
                        tie.others().part(),
                        tie.others().whole()))
                .toArray());
        List<Tie> ties = new ArrayList<>();
        for (int i = 0; i < adjusted.length; i++) {
            Tie tie = compared.get(i);
            ties.add(new Tie(
                    tie.event(), tie.times(), tie.days(), tie.did(), tie.others(), tie.strength(), adjusted[i]));
        }
        ties.sort(Comparator.comparingDouble((Tie tie) -> -Math.abs(tie.strength()))
                .thenComparing(Tie::event)
                .thenComparingInt(Tie::days)
                .thenComparingInt(Tie::times));
        return new EarlyAnswer(partial.people, partial.returned, partial.open, ties.size(), ties);
    }

    private void compare(Partial partial, int name, int times, int days, long did, long back, List<Tie> into) {
        long others = partial.people - did;
        long othersBack = partial.returned - back;
        if (!new VersusRestTest(partial.returned, partial.people).isTestable(did)) {
            return;
        }
        double strength = ((double) back * (others - othersBack) - (double) (did - back) * othersBack)
                / Math.sqrt((double) did * others)
                / Math.sqrt((double) partial.returned * (partial.people - partial.returned));
        into.add(new Tie(
                log.eventNames().get(name),
                times,
                days,
                Share.of(back, did),
                Share.of(othersBack, others),
                strength,
                Double.NaN));
    }
}
