package coldtide.core.filter;

import coldtide.core.log.EventLog;
import coldtide.core.log.Shard;

/**
 * On which of the first 64 days from that of their first event on users did something: of the first 64 users a long a day, from that
 * day on, with a bit each; then of the next. As much is known of it as of the active days it is read from: where these do not tell it
 * all, there is nothing.
 */
final class FirstDays extends ShardBits {
    /**
     * What is kept of: equal ones are computed once.
     *
     * @param afterFirst whether a user's very first event is left out
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
        long[] found = new long[BitMasks.of(shard.people()).length * Long.SIZE];
        for (int person = shard.person(0); person < shard.people(); person = shard.person(person + 1)) {
            mark(shard, person, of, found);
        }
        return found;
    }

    private static void mark(Shard shard, int person, long[] days, long[] found) {
        int first = shard.firstDay[person];
        int end = shard.activeFrom[person + 1];
        for (int at = BitMasks.next(days, shard.activeFrom[person], end);
                at < end;
                at = BitMasks.next(days, at + 1, end)) {
            int day = shard.activeDay[at] - first;
            if (day >= Long.SIZE) {
                return;
            }
            found[person / Long.SIZE * Long.SIZE + day] |= 1L << person;
        }
    }
}
