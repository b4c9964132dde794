package coldtide.core.change;

import coldtide.core.tidetable.PeriodCounts;
import it.unimi.dsi.fastutil.ints.IntArrayList;
import it.unimi.dsi.fastutil.ints.IntList;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.stream.IntStream;

/**
 * Looks through all runs of days of a slice for those on which it had less than before: every first day, and up to eight weeks from
 * there, against the four weeks before. A scan statistic over time (M. Kulldorff, Communications in Statistics 26 (1997) 1481–1496, cited
 * from memory), whose scale is that of the slice's own past: slices that drift, as channels do, must move further to be told.
 */
final class ShiftScan {
    static final int BEFORE = 28;
    static final int LEAST_BEFORE = 21;
    static final int LONGEST = 56;
    static final int SHORTEST = 2;
    /** Runs with no more days than this between them are one. */
    private static final int APART = 3;
    /** Lengths of which the usual scale is asked; a run is judged by the first that is not shorter. */
    private static final int[] LENGTHS = {3, 7, 14, 28, LONGEST};
    /** The median of the size of a standard normal variable. */
    private static final double MEDIAN_SIZE = 0.6745;
    /** Days that lie less than a fifth apart are alike, and all that chance may bring about. */
    private static final double LEAST_UNLIKE = Math.log(1.2);

    private static final double UNLIKE = 3;
    /** Of how much a slice fell against others it must have fallen itself. */
    private static final double OWN_PART = 0.7;

    /** In place of others where there are none: so many that they never change. */
    private static final double STEADY = 1e12;

    private final Rate rate;
    private final double[] over;
    private final double[] under;
    private final double[] restOver;
    private final double[] restUnder;
    private final int days;
    /** By first day of a run, what is its past. */
    private final double[] overBefore;

    private final double[] underBefore;
    private final double[] restOverBefore;
    private final double[] restUnderBefore;
    private final double[] scale;

    /** A slice by day against everybody else. */
    static ShiftScan of(Rate rate, List<PeriodCounts> slice, List<PeriodCounts> all) {
        return new ShiftScan(
                rate,
                rate.over(slice),
                rate.under(slice),
                rate.over(all),
                rate.under(all),
                rate.under().isEmpty());
    }

    /** Purchases in one currency against those in others; of whom they are so many is the same. */
    static ShiftScan ofCurrency(List<PeriodCounts> inCurrency, List<PeriodCounts> all) {
        Rate rate = Rate.PURCHASES;
        return new ShiftScan(rate, rate.over(inCurrency), rate.under(all), rate.over(all), rate.under(all), true);
    }

    /** Everybody against their own past. */
    static ShiftScan ofAll(Rate rate, List<PeriodCounts> all) {
        double[] many = new double[all.size()];
        Arrays.fill(many, STEADY);
        return new ShiftScan(rate, rate.over(all), rate.under(all), many, many, false);
    }

    private ShiftScan(Rate rate, double[] over, double[] under, double[] allOver, double[] allUnder, boolean byItself) {
        this.rate = rate;
        days = over.length;
        this.over = sums(over, null);
        this.under = sums(under, null);
        boolean isAll = allOver[0] == STEADY;
        restOver = sums(allOver, isAll ? null : over);
        restUnder = byItself ? this.under : sums(allUnder, isAll ? null : under);
        overBefore = new double[days + 1];
        underBefore = new double[days + 1];
        restOverBefore = new double[days + 1];
        restUnderBefore = new double[days + 1];
        IntStream.rangeClosed(LEAST_BEFORE, days).forEach(this::past);
        scale = Arrays.stream(LENGTHS).mapToDouble(this::usual).toArray();
    }

    /** Sums up to before each day. */
    private static double[] sums(double[] values, double[] less) {
        double[] sums = new double[values.length + 1];
        for (int day = 0; day < values.length; day++) {
            sums[day + 1] = sums[day] + values[day] - (less == null ? 0 : less[day]);
        }
        return sums;
    }

    /** How far runs of a length usually lie below no change; what lies above, say after something was made better, is left out. */
    private double usual(int length) {
        double[] sizes = new double[days];
        int found = 0;
        for (int from = LEAST_BEFORE; from + length <= days; from++) {
            TwoSpans spans = spans(from, from + length);
            if (spans.isKnown() && spans.overAfter() < spans.expected()) {
                sizes[found++] = -rate.distance(spans);
            }
        }
        if (found == 0) {
            return 1;
        }
        Arrays.sort(sizes, 0, found);
        double usual = sizes[found / 2] / MEDIAN_SIZE;
        // Of few runs of this length that do not overlap, the scale is not known well; nor is it needed where it is
        // that of mere counts.
        double unknown = Math.sqrt(length / (double) (days - LEAST_BEFORE)) * Math.min(1, Math.max(0, 2 * (usual - 1)));
        return Math.max(1, usual * (1 + unknown));
    }

