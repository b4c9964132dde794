package coldtide.core.catalogue;

import coldtide.core.log.EventLog;
import coldtide.core.log.Shard;
import coldtide.core.scan.Analysis;
import coldtide.core.time.DayRange;
import java.time.temporal.ChronoUnit;
import java.util.Set;

/** Preview of another definition of activity: active users of each day, now and then. */
public final class ActivityPreview implements Analysis<long[], ActivityPreview.ActivityChange> {
    /**
     * Means over days.
     *
     * @param days those counted
     * @param before active users a day as it is, {@code after} as it would be
     */
    public record ActivityChange(DayRange days, double before, double after) {}

    private final DayRange days;
    private final int from;
    private final int to;
    private final boolean[] passiveBefore;
    private final boolean[] passiveAfter;

    /** @param passive the events that would not count */
    public ActivityPreview(EventLog log, DayRange days, Set<String> passive) {
        this.days = days;
        from = (int) ChronoUnit.DAYS.between(log.firstDay(), days.from());
        to = from + days.days();
        int names = log.eventNames().size();
        passiveBefore = new boolean[names];
        passiveAfter = new boolean[names];
        for (int name = 0; name < names; name++) {
            passiveBefore[name] = log.isPassive(name);
            passiveAfter[name] = passive.contains(log.eventNames().get(name));
        }
    }

    @Override
    public long[] empty() {
        return new long[2];
    }

    @Override
    public void scan(Shard shard, long[] partial) {
        for (int person = shard.person(0); person < shard.people(); person = shard.person(person + 1)) {
            int lastBefore = -1;
            int lastAfter = -1;
            for (int row = shard.eventFrom[person]; row < shard.eventFrom[person + 1]; row++) {
                int day = shard.eventDay[row];
                if (day < from || day >= to) {
                    continue;
                }
                if (day != lastBefore && !passiveBefore[shard.eventName[row]]) {
                    lastBefore = day;
                    partial[0]++;
                }
                if (day != lastAfter && !passiveAfter[shard.eventName[row]]) {
                    lastAfter = day;
                    partial[1]++;
                }
            }
        }
    }

    @Override
    public void merge(long[] into, long[] other) {
        into[0] += other[0];
        into[1] += other[1];
    }

    @Override
    public ActivityChange finish(long[] partial) {
        return new ActivityChange(days, (double) partial[0] / days.days(), (double) partial[1] / days.days());
    }
}
