package coldtide.core.anomaly.counts;

import coldtide.core.log.EventLog;
import coldtide.core.log.Shard;
import coldtide.core.scan.Analysis;
import coldtide.core.scan.ArraySums;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.stream.IntStream;

/**
 * Counts events by hour and finds outages. An hour is held against the same hour of the four weeks before, by their median,
 * and against how busy the rest of its day was; so neither a holiday nor an outage a week ago makes one. Hours are those since the day
 * began, so a day on which clocks change has 23 or 25. One pass over the times of all events.
 */
public final class OutageFinder implements Analysis<long[], List<Outage>> {
    private static final int MOST_HOURS = 26;
    private static final int HOUR_MILLIS = 3_600_000;
    private static final int WEEKS = 4;
    private static final int LEAST_WEEKS = 3;
    /** Fewer events than this to be expected in an hour are too few to be missed. */
    private static final double LEAST_EXPECTED = 30;
    /** An hour with less than this part of what was to be expected is one of an outage. */
    private static final double MISSING = 0.4;
    /** One beside it belongs to it with less than this, if that is further below than chance brings about. */
    private static final double SHORT = 0.8;

    private static final double FAR = 5;

    private final EventLog log;

    public OutageFinder(EventLog log) {
        this.log = log;
    }

    @Override
    public long[] empty() {
        return new long[log.days() * MOST_HOURS];
    }

    @Override
    public void scan(Shard shard, long[] partial) {
        for (int person = shard.person(0); person < shard.people(); person = shard.person(person + 1)) {
            for (int row = shard.eventFrom[person]; row < shard.eventFrom[person + 1]; row++) {
                partial[shard.eventDay[row] * MOST_HOURS + shard.eventMillisOfDay[row] / HOUR_MILLIS]++;
            }
        }
    }

    @Override
    public void merge(long[] into, long[] from) {
        ArraySums.add(into, from);
    }

    @Override
    public List<Outage> finish(long[] counts) {
        List<Outage> outages = new ArrayList<>();
        int end = log.dayNumber(log.endOfFullDays());
        for (int day = 7 * LEAST_WEEKS; day < end; day++) {
            outages.addAll(ofDay(counts, day));
        }
        return outages;
    }

    private List<Outage> ofDay(long[] counts, int day) {
        int hours = log.calendar().hoursOf(log.firstDay().plusDays(day));
        double[] usual = IntStream.range(0, hours)
                .mapToDouble(hour -> usual(counts, day, hour))
                .toArray();
        double[] parts = IntStream.range(0, hours)
                .filter(hour -> usual[hour] >= LEAST_EXPECTED)
                .mapToDouble(hour -> counts[day * MOST_HOURS + hour] / usual[hour])
                .sorted()
                .toArray();
        List<Outage> outages = new ArrayList<>();
        if (parts.length < MOST_HOURS / 3) {
            return outages;
        }
        double busy = parts[parts.length / 2];
        for (int hour = 0; hour < hours; hour++) {
            double expected = usual[hour] * busy;
            if (expected >= LEAST_EXPECTED && counts[day * MOST_HOURS + hour] < MISSING * expected) {
                int from = hour > 0 && isShort(counts, day, hour - 1, usual, busy) ? hour - 1 : hour;
                int to = hour + 1;
                while (to < hours && isShort(counts, day, to, usual, busy)) {
                    to++;
                }
                outages.add(outage(counts, day, from, to, usual, busy));
                hour = to;
            }
        }
        return outages;
    }

    private static boolean isShort(long[] counts, int day, int hour, double[] usual, double busy) {
        double expected = usual[hour] * busy;
        double actual = counts[day * MOST_HOURS + hour];
        return expected >= LEAST_EXPECTED && actual < SHORT * expected && expected - actual > FAR * Math.sqrt(expected);
    }

    /** The median of the same hour of the weeks before. */
    private static double usual(long[] counts, int day, int hour) {
        double[] before = IntStream.rangeClosed(1, WEEKS)
                .filter(week -> day - 7 * week >= 0)
                .mapToDouble(week -> counts[(day - 7 * week) * MOST_HOURS + hour])
                .sorted()
                .toArray();
        return (before[(before.length - 1) / 2] + before[before.length / 2]) / 2;
    }

    private Outage outage(long[] counts, int day, int from, int to, double[] usual, double busy) {
        Instant start = log.calendar().startOf(log.firstDay().plusDays(day));
        return new Outage(
                start.plus(from, ChronoUnit.HOURS),
                start.plus(to, ChronoUnit.HOURS),
                Arrays.stream(usual, from, to).sum() * busy,
                Arrays.stream(counts, day * MOST_HOURS + from, day * MOST_HOURS + to)
                        .sum());
    }
}
