package coldtide.core.retention.cohort;

import coldtide.core.filter.BitMasks;
import coldtide.core.log.Shard;
import java.util.Arrays;

/**
 * At which ages users came back in each of some ways, as bits of one long: a user who comes back many times at an age is counted
 * once without any set. By the calendar all ways are read together from the list of active days, wherever these tell on which of them
 * something was done. What is left is read from which rows the events are.
 */
public final class Returns {
    private final Shard shard;
    private final Periods periods;
    private final int lastAge;
    private final AgeCalculator ageOf;
    /** By way: the events that count. */
    private final long[][] rows;
    /** By way: the active days on which some of them lie; null where every active day counts, or days do not tell. */
    private final long[][] days;

    private final boolean[] byDays;
    private final boolean anyByDays;
    private final boolean anyByRows;
    /** By way: whether a start is a return itself. */
    private final boolean[] isStart;
    /** Whether each start is the user's very first event, so that active days include the day of the start. */
    private final boolean ofArrivals;

    private final long[] ages;
    /** The ages, as bits, of a user's active days after that of the start. */
    private long[] ageOfDay = new long[64];

    public Returns(ReturnCriteria ways, Shard shard) {
        this.shard = shard;
        periods = ways.periods();
        lastAge = ways.lastAge();
        ageOf = new AgeCalculator(ways.log(), shard, periods, ways.following().clock());
        ofArrivals = ways.following().start().what().isEmpty();
        int count = ways.each().size();
        rows = new long[count][];
        days = new long[count][];
        byDays = new boolean[count];
        isStart = new boolean[count];
        ages = new long[count];
        boolean someByDays = false;
        boolean someByRows = false;
        for (int way = 0; way < count; way++) {
            read(way, ways.each().get(way), ways.following().clock());
            someByDays |= byDays[way];
            someByRows |= !byDays[way];
        }
        anyByDays = someByDays;
        anyByRows = someByRows;
    }

    private void read(int number, ReturnCriteria.Way way, Clock clock) {
        isStart[number] = way.isStart();
        rows[number] = way.rows().bits(shard);
        days[number] = way.days().map(mask -> mask.bits(shard)).orElse(null);
        byDays[number] = clock == Clock.CALENDAR && (days[number] == null || days[number].length > 0);
    }

    /** The ages after a start, by way; the same array each time. */
    public long[] of(int person, int cohort, int start) {
        Arrays.fill(ages, 0);
        if (anyByDays) {
            byDays(person, cohort, start);
        }
        if (anyByRows) {
            ageOf.from(cohort, start);
            byRows(person, start);
        }
        return ages;
    }

    private void byRows(int person, int start) {
        for (int way = 0; way < ages.length; way++) {
            if (!byDays[way]) {
                ages[way] = byRows(way, person, start);
            }
        }
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
        return days[way] == null || BitMasks.has(days[way], at);
    }

    /** On the day of the start only later events count, so the time of the event is read, too. */
    private void onStartDay(int at, int person, int start) {
        int end = shard.eventFrom[person + 1];
        for (int way = 0; way < ages.length; way++) {
            if (byDays[way] && isOn(way, at)) {
                int row = BitMasks.next(rows[way], firstThatCounts(way, start), end);
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
        for (int row = BitMasks.next(rows[way], firstThatCounts(way, start), end);
                row < end;
                row = BitMasks.next(rows[way], row + 1, end)) {
            int age = ageOf.row(row);
            if (age > lastAge) {
                break;
            }
            found |= 1L << age;
        }
        return found;
    }
}
