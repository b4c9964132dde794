package coldtide.core.who;

import coldtide.core.log.EventLog;
import coldtide.core.log.Shard;

/**
 * On which of the first 64 days from that of their first event on people did something: a long each, its lowest bit that day. As much is
 * known of it as of the active days it is read from: where these do not tell it all, there is nothing.
 */
final class FirstDays extends ShardBits {
    /**
     * What is kept of: equal ones are computed once.
     *
     * @param afterFirst whether a person's very first event is left out
     */
    record Of(EventCondition what, boolean afterFirst) {}

    private final ShardBits days;

    /** @param days a bit an entry of {@link Shard#activeDay} */
    FirstDays(ShardBits days) {
        this.days = days;
    }

    @Override
    long[] compute(EventLog log, Shard shard) {
        long[] of = days.bits(log, shard);
        if (of.length == 0) {
            return of;
        }
        long[] first = new long[shard.people()];
        for (int person = shard.person(0); person < shard.people(); person = shard.person(person + 1)) {
            first[person] = of(shard, person, of);
        }
        return first;
    }

    private static long of(Shard shard, int person, long[] days) {
        long found = 0;
        int first = shard.eventDay[shard.eventFrom[person]];
        int end = shard.activeFrom[person + 1];
        for (int at = Bits.next(days, shard.activeFrom[person], end); at < end; at = Bits.next(days, at + 1, end)) {
            int day = shard.activeDay[at] - first;
            if (day >= Long.SIZE) {
                break;
            }
            found |= 1L << day;
        }
        return found;
    }
}
