package coldtide.core.filter;

import coldtide.core.log.EventLog;
import coldtide.core.log.Shard;

/**
 * On which of their active days users did something: a bit an entry of {@link Shard#activeDay}. There are many fewer of them than
 * events. Where something of the kind lies on a day without activity, days do not tell it all and there are no bits at all.
 */
final class DayMask extends ShardBits {
    /**
     * What is kept of: equal ones are computed once.
     *
     * @param afterFirst whether a user's very first event is left out
     */
    record Of(EventCondition what, boolean afterFirst) {}

    private static final long[] NOT_ALL = new long[0];

    private final ShardBits what;
    private final int leftOut;

    DayMask(ShardBits what, boolean afterFirst) {
        this.what = what;
        leftOut = afterFirst ? 1 : 0;
    }

    @Override
    long[] compute(EventLog log, Shard shard) {
        long[] rows = what.bits(log, shard);
        long[] days = BitMasks.of(shard.activeDay.length);
        for (int person = shard.person(0); person < shard.people(); person = shard.person(person + 1)) {
            if (!mark(shard, person, rows, days)) {
                return NOT_ALL;
            }
        }
        return days;
    }

    private boolean mark(Shard shard, int person, long[] rows, long[] days) {
        int day = shard.activeFrom[person];
        int lastDay = shard.activeFrom[person + 1];
        int end = shard.eventFrom[person + 1];
        int first = shard.eventFrom[person] + leftOut;
        for (int row = BitMasks.next(rows, first, end); row < end; row = BitMasks.next(rows, row + 1, end)) {
            while (day < lastDay && shard.activeDay[day] < shard.eventDay[row]) {
                day++;
            }
            if (day == lastDay || shard.activeDay[day] != shard.eventDay[row]) {
                return false;
            }
            BitMasks.set(days, day);
        }
        return true;
    }
}
