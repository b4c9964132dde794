package coldtide.core.retention;

import coldtide.core.log.EventLog;
import coldtide.core.log.Shard;
import coldtide.core.who.Bits;
import coldtide.core.who.Conditions;
import coldtide.core.who.EventCondition;
import java.util.List;
import java.util.Optional;

/**
 * At which ages people came back in each of some ways, as bits of one long: somebody who comes back many times at an age is counted
 * once without any set. By the calendar, all ways are read together from the list of active days, wherever these tell on which of
 * them something was done; else from which rows the events are.
 */
final class Returns {
    static final EventCondition ACTIVE = new EventCondition.Active();

    private final Shard shard;
    private final Periods periods;
    private final int lastAge;
    private final AgeOf ageOf;
    /** By way: the events that count. */
    private final long[][] rows;
    /** By way: the active days on which some of them lie; null where every active day counts, or days do not tell. */
    private final long[][] days;

    private final boolean[] byDays;
    private final boolean anyByDays;
    /** By way: whether a start is a return itself. */
    private final boolean[] isStart;
    /** Whether starts are people's very first events, so that the days tell of the start's own day too. */
    private final boolean ofArrivals;

    private final long[] ages;
    /** The ages, as bits, of a person's active days after that of the start. */
    private long[] ageOfDay = new long[64];

    /**
     * @param ways by way the events that count; empty for any activity
     * @param lastAge the last that is looked for
     */
    Returns(
            EventLog log,
            Conditions conditions,
            Shard shard,
            Periods periods,
            Following following,
            List<Optional<EventCondition>> ways,
            int lastAge) {
        this.shard = shard;
        this.periods = periods;
        this.lastAge = lastAge;
        ageOf = new AgeOf(log, shard, periods, following.clock());
        rows = new long[ways.size()][];
        days = new long[ways.size()][];
        byDays = new boolean[ways.size()];
        isStart = new boolean[ways.size()];
        ages = new long[ways.size()];
        ofArrivals = following.start().what().isEmpty();
        boolean any = false;
        for (int way = 0; way < rows.length; way++) {
            EventCondition what = ways.get(way).orElse(ACTIVE);
            rows[way] = conditions.of(log, what).bits(shard);
            isStart[way] = following.isStart(ways.get(way));
            if (following.clock() == Clock.CALENDAR) {
                boolean afterFirst = ofArrivals && !isStart[way];
                long[] told = what.equals(ACTIVE) && !afterFirst
                        ? null
                        : conditions.activeDays(log, what, afterFirst).bits(shard);
                byDays[way] = told == null || told.length > 0;
                days[way] = told;
                any |= byDays[way];
            }
        }
        anyByDays = any;
    }

    /** The ages after a start, by way; the same array each time. */
    long[] of(int person, int cohort, int start) {
        for (int way = 0; way < ages.length; way++) {
            ages[way] = 0;
        }
        if (anyByDays) {
            byDays(person, cohort, start);
        }
        ageOf.from(cohort, start);
        for (int way = 0; way < ages.length; way++) {
            if (!byDays[way]) {
                ages[way] = byRows(way, person, start);
            }
        }
        return ages;
    }

    private void byDays(int person, int cohort, int start) {
        int startDay = shard.eventDay[start];
        int end = shard.activeFrom[person + 1];
        int at = shard.activeFrom[person];
        while (at < end && shard.activeDay[at] < startDay) {
            at++;
        }
        if (!ofArrivals && at < end && shard.activeDay[at] == startDay) {
            onStartDay(at++, person, start);
        }
        int known = agesOfDays(at, end, cohort);
        for (int way = 0; way < ages.length; way++) {
            if (byDays[way]) {
                ages[way] |= days[way] == null ? together(known) : those(days[way], at, known);
            }
        }
    }

    /** Notes the ages of active days until one is too old; how many they are. */
    private int agesOfDays(int from, int end, int cohort) {
        if (end - from > ageOfDay.length) {
            ageOfDay = new long[2 * (end - from)];
        }
        int known = 0;
        for (int at = from; at < end; at++) {
            int age = periods.ofDay(shard.activeDay[at]) - cohort;
            if (age > lastAge) {
                break;
            }
            ageOfDay[known++] = 1L << age;
        }
        return known;
    }

    private long together(int known) {
        long all = 0;
        for (int i = 0; i < known; i++) {
            all |= ageOfDay[i];
        }
        return all;
    }

    /** Without a branch, since whether something was done on a day is as good as chance to the processor. */
    private long those(long[] bits, int from, int known) {
        long found = 0;
        for (int i = 0; i < known; i++) {
            int at = from + i;
            found |= -(bits[at >>> 6] >>> at & 1) & ageOfDay[i];
        }
        return found;
    }

    private boolean isOn(int way, int at) {
        return days[way] == null || Bits.has(days[way], at);
    }

    /** Of the start's own day only what comes after it counts, which its day alone does not tell. */
    private void onStartDay(int at, int person, int start) {
        int end = shard.eventFrom[person + 1];
        for (int way = 0; way < ages.length; way++) {
            if (byDays[way] && isOn(way, at)) {
                int row = Bits.next(rows[way], firstThatCounts(way, start), end);
                ages[way] |= row < end && shard.eventDay[row] == shard.eventDay[start] ? 1 : 0;
            }
        }
    }

    private int firstThatCounts(int way, int start) {
        return isStart[way] ? start : start + 1;
    }

    private long byRows(int way, int person, int start) {
        long found = 0;
        int end = shard.eventFrom[person + 1];
        for (int row = Bits.next(rows[way], firstThatCounts(way, start), end);
                row < end;
                row = Bits.next(rows[way], row + 1, end)) {
            int age = ageOf.row(row);
            if (age > lastAge) {
                break;
            }
            found |= 1L << age;
        }
        return found;
    }
}
