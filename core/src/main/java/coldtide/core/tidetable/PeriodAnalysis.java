package coldtide.core.tidetable;

import static coldtide.core.tidetable.Count.ACTIVE_PEOPLE;
import static coldtide.core.tidetable.Count.CONVERTED_PAYERS;
import static coldtide.core.tidetable.Count.GONE_QUIET;
import static coldtide.core.tidetable.Count.PAYERS;
import static coldtide.core.tidetable.DailyTotalsAnalysis.next;

import coldtide.core.log.EventLog;
import coldtide.core.log.Shard;
import coldtide.core.log.rule.RevenueType;
import coldtide.core.scan.Analysis;
import coldtide.core.time.DayRange;
import java.util.Arrays;
import java.util.List;
import java.util.stream.IntStream;

/**
 * Counts of consecutive periods: who was active and who paid, each counted once in a period because the days of a user ascend, and
 * the totals of their days ({@link DailyTotals}). Reads only the active days and payments of users.
 */
public final class PeriodAnalysis implements Analysis<CountTable, List<PeriodCounts>> {
    private static final int NONE = -1;
    private static final byte PURCHASE = (byte) RevenueType.PURCHASE.ordinal();
    private static final byte SUBSCRIPTION = (byte) RevenueType.SUBSCRIPTION.ordinal();

    private final List<DayRange> periods;
    private final int[] periodOfDay;
    private final int[] fromDay;
    private final int[] daysInLog;
    private final MetricScope looking;
    private final EventLog log;
    private final DailyTotals totals;

    /**
     * @param periods ascending and without overlap; days outside the log count nothing
     * @param totals of the days of this log, of the same users
     * @throws IllegalArgumentException if a period begins before the one before it has ended
     */
    public PeriodAnalysis(EventLog log, List<DayRange> periods, MetricScope looking, DailyTotals totals) {
        this.log = log;
        this.looking = looking;
        this.totals = totals;
        this.periods = List.copyOf(periods);
        periodOfDay = new int[log.days()];
        fromDay = new int[periods.size()];
        daysInLog = new int[periods.size()];
        Arrays.fill(periodOfDay, NONE);
        for (int p = 0; p < periods.size(); p++) {
            if (p > 0 && periods.get(p).from().isBefore(periods.get(p - 1).to())) {
                throw new IllegalArgumentException("The periods " + periods.get(p - 1) + " and " + periods.get(p)
                        + " overlap or are out of order.");
            }
            int from = log.dayNumber(periods.get(p).from());
            int to = log.dayNumber(periods.get(p).to());
            if (from < to) {
                Arrays.fill(periodOfDay, from, to, p);
                fromDay[p] = from;
                daysInLog[p] = to - from;
            }
        }
    }

    @Override
    public CountTable empty() {
        return new CountTable(periods.size());
    }

    @Override
    public void scan(Shard shard, CountTable counted) {
        long[] asked = looking.among().map(mask -> mask.bits(shard)).orElse(null);
        people(shard, asked, counted);
        payers(shard, asked, counted);
    }

    private void people(Shard shard, long[] asked, CountTable counted) {
        long[] active = counted.of(ACTIVE_PEOPLE);
        long[] goneQuiet = counted.of(GONE_QUIET);
        for (int person = next(shard, asked, 0); person < shard.people(); person = next(shard, asked, person + 1)) {
            int last = NONE;
            for (int i = shard.activeFrom[person]; i < shard.activeFrom[person + 1]; i++) {
                int period = periodOfDay[shard.activeDay[i]];
                if (period != NONE && period != last) {
                    active[period]++;
                    goneQuiet(last, period, goneQuiet);
                    last = period;
                }
            }
            goneQuiet(last, periods.size(), goneQuiet);
        }
    }

    /** A user active in one period and next in another was quiet from the one after the first on. */
    private static void goneQuiet(int last, int next, long[] into) {
        if (last != NONE && next > last + 1) {
            into[last + 1]++;
        }
    }

    private void payers(Shard shard, long[] asked, CountTable counted) {
        long[] payers = counted.of(PAYERS);
        long[] convertedPayers = counted.of(CONVERTED_PAYERS);
        for (int person = next(shard, asked, 0); person < shard.people(); person = next(shard, asked, person + 1)) {
            int last = NONE;
            int lastConverted = NONE;
            for (int i = shard.moneyFrom[person]; i < shard.moneyFrom[person + 1]; i++) {
                int period = periodOfDay[shard.moneyDay[i]];
                byte type = shard.moneyType[i];
                if (period == NONE || type != PURCHASE && type != SUBSCRIPTION) {
                    continue;
                }
                if (period != last) {
                    payers[period]++;
                    last = period;
                }
                if (period != lastConverted && shard.moneyMicros[i] != Shard.NO_RATE) {
                    convertedPayers[period]++;
                    lastConverted = period;
                }
            }
        }
    }

    @Override
    public void merge(CountTable into, CountTable from) {
        into.add(from);
    }

    @Override
    public List<PeriodCounts> finish(CountTable counted) {
        return IntStream.range(0, periods.size())
                .mapToObj(p -> {
                    totals.addTo(counted, p, fromDay[p], fromDay[p] + daysInLog[p]);
                    return new PeriodCounts(
                            periods.get(p), daysInLog[p], known(p), counted.counts(p), counted.micros(p));
                })
                .toList();
    }

    private PeriodCounts.Known known(int p) {
        return new PeriodCounts.Known(
                knowsBefore(p),
                totals.knowsFirstPath(),
                log.dayNumber(periods.get(p).from()) >= totals.firstCrash());
    }

    private boolean knowsBefore(int p) {
        return p > 0
                && periods.get(p - 1).to().equals(periods.get(p).from())
                && daysInLog[p - 1] == periods.get(p - 1).days();
    }
}
