package coldtide.core.anomaly.counts;

import coldtide.core.log.EventLog;
import coldtide.core.log.Shard;
import coldtide.core.log.rule.LogSettings;
import coldtide.core.log.rule.Release;
import coldtide.core.scan.Analysis;
import coldtide.core.scan.ArraySums;
import it.unimi.dsi.fastutil.doubles.DoubleArrayList;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Set;
import java.util.function.Predicate;

/** How the app ran for a slice on each release: its performance, and how many crashes for each active day. One pass over some days. */
public final class RunningByRelease implements Analysis<RunningByRelease.Partial, RunningByRelease.Found> {
    private static final int LEAST_SAMPLES = 20;

    /** By release; performance by property first. */
    static final class Partial {
        final List<List<DoubleArrayList>> values = new ArrayList<>();
        final long[][] counts;

        Partial(int releases) {
            for (int property = 0; property < PerformanceChange.PROPERTIES.size(); property++) {
                List<DoubleArrayList> of = new ArrayList<>();
                for (int release = 0; release < releases; release++) {
                    of.add(new DoubleArrayList());
                }
                values.add(of);
            }
            counts = new long[2][releases];
        }
    }

    /** What was found of each release. */
    public record Found(List<Release> releases, Partial partial) {
        /**
         * By how many standard errors it ran worse on some releases than on some others, in whatever got worse by most; 0 where too little is
         * known.
         */
        public double worse(Set<Release> before, Release after) {
            double worst = crashes(before, after);
            for (int property = 0; property < partial.values.size(); property++) {
                double[] was = values(property, before::contains);
                double[] is = values(property, after::equals);
                if (was.length >= LEAST_SAMPLES && is.length >= LEAST_SAMPLES) {
                    int sign = PerformanceChange.sign(PerformanceChange.PROPERTIES.get(property));
                    worst = Math.max(
                            worst, PerformanceChange.Pair.of(was, is, sign).distance());
                }
            }
            return worst;
        }

        private double crashes(Set<Release> before, Release after) {
            BeforeAfterCounts spans = new BeforeAfterCounts(
                    sum(0, before::contains),
                    sum(1, before::contains),
                    sum(0, after::equals),
                    sum(1, after::equals),
                    BeforeAfterCounts.STEADY,
                    BeforeAfterCounts.STEADY,
                    BeforeAfterCounts.STEADY,
                    BeforeAfterCounts.STEADY);
            return spans.isKnown() ? spans.distance() : 0;
        }

        private double sum(int count, Predicate<Release> of) {
            double sum = 0;
            for (int release = 0; release < releases.size(); release++) {
                sum += of.test(releases.get(release)) ? partial.counts[count][release] : 0;
            }
            return sum;
        }

        private double[] values(int property, Predicate<Release> of) {
            DoubleArrayList all = new DoubleArrayList();
            for (int release = 0; release < releases.size(); release++) {
                if (of.test(releases.get(release))) {
                    all.addAll(partial.values.get(property).get(release));
                }
            }
            double[] sorted = all.toDoubleArray();
            Arrays.sort(sorted);
            return sorted;
        }
    }

    private static final short NONE = -1;

    private final EventLog log;
    private final GroupRows slice;
    private final int from;
    private final int to;
    private final int crash;

    /**
     * @param from first day
     * @param to the day after the last
     */
    public RunningByRelease(EventLog log, GroupRows slice, int from, int to) {
        this.log = log;
        this.slice = slice;
        this.from = from;
        this.to = to;
        crash = log.eventNames().indexOf(LogSettings.CRASH_EVENT);
    }

    @Override
    public Partial empty() {
        return new Partial(log.releases().size());
    }

    @Override
    public void scan(Shard shard, Partial partial) {
        short[] of = new short[shard.events()];
        Arrays.fill(of, NONE);
        for (int person = shard.person(0); person < shard.people(); person = shard.person(person + 1)) {
            for (int run = shard.runFrom[person]; run < shard.runFrom[person + 1]; run++) {
                int end = run + 1 < shard.runFrom[person + 1] ? shard.runRow[run + 1] : shard.eventFrom[person + 1];
                if (slice.hasRun(shard, run)) {
                    run(shard, run, end, of, partial);
                }
            }
            for (int i = shard.activeFrom[person]; i < shard.activeFrom[person + 1]; i++) {
                if (of[shard.firstRow(person, shard.activeDay[i])] != NONE) {
                    partial.counts[1][shard.activeRelease[i]]++;
                }
            }
        }
        for (int property = 0; property < partial.values.size(); property++) {
            List<DoubleArrayList> values = partial.values.get(property);
            log.numbers(shard, PerformanceChange.PROPERTIES.get(property)).ifPresent(column -> {
                for (int i = 0; i < column.size(); i++) {
                    short release = of[column.row(i)];
                    if (release != NONE) {
                        values.get(release).add(column.values().at(i));
                    }
                }
            });
        }
    }

    private void run(Shard shard, int run, int end, short[] of, Partial partial) {
        short release = (short) log.contexts().release(shard.runContext[run]);
        for (int row = shard.runRow[run]; row < end; row++) {
            int day = shard.eventDay[row];
            if (day >= from && day < to) {
                of[row] = release;
                partial.counts[0][release] += shard.eventName[row] == crash ? 1 : 0;
            }
        }
    }

    @Override
    public void merge(Partial into, Partial from) {
        ArraySums.add(into.counts, from.counts);
        for (int property = 0; property < into.values.size(); property++) {
            for (int release = 0; release < into.counts[0].length; release++) {
                into.values
                        .get(property)
                        .get(release)
                        .addAll(from.values.get(property).get(release));
            }
        }
    }

    @Override
    public Found finish(Partial partial) {
        return new Found(log.releases(), partial);
    }
}
