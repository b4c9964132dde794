package coldtide.core.tidetable;

import static coldtide.core.tidetable.Count.ACTIVE_PEOPLE;
import static coldtide.core.tidetable.Count.ADVERTS;
import static coldtide.core.tidetable.Count.CAME_BACK_NEXT_DAY;
import static coldtide.core.tidetable.Count.CONVERTED_PAYERS;
import static coldtide.core.tidetable.Count.CONVERTED_PURCHASES;
import static coldtide.core.tidetable.Count.CRASH_FREE_SESSIONS;
import static coldtide.core.tidetable.Count.FIRST_PATHS;
import static coldtide.core.tidetable.Count.FRAME_RATES;
import static coldtide.core.tidetable.Count.FRAME_SAMPLES;
import static coldtide.core.tidetable.Count.GONE_QUIET;
import static coldtide.core.tidetable.Count.INSTALLS;
import static coldtide.core.tidetable.Count.LATER_SESSIONS;
import static coldtide.core.tidetable.Count.LATER_SESSION_MILLIS;
import static coldtide.core.tidetable.Count.NEW_PEOPLE;
import static coldtide.core.tidetable.Count.NEW_THE_DAY_BEFORE;
import static coldtide.core.tidetable.Count.PAYERS;
import static coldtide.core.tidetable.Count.PERSON_DAYS;
import static coldtide.core.tidetable.Count.PURCHASES;
import static coldtide.core.tidetable.Count.SESSIONS;
import static coldtide.core.tidetable.Count.SESSION_MILLIS;
import static coldtide.core.tidetable.Count.UNCONVERTED;
import static coldtide.core.tidetable.Count.UNINSTALLS;

import coldtide.core.log.EventLog;
import coldtide.core.log.RevenueType;
import coldtide.core.log.Shard;
import coldtide.core.scan.Analysis;
import coldtide.core.scan.Sums;
import coldtide.core.time.DayRange;
import coldtide.core.who.Bits;
import java.util.Arrays;
import java.util.List;
import java.util.stream.IntStream;

/**
 * Counts of consecutive periods. It reads only the short per-person columns (active days, sessions, installs, money),
 * and of the events the days of those that ended the first-time path or say how fast frames came; people of a period are counted once because a person's days ascend.
 */
public final class PeriodAnalysis implements Analysis<PeriodAnalysis.Partial, List<PeriodCounts>> {
    private static final int NONE = -1;
    private static final byte AD = (byte) RevenueType.AD.ordinal();
    private static final byte PURCHASE = (byte) RevenueType.PURCHASE.ordinal();
    private static final byte SUBSCRIPTION = (byte) RevenueType.SUBSCRIPTION.ordinal();

    /** Counts by kind and period. */
    static final class Partial {
        final long[][] counts;
        final long[][] micros;

        Partial(int periods) {
            counts = new long[Count.values().length][periods];
            micros = new long[RevenueType.values().length][periods];
        }

        long[] of(Count count) {
            return counts[count.ordinal()];
        }
    }

    private final List<DayRange> periods;
    private final int[] periodOfDay;
    private final int[] daysInLog;
    private final Looking looking;
    private final EventLog log;
    private final int firstCrash;

