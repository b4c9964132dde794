package coldtide.core.measure;

import coldtide.core.measure.MeasureAnswer.Line;
import coldtide.core.scan.ArraySums;
import it.unimi.dsi.fastutil.longs.LongOpenHashSet;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.stream.IntStream;

/**
 * Accumulates one metric by group and window. Sums are kept as differences between neighbouring windows, so a row that falls into many windows
 * costs two additions. A user counts once in each window, because the rows of a user ascend in time. Sums are exact ({@link ExactSums}): the same in
 * whatever order shards are added.
 */
final class MetricAccumulator {
    /** Different values kept, of all cells of a thread together. */
    private static final int MOST_KEPT = 20_000_000;
    /** The bits of minus zero, for which zero stands. */
    private static final long NO_VALUE = Long.MIN_VALUE;

    private final Measure.Kind kind;
    private final double percent;
    private final Buckets buckets;
    private final boolean oneGroupEach;
    /** Whether users are asked for window by window, not in the range alone. */
    private final boolean wantsPeople;
    /** Whether events are asked for window by window, not in the range alone. */
    private final boolean wantsEvents;
    /** Windows and one more, where the last differences go. */
    private final int stride;

    private final long[] events;
    private final long[] people;
    /** For sums and means; else null. */
    private final ExactSums exact;

    private final double[] extremes;
    /** For percentiles; else null. */
    private final Samples samples;

    private final LongOpenHashSet[] distinct;
    private final long[] lastDistinct;
    private int kept;
    /** Window by window, of each group; once finished. */
    private double[] percentiles;

    /** The user being counted, whom each group last counted, up to which window, and in the range. */
    private int person;

    private final int[] counted;
    private final int[] countedTo;
    private final int[] countedInRange;

    /**
     * After the windows of a group stand the last differences, and its range. The last group is of all together.
     *
     * @param oneGroupEach whether whatever is counted is counted in one other group as well
     */
    MetricAccumulator(Measure measure, int groups, boolean oneGroupEach, Buckets buckets) {
        kind = measure.kind();
        percent = measure.percent();
        this.buckets = buckets;
        this.oneGroupEach = oneGroupEach;
        wantsPeople = kind.isOfPeople();
        wantsEvents = kind != Measure.Kind.PEOPLE && kind != Measure.Kind.SHARE;
        stride = buckets.size() + 2;
        int cells = groups * stride;
        boolean sums = kind == Measure.Kind.SUM || kind == Measure.Kind.MEAN;
        boolean extreme = kind == Measure.Kind.LEAST || kind == Measure.Kind.MOST;
        events = new long[cells];
        people = new long[cells];
        exact = sums ? new ExactSums(cells) : null;
        extremes = new double[extreme ? cells : 0];
        Arrays.fill(extremes, Double.NaN);
        samples = kind == Measure.Kind.PERCENTILE ? new Samples(cells) : null;
        distinct = new LongOpenHashSet[kind == Measure.Kind.DISTINCT ? cells : 0];
        lastDistinct = new long[distinct.length];
        Arrays.fill(lastDistinct, NO_VALUE);
        counted = new int[groups];
        countedTo = new int[groups];
        countedInRange = new int[groups];
    }

    /** Goes on to the next user, whose rows come in order of time. */
    void nextPerson() {
        person++;
    }

    /** Counts {@code times} events of the user. */
    void count(int group, int bucket, int times) {
        int first = buckets.firstWindow(bucket);
        int end = buckets.endWindow(bucket);
        boolean inRange = buckets.inRange(bucket);
        if (!isOfParts(group)) {
            events(group * stride, first, end, inRange, times);
        }
        if (wantsPeople && first < end) {
            people(group, first, end);
        }
        if (inRange && countedInRange[group] != person) {
            countedInRange[group] = person;
            people[group * stride + stride - 1]++;
        }
    }

    private void events(int base, int first, int end, boolean inRange, int times) {
        if (first < end && wantsEvents) {
            events[base + first] += times;
            events[base + end] -= times;
        }
        if (inRange) {
            events[base + stride - 1] += times;
        }
    }

