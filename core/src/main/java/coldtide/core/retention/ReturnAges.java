package coldtide.core.retention;

import coldtide.core.log.EventLog;
import coldtide.core.log.Shard;
import coldtide.core.who.Bits;
import coldtide.core.who.Conditions;
import coldtide.core.who.EventCondition;
import java.util.Optional;

/**
 * At which ages people came back in one way, as bits of one long: somebody who comes back many times at an age is counted once
 * without any set. By any activity and the calendar it reads only the list of active days; else which rows the events are.
 */
final class ReturnAges {
    static final EventCondition ACTIVE = new EventCondition.Active();

    private final Shard shard;
    private final Periods periods;
    private final int lastAge;
    private final boolean isStart;
    private final long[] rows;
    private final boolean byActiveDays;
    private final AgeOf ageOf;

    /**
     * @param what the events that count; empty for any activity
     * @param lastAge the last that is looked for
     */
    ReturnAges(
            EventLog log,
            Conditions conditions,
            Shard shard,
            Periods periods,
            Following following,
            Optional<EventCondition> what,
            int lastAge) {
        this.shard = shard;
        this.periods = periods;
        this.lastAge = lastAge;
        rows = conditions.of(log, what.orElse(ACTIVE)).bits(shard);
        byActiveDays = what.isEmpty() && following.clock() == Clock.CALENDAR;
        ageOf = new AgeOf(log, shard, periods, following.clock());
        isStart = following.isStart(what);
    }

    /** The ages at which a person came back after a start. */
    long of(int person, int cohort, int start) {
        if (byActiveDays) {
            return byActiveDays(person, cohort, start);
        }
        ageOf.from(cohort, start);
        return byRows(person, start);
    }

    /** Of the start's own day only what comes after it counts, which its day alone does not tell. */
    private long byActiveDays(int person, int cohort, int start) {
        long ages = 0;
        int startDay = shard.eventDay[start];
        for (int i = firstActive(person, startDay); i < shard.activeFrom[person + 1]; i++) {
            int age = periods.ofDay(shard.activeDay[i]) - cohort;
            if (age > lastAge) {
                break;
            }
            boolean after = shard.activeDay[i] > startDay || isActiveFrom(firstThatCounts(start), person, startDay);
            ages |= after ? 1L << age : 0;
        }
        return ages;
    }

    private int firstActive(int person, int day) {
        int i = shard.activeFrom[person];
        while (i < shard.activeFrom[person + 1] && shard.activeDay[i] < day) {
            i++;
        }
        return i;
    }

    private boolean isActiveFrom(int row, int person, int day) {
        int end = shard.firstRow(person, day + 1);
        return Bits.next(rows, row, end) < end;
    }

    private int firstThatCounts(int start) {
        return isStart ? start : start + 1;
    }

    private long byRows(int person, int start) {
        long ages = 0;
        int end = shard.eventFrom[person + 1];
        for (int row = Bits.next(rows, firstThatCounts(start), end); row < end; row = Bits.next(rows, row + 1, end)) {
            int age = ageOf.row(row);
            if (age > lastAge) {
                break;
            }
            ages |= 1L << age;
        }
        return ages;
    }
}