    private void past(int from) {
        pastDays(from).forEach(day -> {
            overBefore[from] += over[day + 1] - over[day];
            underBefore[from] += under[day + 1] - under[day];
            restOverBefore[from] += restOver[day + 1] - restOver[day];
            restUnderBefore[from] += restUnder[day + 1] - restUnder[day];
        });
    }

    /**
     * The past of a run: the four weeks before its first day, without days of a burst or of a fall that is over, since what came after them
     * would look like a change. Empty while the slice was not there on three weeks of them.
     */
    IntList pastDays(int from) {
        IntArrayList past = new IntArrayList();
        int begin = Math.max(0, from - BEFORE);
        if (IntStream.range(begin, from)
                        .filter(day -> under[day + 1] > under[day])
                        .count()
                < LEAST_BEFORE) {
            return past;
        }
        double[] levels = IntStream.range(begin, from).mapToDouble(this::level).toArray();
        double[] sorted = levels.clone();
        Arrays.sort(sorted);
        double middle = sorted[sorted.length / 2];
        double usual = Math.exp(middle);
        for (int day = begin; day < from; day++) {
            double expected = Math.max(1, usual * size(day));
            if (Math.abs(levels[day - begin] - middle) <= Math.max(LEAST_UNLIKE, UNLIKE / Math.sqrt(expected))) {
                past.add(day);
            }
        }
        return past;
    }

    /** What a slice would hold on a day, were it as the others are. */
    private double size(int day) {
        return (under[day + 1] - under[day])
                * (restOver[day + 1] - restOver[day])
                / Math.max(1, restUnder[day + 1] - restUnder[day]);
    }

    /** The logarithm of the slice against the others on a day. */
    private double level(int day) {
        return Math.log(Math.max(0.5, over[day + 1] - over[day]) / Math.max(1e-9, size(day)));
    }

    TwoSpans spans(int from, int to) {
        return new TwoSpans(
                overBefore[from],
                underBefore[from],
                over[to] - over[from],
                under[to] - under[from],
                restOverBefore[from],
                restUnderBefore[from],
                restOver[to] - restOver[from],
                restUnder[to] - restUnder[from]);
    }

    /** How far runs of a length usually lie from no change, in standard errors. */
    double scale(int length) {
        int at = 0;
        while (at < LENGTHS.length - 1 && LENGTHS[at] < length) {
            at++;
        }
        return scale[at];
    }

    /** The runs that lie further than {@code least} below no change, the furthest first; none overlaps one before it. */
    List<Shift> falls(double least) {
        List<Shift> found = new ArrayList<>();
        for (int from = LEAST_BEFORE; from + SHORTEST <= days; from++) {
            for (int to = from + SHORTEST; to <= Math.min(days, from + LONGEST); to++) {
                TwoSpans spans = spans(from, to);
                if (spans.isKnown() && spans.overAfter() < spans.expected()) {
                    double distance = rate.distance(spans) / scale(to - from);
                    if (distance < -least && spans.own() < OWN_PART * spans.against()) {
                        found.add(new Shift(from, to, distance, spans.expected(), spans.overAfter()));
                    }
                }
            }
        }
        found.sort(Comparator.comparingDouble(Shift::distance));
        List<Shift> apart = new ArrayList<>();
        for (Shift shift : found) {
            if (apart.stream().noneMatch(shift::overlaps)) {
                apart.add(shift);
            }
        }
        return joined(apart);
    }

    /** Runs that follow one another closely are one; the distance is that of the furthest part. */
    private List<Shift> joined(List<Shift> apart) {
        apart.sort(Comparator.comparingInt(Shift::from));
        List<Shift> joined = new ArrayList<>();
        for (Shift next : apart) {
            Shift last = joined.isEmpty() ? null : joined.get(joined.size() - 1);
            if (last != null && next.from() - last.to() <= APART) {
                TwoSpans spans = spans(last.from(), next.to());
                double furthest = Math.min(last.distance(), next.distance());
                joined.set(
                        joined.size() - 1,
                        new Shift(last.from(), next.to(), furthest, spans.expected(), spans.overAfter()));
            } else {
                joined.add(next);
            }
        }
        joined.sort(Comparator.comparingDouble(Shift::distance));
        return joined;
    }
}