    private void people(int group, int first, int end) {
        int from = counted[group] == person ? Math.max(first, countedTo[group]) : first;
        if (from < end) {
            people[group * stride + from]++;
            people[group * stride + end]--;
            counted[group] = person;
            countedTo[group] = end;
        }
    }

    /** Counts one event with a number. */
    void number(int group, int bucket, double value) {
        count(group, bucket, 1);
        if (exact == null) {
            if (samples == null || !isOfParts(group)) {
                single(group * stride + buckets.firstWindow(bucket), value);
            }
        } else if (!isOfParts(group)) {
            sum(group * stride, bucket, value);
        }
    }

    private void sum(int base, int bucket, double value) {
        int first = buckets.firstWindow(bucket);
        int end = buckets.endWindow(bucket);
        if (first < end) {
            exact.add(base + first, value, 1);
            exact.add(base + end, value, -1);
        }
        if (buckets.inRange(bucket)) {
            exact.add(base + stride - 1, value, 1);
        }
    }

    private void single(int cell, double value) {
        if (kind == Measure.Kind.PERCENTILE) {
            samples.add(cell, value);
        } else {
            extreme(cell, value);
        }
    }

    private void extreme(int cell, double value) {
        boolean better = kind == Measure.Kind.LEAST ? value < extremes[cell] : value > extremes[cell];
        if (better || Double.isNaN(extremes[cell])) {
            extremes[cell] = value;
        }
    }

    /** Counts {@code times} events of the user with a value, by its bits. */
    void distinct(int group, int bucket, long value, int times) {
        count(group, bucket, times);
        if (isOfParts(group)) {
            return;
        }
        int cell = group * stride + buckets.firstWindow(bucket);
        if (lastDistinct[cell] == value) {
            return; // most often it is the same as before, which is found out sooner than by a search
        }
        lastDistinct[cell] = value;
        if (distinct[cell] == null) {
            distinct[cell] = new LongOpenHashSet();
        }
        kept += distinct[cell].add(value) ? 1 : 0;
        if (kept > MOST_KEPT) {
            throw tooMany(MOST_KEPT);
        }
    }

    static IllegalArgumentException tooMany(int most) {
        return new IllegalArgumentException("There are more than " + most
                + " different values to keep at once; ask for a shorter range or tell fewer groups apart.");
    }

    void add(MetricAccumulator from) {
        ArraySums.add(events, from.events);
        ArraySums.add(people, from.people);
        if (exact != null) {
            exact.add(from.exact);
        }
        for (int cell = 0; cell < extremes.length; cell++) {
            if (!Double.isNaN(from.extremes[cell])) {
                extreme(cell, from.extremes[cell]);
            }
        }
        if (samples != null) {
            samples.add(from.samples);
        }
        for (int cell = 0; cell < distinct.length; cell++) {
            distinct(cell, from.distinct[cell]);
        }
    }

    private void distinct(int cell, LongOpenHashSet values) {
        if (values != null) {
            distinct[cell] = distinct[cell] == null ? new LongOpenHashSet() : distinct[cell];
            distinct[cell].addAll(values);
        }
    }

    /** How many users a group has in the range. */
    long people(int group) {
        return people[group * stride + stride - 1];
    }

    /** Users of a group by window, and in the range at the end. */
    double[] peopleByWindow(int group) {
        return summed(people, group);
    }

    /** Differences added up, window by window; the range, which is none, at the end. */
    private double[] summed(long[] differences, int group) {
        double[] sums = new double[stride - 1];
        long sum = 0;
        for (int window = 0; window < stride - 2; window++) {
            sum += differences[group * stride + window];
            sums[window] = sum;
        }
        sums[stride - 2] = differences[group * stride + stride - 1];
        return sums;
    }

    /**
     * The measure of a group, the range at the end.
     *
     * @param active active users of the group by window, for shares
     */
    Line line(int group, double[] active) {
        double[] cells = cells(group, active);
        List<Double> windows = new ArrayList<>(cells.length - 1);
        for (int window = 0; window < cells.length - 1; window++) {
            windows.add(cells[window]);
        }
        return new Line(windows, cells[cells.length - 1], people(group), events[group * stride + stride - 1]);
    }