    /**
     * @param periods ascending and without overlap; days outside the log count nothing
     * @throws IllegalArgumentException if a period begins before the one before it has ended
     */
    public PeriodAnalysis(EventLog log, List<DayRange> periods, Looking looking) {
        this.log = log;
        this.looking = looking;
        firstCrash = Running.firstCrash(log);
        this.periods = List.copyOf(periods);
        periodOfDay = new int[log.days()];
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
                daysInLog[p] = to - from;
            }
        }
    }

    /** Of everybody, without a first-time path. */
    public PeriodAnalysis(EventLog log, List<DayRange> periods) {
        this(log, periods, Looking.AT_ALL);
    }

    @Override
    public Partial empty() {
        return new Partial(periods.size());
    }

    @Override
    public void scan(Shard shard, Partial partial) {
        long[] asked = looking.among().map(mask -> mask.bits(shard)).orElse(null);
        people(shard, asked, partial);
        payments(shard, asked, partial);
        arrivals(shard, asked, partial);
        Running running = new Running(log, shard);
        sessions(shard, asked, running.crashed(), partial);
        frames(shard, asked, running, partial);
        looking.firstPath().ifPresent(mask -> firstPaths(shard, asked, mask.bits(shard), partial.of(FIRST_PATHS)));
    }

    /** The next person from one on that is asked about. */
    private static int next(Shard shard, long[] asked, int from) {
        return asked == null ? shard.person(from) : shard.person(from, asked);
    }

    private void firstPaths(Shard shard, long[] asked, long[] rows, long[] into) {
        for (int person = next(shard, asked, 0); person < shard.people(); person = next(shard, asked, person + 1)) {
            int end = shard.eventFrom[person + 1];
            int first = Bits.next(rows, shard.eventFrom[person], end);
            if (first < end) {
                tally(shard.eventDay, first, first + 1, into);
            }
        }
    }

    private void arrivals(Shard shard, long[] asked, Partial partial) {
        for (int person = next(shard, asked, 0); person < shard.people(); person = next(shard, asked, person + 1)) {
            tally(shard.firstDay, person, person + 1, partial.of(NEW_PEOPLE));
            nextDay(shard, person, partial);
            tally(shard.installDay, shard.installFrom[person], shard.installFrom[person + 1], partial.of(INSTALLS));
            tally(
                    shard.uninstallDay,
                    shard.uninstallFrom[person],
                    shard.uninstallFrom[person + 1],
                    partial.of(UNINSTALLS));
        }
    }

    private void nextDay(Shard shard, int person, Partial partial) {
        int next = shard.firstDay[person] + 1;
        if (next < periodOfDay.length && periodOfDay[next] != NONE) {
            partial.of(NEW_THE_DAY_BEFORE)[periodOfDay[next]]++;
            partial.of(CAME_BACK_NEXT_DAY)[periodOfDay[next]] += cameBackNextDay(shard, person) ? 1 : 0;
        }
    }

    /** Whether a person was active on the day after that of their first event: one of their first two active days. */
    static boolean cameBackNextDay(Shard shard, int person) {
        int next = shard.firstDay[person] + 1;
        int end = Math.min(shard.activeFrom[person] + 2, shard.activeFrom[person + 1]);
        for (int i = shard.activeFrom[person]; i < end; i++) {
            if (shard.activeDay[i] == next) {
                return true;
            }
        }
        return false;
    }

    private void people(Shard shard, long[] asked, Partial partial) {
        long[] active = partial.of(ACTIVE_PEOPLE);
        long[] personDays = partial.of(PERSON_DAYS);
        long[] goneQuiet = partial.of(GONE_QUIET);
        for (int person = next(shard, asked, 0); person < shard.people(); person = next(shard, asked, person + 1)) {
            int last = NONE;
            for (int i = shard.activeFrom[person]; i < shard.activeFrom[person + 1]; i++) {
                int period = periodOfDay[shard.activeDay[i]];
                if (period == NONE) {
                    continue;
                }
                personDays[period]++;
                if (period != last) {
                    active[period]++;
                    goneQuiet(last, period, goneQuiet);
                    last = period;
                }
            }
            goneQuiet(last, periods.size(), goneQuiet);
        }
    }

    /** Somebody active in one period and next in another was quiet from the one after the first on. */
    private static void goneQuiet(int last, int next, long[] into) {
        if (last != NONE && next > last + 1) {
            into[last + 1]++;
        }
    }

    private void payments(Shard shard, long[] asked, Partial partial) {
        long[] purchases = partial.of(PURCHASES);
        long[] adverts = partial.of(ADVERTS);
        long[] payers = partial.of(PAYERS);
        long[] convertedPurchases = partial.of(CONVERTED_PURCHASES);
        long[] convertedPayers = partial.of(CONVERTED_PAYERS);
        long[] unconverted = partial.of(UNCONVERTED);
        for (int person = next(shard, asked, 0); person < shard.people(); person = next(shard, asked, person + 1)) {
            int last = NONE;
            int lastConverted = NONE;
            for (int i = shard.moneyFrom[person]; i < shard.moneyFrom[person + 1]; i++) {
                int period = periodOfDay[shard.moneyDay[i]];
                if (period == NONE) {
                    continue;
                }
                byte type = shard.moneyType[i];
                if (type == PURCHASE) {
                    purchases[period]++;
                } else if (type == AD) {
                    adverts[period]++;
                }
                if ((type == PURCHASE || type == SUBSCRIPTION) && period != last) {
                    payers[period]++;
                    last = period;
                }
                if (shard.moneyMicros[i] == Shard.NO_RATE) {
                    unconverted[period]++;
                } else {
                    partial.micros[type][period] += shard.moneyMicros[i];
                    convertedPurchases[period] += type == PURCHASE ? 1 : 0;
                    if ((type == PURCHASE || type == SUBSCRIPTION) && period != lastConverted) {
                        convertedPayers[period]++;
                        lastConverted = period;
                    }
                }
            }
        }
    }

    private void tally(short[] days, int from, int to, long[] into) {
        for (int i = from; i < to; i++) {
            int period = periodOfDay[days[i]];
            if (period != NONE) {
                into[period]++;
            }
        }
    }

    private void sessions(Shard shard, long[] asked, long[] crashed, Partial partial) {
        long[] sessions = partial.of(SESSIONS);
        long[] crashFree = partial.of(CRASH_FREE_SESSIONS);
        long[] millis = partial.of(SESSION_MILLIS);
        long[] later = partial.of(LATER_SESSIONS);
        long[] laterMillis = partial.of(LATER_SESSION_MILLIS);
        for (int person = next(shard, asked, 0); person < shard.people(); person = next(shard, asked, person + 1)) {
            for (int i = shard.sessionFrom[person]; i < shard.sessionFrom[person + 1]; i++) {
                int period = periodOfDay[shard.sessionDay[i]];
                if (period != NONE) {
                    sessions[period]++;
                    crashFree[period] += Bits.has(crashed, i) ? 0 : 1;
                    millis[period] += shard.sessionMillis[i];
                    if (shard.sessionDay[i] > shard.firstDay[person]) {
                        later[period]++;
                        laterMillis[period] += shard.sessionMillis[i];
                    }
                }
            }
        }
    }

    private void frames(Shard shard, long[] asked, Running running, Partial partial) {
        long[] samples = partial.of(FRAME_SAMPLES);
        long[] rates = partial.of(FRAME_RATES);
        running.frames(from -> next(shard, asked, from), (person, row, millionths) -> {
            int period = periodOfDay[shard.eventDay[row]];
            if (period != NONE) {
                samples[period]++;
                rates[period] += millionths;
            }
        });
    }

    @Override
    public void merge(Partial into, Partial from) {
        Sums.add(into.counts, from.counts);
        Sums.add(into.micros, from.micros);
    }

    @Override
    public List<PeriodCounts> finish(Partial partial) {
        return IntStream.range(0, periods.size())
                .mapToObj(p -> new PeriodCounts(
                        periods.get(p),
                        daysInLog[p],
                        new PeriodCounts.Known(
                                knowsBefore(p),
                                looking.firstPath().isPresent(),
                                log.dayNumber(periods.get(p).from()) >= firstCrash),
                        column(partial.counts, p),
                        column(partial.micros, p)))
                .toList();
    }

    private boolean knowsBefore(int p) {
        return p > 0
                && periods.get(p - 1).to().equals(periods.get(p).from())
                && daysInLog[p - 1] == periods.get(p - 1).days();
    }

    static long[] column(long[][] rows, int p) {
        return Arrays.stream(rows).mapToLong(row -> row[p]).toArray();
    }
}
