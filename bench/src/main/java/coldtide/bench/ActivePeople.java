package coldtide.bench;

import coldtide.core.log.EventLog;
import coldtide.core.log.Shard;
import coldtide.core.scan.Analysis;
import coldtide.core.time.DayRange;
import java.time.temporal.ChronoUnit;
import java.util.Arrays;
import java.util.List;

/** Active people of each of some periods, and nothing else. */
final class ActivePeople implements Analysis<long[], Long> {
    private final int periods;
    private final int[] periodOfDay;

    ActivePeople(EventLog log, List<DayRange> periods) {
        this.periods = periods.size();
        periodOfDay = new int[log.days()];
        for (int p = 0; p < periods.size(); p++) {
            int from =
                    (int) ChronoUnit.DAYS.between(log.firstDay(), periods.get(p).from());
            int to =
                    (int) ChronoUnit.DAYS.between(log.firstDay(), periods.get(p).to());
            Arrays.fill(periodOfDay, Math.max(0, from), Math.min(log.days(), to), p);
        }
    }

    @Override
    public long[] empty() {
        return new long[periods];
    }

    @Override
    public void scan(Shard shard, long[] partial) {
        for (int person = shard.person(0); person < shard.people(); person = shard.person(person + 1)) {
            int last = -1;
            for (int i = shard.activeFrom[person]; i < shard.activeFrom[person + 1]; i++) {
                int period = periodOfDay[shard.activeDay[i]];
                if (period != last) {
                    partial[period]++;
                    last = period;
                }
            }
        }
    }

    @Override
    public void merge(long[] into, long[] from) {
        for (int p = 0; p < into.length; p++) {
            into[p] += from[p];
        }
    }

    @Override
    public Long finish(long[] partial) {
        return Arrays.stream(partial).sum();
    }
}
