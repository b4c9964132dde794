package coldtide.core.measure;

import coldtide.core.filter.Conditions;
import coldtide.core.log.EventLog;
import coldtide.core.log.Shard;
import coldtide.core.scan.Analysis;
import coldtide.core.time.DayRange;

/** Number of active users in a range, the whole of a share of active users. Reads active days alone. */
final class ActiveInRange implements Analysis<long[], Long> {
    private final Conditions.Mask among;
    private final int fromDay;
    private final int toDay;

    ActiveInRange(EventLog log, Conditions.Mask among, DayRange range) {
        this.among = among;
        fromDay = log.dayNumber(range.from());
        toDay = log.dayNumber(range.to());
    }

    @Override
    public long[] empty() {
        return new long[1];
    }

    @Override
    public void scan(Shard shard, long[] partial) {
        long[] people = among.bits(shard);
        for (int person = shard.person(0, people); person < shard.people(); person = shard.person(person + 1, people)) {
            partial[0] += isActive(shard, person) ? 1 : 0;
        }
    }

    private boolean isActive(Shard shard, int person) {
        for (int i = shard.activeFrom[person]; i < shard.activeFrom[person + 1]; i++) {
            if (shard.activeDay[i] >= fromDay) {
                return shard.activeDay[i] < toDay;
            }
        }
        return false;
    }

    @Override
    public void merge(long[] into, long[] from) {
        into[0] += from[0];
    }

    @Override
    public Long finish(long[] partial) {
        return partial[0];
    }
}
