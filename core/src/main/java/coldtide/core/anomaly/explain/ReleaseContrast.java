package coldtide.core.anomaly.explain;

import coldtide.core.anomaly.counts.BeforeAfterCounts;
import coldtide.core.anomaly.counts.GroupRows;
import coldtide.core.anomaly.counts.Rate;
import coldtide.core.log.EventLog;
import coldtide.core.log.Shard;
import coldtide.core.log.rule.Release;
import coldtide.core.log.rule.RevenueType;
import coldtide.core.release.KnownRelease;
import coldtide.core.scan.Analysis;
import coldtide.core.scan.ArraySums;
import java.util.List;

/**
 * Difference in differences: what users of a slice pay or watch a day while they are on a release, against users of the slice who are
 * not, on the same days; beside the same of all other users. Cells are counted as of a {@link BeforeAfterCounts} whose before is "not on it" and
 * whose after is "on it".
 */
final class ReleaseContrast implements Analysis<long[][], BeforeAfterCounts> {
    private static final double LEAST_OTHERS = 0.03;

    private final GroupRows slice;
    private final byte type;
    private final boolean[] isOn;
    private final int from;
    private final int to;
    private final EventLog log;

    /**
     * @param rate {@link Rate#PURCHASES} or {@link Rate#ADVERTS}
     * @param from first day
     * @param to the day after the last
     */
    ReleaseContrast(EventLog log, GroupRows slice, Rate rate, KnownRelease release, int from, int to) {
        this.log = log;
        this.slice = slice;
        this.from = from;
        this.to = to;
        type = (byte) (rate == Rate.ADVERTS ? RevenueType.AD : RevenueType.PURCHASE).ordinal();
        List<Release> releases = log.releases();
        isOn = new boolean[releases.size()];
        for (int code = 0; code < isOn.length; code++) {
            isOn[code] = releases.get(code).version().equals(release.version())
                    && releases.get(code).platform().equals(release.platform());
        }
    }

    /** Things, then active user-days; by cell: the rest not on it and on it, the slice likewise. */
    @Override
    public long[][] empty() {
        return new long[2][4];
    }

    @Override
    public void scan(Shard shard, long[][] partial) {
        for (int person = shard.person(0); person < shard.people(); person = shard.person(person + 1)) {
            for (int i = shard.activeFrom[person]; i < shard.activeFrom[person + 1]; i++) {
                int day = shard.activeDay[i];
                if (day >= from && day < to) {
                    int run = shard.runOf(person, shard.firstRow(person, day));
                    partial[1][cell(shard, run, isOn[shard.activeRelease[i]])]++;
                }
            }
            for (int i = shard.moneyFrom[person]; i < shard.moneyFrom[person + 1]; i++) {
                if (shard.moneyType[i] == type && shard.moneyDay[i] >= from && shard.moneyDay[i] < to) {
                    int run = shard.runOf(person, shard.moneyRow[i]);
                    boolean on = isOn[log.contexts().release(shard.runContext[run])];
                    partial[0][cell(shard, run, on)]++;
                }
            }
        }
    }

    private int cell(Shard shard, int run, boolean on) {
        return (slice.hasRun(shard, run) ? 2 : 0) + (on ? 1 : 0);
    }

    @Override
    public void merge(long[][] into, long[][] from) {
        ArraySums.add(into, from);
    }

    @Override
    public BeforeAfterCounts finish(long[][] cells) {
        // Where hardly anybody else can be on it, as on another platform, others are taken to be the same on it as off
        // it.
        boolean others = cells[0][0] > 0 && cells[1][1] > LEAST_OTHERS * cells[1][0];
        return new BeforeAfterCounts(
                cells[0][2],
                cells[1][2],
                cells[0][3],
                cells[1][3],
                others ? cells[0][0] : BeforeAfterCounts.STEADY,
                others ? cells[1][0] : BeforeAfterCounts.STEADY,
                others ? cells[0][1] : BeforeAfterCounts.STEADY,
                others ? cells[1][1] : BeforeAfterCounts.STEADY);
    }
}
