package coldtide.core.tidetable;

import static coldtide.core.tidetable.Count.ADVERTS;
import static coldtide.core.tidetable.Count.CAME_BACK_NEXT_DAY;
import static coldtide.core.tidetable.Count.CONVERTED_PURCHASES;
import static coldtide.core.tidetable.Count.CRASH_FREE_SESSIONS;
import static coldtide.core.tidetable.Count.FIRST_PATHS;
import static coldtide.core.tidetable.Count.FRAME_RATES;
import static coldtide.core.tidetable.Count.FRAME_SAMPLES;
import static coldtide.core.tidetable.Count.INSTALLS;
import static coldtide.core.tidetable.Count.LATER_SESSIONS;
import static coldtide.core.tidetable.Count.LATER_SESSION_MILLIS;
import static coldtide.core.tidetable.Count.NEW_PEOPLE;
import static coldtide.core.tidetable.Count.NEW_THE_DAY_BEFORE;
import static coldtide.core.tidetable.Count.PERSON_DAYS;
import static coldtide.core.tidetable.Count.PURCHASES;
import static coldtide.core.tidetable.Count.SESSIONS;
import static coldtide.core.tidetable.Count.SESSION_MILLIS;
import static coldtide.core.tidetable.Count.UNCONVERTED;
import static coldtide.core.tidetable.Count.UNINSTALLS;

import coldtide.core.filter.BitMasks;
import coldtide.core.log.EventLog;
import coldtide.core.log.Shard;
import coldtide.core.log.rule.RevenueType;
import coldtide.core.scan.Analysis;

/**
 * Counts and revenue of each day of a log that can be added up over days: installs, sessions, purchases, revenue, crashes, frame rates.
 * Counts of distinct users cannot; {@link PeriodAnalysis} makes them. Reads the short columns of users (sessions, installs, money), and
 * the events that end the first-time path, are crashes or carry a frame rate. Cost: one pass over these, whatever the question's range.
 */
public final class DailyTotalsAnalysis implements Analysis<CountTable, DailyTotals> {
    private static final byte AD = (byte) RevenueType.AD.ordinal();
    private static final byte PURCHASE = (byte) RevenueType.PURCHASE.ordinal();

    private final EventLog log;
    private final MetricScope looking;

    public DailyTotalsAnalysis(EventLog log, MetricScope looking) {
        this.log = log;
        this.looking = looking;
    }

    @Override
    public CountTable empty() {
        return new CountTable(log.days());
    }

    @Override
    public void scan(Shard shard, CountTable counted) {
        long[] asked = looking.among().map(mask -> mask.bits(shard)).orElse(null);
        payments(shard, asked, counted);
        arrivals(shard, asked, counted);
        AppPerformance running = new AppPerformance(log, shard);
        sessions(shard, asked, running.crashed(), counted);
        frames(shard, asked, running, counted);
        looking.firstPath().ifPresent(mask -> firstPaths(shard, asked, mask.bits(shard), counted.of(FIRST_PATHS)));
    }

    /** The next user from one on that is asked about. */
    static int next(Shard shard, long[] asked, int from) {
        return asked == null ? shard.person(from) : shard.person(from, asked);
    }

    private static void firstPaths(Shard shard, long[] asked, long[] rows, long[] into) {
        for (int person = next(shard, asked, 0); person < shard.people(); person = next(shard, asked, person + 1)) {
            int end = shard.eventFrom[person + 1];
            int first = BitMasks.next(rows, shard.eventFrom[person], end);
            if (first < end) {
                tally(shard.eventDay, first, first + 1, into);
            }
        }
    }

    private static void arrivals(Shard shard, long[] asked, CountTable counted) {
        for (int person = next(shard, asked, 0); person < shard.people(); person = next(shard, asked, person + 1)) {
            tally(shard.firstDay, person, person + 1, counted.of(NEW_PEOPLE));
            tally(shard.activeDay, shard.activeFrom[person], shard.activeFrom[person + 1], counted.of(PERSON_DAYS));
            nextDay(shard, person, counted);
            tally(shard.installDay, shard.installFrom[person], shard.installFrom[person + 1], counted.of(INSTALLS));
            tally(
                    shard.uninstallDay,
                    shard.uninstallFrom[person],
                    shard.uninstallFrom[person + 1],
                    counted.of(UNINSTALLS));
        }
    }

    private static void nextDay(Shard shard, int person, CountTable counted) {
        int next = shard.firstDay[person] + 1;
        if (next < counted.of(NEW_THE_DAY_BEFORE).length) {
            counted.of(NEW_THE_DAY_BEFORE)[next]++;
            counted.of(CAME_BACK_NEXT_DAY)[next] += cameBackNextDay(shard, person) ? 1 : 0;
        }
    }

    /** Whether a user was active on the day after that of their first event: one of their first two active days. */
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

    private static void payments(Shard shard, long[] asked, CountTable counted) {
        for (int person = next(shard, asked, 0); person < shard.people(); person = next(shard, asked, person + 1)) {
            for (int i = shard.moneyFrom[person]; i < shard.moneyFrom[person + 1]; i++) {
                int day = shard.moneyDay[i];
                byte type = shard.moneyType[i];
                boolean isPurchase = type == PURCHASE;
                counted.of(PURCHASES)[day] += isPurchase ? 1 : 0;
                counted.of(ADVERTS)[day] += type == AD ? 1 : 0;
                if (shard.moneyMicros[i] == Shard.NO_RATE) {
                    counted.of(UNCONVERTED)[day]++;
                } else {
                    counted.micros[type][day] += shard.moneyMicros[i];
                    counted.of(CONVERTED_PURCHASES)[day] += isPurchase ? 1 : 0;
                }
            }
        }
    }

    private static void tally(short[] days, int from, int to, long[] into) {
        for (int i = from; i < to; i++) {
            into[days[i]]++;
        }
    }

    private static void sessions(Shard shard, long[] asked, long[] crashed, CountTable counted) {
        long[] sessions = counted.of(SESSIONS);
        long[] crashFree = counted.of(CRASH_FREE_SESSIONS);
        long[] millis = counted.of(SESSION_MILLIS);
        long[] later = counted.of(LATER_SESSIONS);
        long[] laterMillis = counted.of(LATER_SESSION_MILLIS);
        for (int person = next(shard, asked, 0); person < shard.people(); person = next(shard, asked, person + 1)) {
            for (int i = shard.sessionFrom[person]; i < shard.sessionFrom[person + 1]; i++) {
                int day = shard.sessionDay[i];
                sessions[day]++;
                crashFree[day] += BitMasks.has(crashed, i) ? 0 : 1;
                millis[day] += shard.sessionMillis[i];
                if (day > shard.firstDay[person]) {
                    later[day]++;
                    laterMillis[day] += shard.sessionMillis[i];
                }
            }
        }
    }

    private static void frames(Shard shard, long[] asked, AppPerformance running, CountTable counted) {
        long[] samples = counted.of(FRAME_SAMPLES);
        long[] rates = counted.of(FRAME_RATES);
        running.frames(from -> next(shard, asked, from), (person, row, millionths) -> {
            samples[shard.eventDay[row]]++;
            rates[shard.eventDay[row]] += millionths;
        });
    }

    @Override
    public void merge(CountTable into, CountTable from) {
        into.add(from);
    }

    @Override
    public DailyTotals finish(CountTable counted) {
        return new DailyTotals(counted, looking.firstPath().isPresent(), AppPerformance.firstCrash(log));
    }
}