    private double[] cells(int group, double[] active) {
        double[] times = summed(events, group);
        return switch (kind) {
            case EVENTS, SESSIONS -> times;
            case PEOPLE -> summed(people, group);
            case EACH -> divided(times, summed(people, group));
            case SHARE -> divided(summed(people, group), active);
            case SUM -> sums(group);
            case MEAN -> divided(sums(group), times);
            case PERCENTILE -> percentiles(group);
            case LEAST, MOST, DISTINCT -> singles(group);
        };
    }

    private double[] sums(int group) {
        double[] sums = exact.running(group * stride, stride - 2);
        double[] withRange = Arrays.copyOf(sums, stride - 1);
        withRange[stride - 2] = exact.value(group * stride + stride - 1);
        return withRange;
    }

    private static double[] divided(double[] over, double[] under) {
        double[] ratios = new double[over.length];
        for (int i = 0; i < ratios.length; i++) {
            ratios[i] = under[i] == 0 ? Double.NaN : over[i] / under[i];
        }
        return ratios;
    }

    /** What cannot be added up is kept by period alone; the range is all periods together. */
    private void gatherRange(int group) {
        int range = group * stride + stride - 1;
        for (int cell = group * stride; cell < range - 1; cell++) {
            if (extremes.length > 0 && !Double.isNaN(extremes[cell])) {
                extreme(range, extremes[cell]);
            } else if (distinct.length > 0) {
                distinct(range, distinct[cell]);
            }
        }
    }

    /** Once all is counted, before lines are asked for. */
    void finish() {
        if (oneGroupEach) {
            int all = (counted.length - 1) * stride;
            for (int cell = 0; cell < all; cell++) {
                part(cell, all + cell % stride);
            }
        }
        percentiles = samples == null ? null : percentiles(samples.byCell());
    }

    private void part(int cell, int ofAll) {
        events[ofAll] += events[cell];
        if (exact != null) {
            exact.addCell(cell, ofAll);
        }
        if (distinct.length > 0) {
            distinct(ofAll, distinct[cell]);
        }
    }

    /** All at once and window by window, so that what costs most, all together, is spread over the threads. */
    private double[] percentiles(Samples.ByCell byCell) {
        int groups = counted.length;
        int[][] firsts = new int[groups][];
        for (int group = 0; group < groups; group++) {
            firsts[group] = isOfParts(group)
                    ? IntStream.range(0, group).map(part -> part * stride).toArray()
                    : new int[] {group * stride};
        }
        return IntStream.range(0, (stride - 1) * groups)
                .parallel()
                .mapToDouble(i -> percentile(byCell, firsts[i % groups], i / groups))
                .toArray();
    }

    /** @param window of the group whose parts begin with {@code firsts}; the range after the last */
    private double percentile(Samples.ByCell byCell, int[] firsts, int window) {
        return window == stride - 2
                ? byCell.percentile(firsts, stride - 2, percent / 100)
                : byCell.percentile(
                        IntStream.of(firsts).map(first -> first + window).toArray(), 1, percent / 100);
    }

    private double[] percentiles(int group) {
        return IntStream.range(0, stride - 1)
                .mapToDouble(window -> percentiles[window * counted.length + group])
                .toArray();
    }

    /** Whether what adds up of a group, it being that of all together, is kept by its parts alone. */
    private boolean isOfParts(int group) {
        return oneGroupEach && group == counted.length - 1;
    }

    private double[] singles(int group) {
        gatherRange(group);
        double[] cells = new double[stride - 1];
        for (int i = 0; i < cells.length; i++) {
            int cell = group * stride + (i == stride - 2 ? stride - 1 : i);
            cells[i] =
                    kind != Measure.Kind.DISTINCT ? extremes[cell] : distinct[cell] == null ? 0 : distinct[cell].size();
        }
        return cells;
    }
}
