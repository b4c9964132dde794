package coldtide.core.anomaly.counts;

import coldtide.core.tidetable.PeriodCounts;
import it.unimi.dsi.fastutil.ints.IntArrayList;
import it.unimi.dsi.fastutil.ints.IntList;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;

/**
 * Looks through all runs of days of a slice for those on which it had less than before: every first day, and up to eight weeks from
 * there, against the four weeks before. A scan statistic over time (M. Kulldorff, Communications in Statistics 26 (1997) 1481–1496, cited
 * from memory), whose scale is that of the slice's own past: slices that drift, as channels do, must move further to be told.
 */
public final class ShiftScan {
    public static final int BEFORE = 28;
    static final int LEAST_BEFORE = 21;
    static final int LONGEST = 56;
    static final int SHORTEST = 2;
    /** Runs with no more days than this between them are one. */
    private static final int APART = 3;

    private static final int FORTNIGHT = 14;
    /** Fortnights are few: only what is beyond this much of the scatter of days is told from chance. */
    private static final double MARGIN = 1.5;
    /** Share of all runs that is taken for usual. The next constant is the matching quantile of |z| for a standard normal z. */
    private static final double NEARER = 0.3;

    private static final double NEARER_SIZE = 0.3853;
    /** Days that lie less than a fifth apart are alike, and all that chance may bring about. */
    private static final double LEAST_UNLIKE = Math.log(1.2);

    private static final double UNLIKE = 3;
    /** Lower bound of the fitted factor. It keeps one stray event from ending a run. */
    private static final double LEAST_LEFT = 0.02;
    /** Log-likelihood ratio from which on further days belong to a run. */
    private static final double LIKER = 3;
    /** Share of a group's drop relative to others that must be a drop of the group itself. */
    private static final double OWN_PART = 0.7;

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
    private final Usual usually;

    /**
     * How far a slice usually moves.
     *
     * @param scatter by how much more than if things came one by one days scatter, as a factor on the variance; at least 1
     * @param drift how far it drifts in a fortnight, as the variance of a logarithm
     */
    private record Usual(double scatter, double drift) {
        /**
         * How far a run usually lies from no change, in standard errors: by how its days scatter, and by how far the slice drifts, as of a
         * random walk, from the middle of its past to the middle of the run.
         */
        public double scale(BeforeAfterCounts spans, int length) {
            double error = spans.error();
            return Math.sqrt(scatter + drift * (length + BEFORE) / (2 * FORTNIGHT) / (error * error));
        }
    }

    /** A slice by day against all other users. */
    public static ShiftScan of(Rate rate, List<PeriodCounts> slice, double[] allOver, double[] allUnder) {
        return new ShiftScan(
                rate,
                rate.over(slice),
                rate.under(slice),
                allOver,
                allUnder,
                rate.under().isEmpty());
    }

    /** Purchases in one currency against those in others; of whom they are so many is the same. */
    public static ShiftScan ofCurrency(List<PeriodCounts> inCurrency, List<PeriodCounts> all) {
        Rate rate = Rate.PURCHASES;
        return new ShiftScan(rate, rate.over(inCurrency), rate.under(all), rate.over(all), rate.under(all), true);
    }

    /** All users against their own past. */
    public static ShiftScan ofAll(Rate rate, List<PeriodCounts> all) {
        double[] many = new double[all.size()];
        Arrays.fill(many, BeforeAfterCounts.STEADY);
        return new ShiftScan(rate, rate.over(all), rate.under(all), many, many, false);
    }

    ShiftScan(Rate rate, double[] over, double[] under, double[] allOver, double[] allUnder, boolean byItself) {
        this.rate = rate;
        days = over.length;
        this.over = sums(over, null);
        this.under = sums(under, null);
        boolean isAll = allOver[0] == BeforeAfterCounts.STEADY;
        restOver = sums(allOver, isAll ? null : over);
        restUnder = byItself ? this.under : sums(allUnder, isAll ? null : under);
        overBefore = new double[days + 1];
        underBefore = new double[days + 1];
        restOverBefore = new double[days + 1];
        restUnderBefore = new double[days + 1];
        IntStream.rangeClosed(LEAST_BEFORE, days).forEach(this::past);
        usually = usual(new Around(days, days));
    }

    /** Sums up to before each day. */
    private static double[] sums(double[] values, double[] less) {
        double[] sums = new double[values.length + 1];
        for (int day = 0; day < values.length; day++) {
            sums[day + 1] = sums[day] + values[day] - (less == null ? 0 : less[day]);
        }
        return sums;
    }

    /** Days that are left out when it is asked what is usual; none if it lies behind the last. */
    private record Around(int from, int to) {
        boolean touches(int at, int length) {
            return at + length > from && at - length < to;
        }
    }

    private Usual usual(Around without) {
        double scatter = Math.max(1, apart(1, without));
        return new Usual(scatter, drift(scatter, without));
    }

    /**
     * How far spans that follow one another usually lie apart, squared: by the nearer of them, so that some falls, and what is better since
     * something was mended, do not count as usual.
     */
    private double apart(int length, Around without) {
        double[] sizes = new double[days];
        int found = 0;
        for (int from = length; from + length <= days; from++) {
            BeforeAfterCounts spans = following(from, length);
            if (spans.isKnown() && !without.touches(from, length)) {
                sizes[found++] = Math.abs(rate.uncorrected(spans));
            }
        }
        if (found == 0) {
            return 1;
        }
        Arrays.sort(sizes, 0, found);
        double size = sizes[(int) (NEARER * found)] / NEARER_SIZE;
        return size * size;
    }

    /** What fortnights lie further apart than their days let expect, as far as it is told from chance. */
    private double drift(double scatter, Around without) {
        double excess = Math.max(0, apart(FORTNIGHT, without) - MARGIN * scatter);
        double error = 0;
        int known = 0;
        for (int from = FORTNIGHT; from + FORTNIGHT <= days && excess > 0; from++) {
            BeforeAfterCounts spans = following(from, FORTNIGHT);
            if (spans.isKnown() && !without.touches(from, FORTNIGHT)) {
                error += spans.error() * spans.error();
                known++;
            }
        }
        return known == 0 ? 0 : excess * error / known;
    }

    private BeforeAfterCounts following(int from, int length) {
        return new BeforeAfterCounts(
                over[from] - over[from - length],
                under[from] - under[from - length],
                over[from + length] - over[from],
                under[from + length] - under[from],
                restOver[from] - restOver[from - length],
                restUnder[from] - restUnder[from - length],
                restOver[from + length] - restOver[from],
                restUnder[from + length] - restUnder[from]);
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
    public IntList pastDays(int from) {
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

    public BeforeAfterCounts spans(int from, int to) {
        return new BeforeAfterCounts(
                overBefore[from],
                underBefore[from],
                over[to] - over[from],
                under[to] - under[from],
                restOverBefore[from],
                restUnderBefore[from],
                restOver[to] - restOver[from],
                restUnder[to] - restUnder[from]);
    }

    public double scale(BeforeAfterCounts spans, int length) {
        return usually.scale(spans, length);
    }

    /** A run of days, if it is known and lies below at all. */
    public Optional<Shift> run(int from, int to) {
        BeforeAfterCounts spans = spans(from, to);
        return spans.isKnown() && spans.overAfter() < spans.expected()
                ? Optional.of(new Shift(from, to, rate.distance(spans) / scale(spans, to - from)))
                : Optional.empty();
    }

    /** The runs that lie further than {@code least} below no change, the furthest first; none overlaps one before it. */
    public List<Shift> falls(double least) {
        List<Shift> further = further(least);
        List<Shift> found = new ArrayList<>(further.stream()
                .map(run -> scaled(run, usually))
                .filter(run -> run.distance() < -least)
                .sorted(Comparator.comparingDouble(Shift::distance))
                .toList());
        if (found.isEmpty()) {
            further.stream()
                    .min(Comparator.comparingDouble(Shift::distance))
                    .flatMap(this::byAllOthers)
                    .filter(run -> run.distance() < -least)
                    .ifPresent(found::add);
        }
        List<Shift> apart = new ArrayList<>();
        for (Shift shift : found) {
            if (apart.stream().noneMatch(shift::overlaps)) {
                apart.add(shift);
            }
        }
        return joined(new ArrayList<>(apart.stream().map(this::whole).toList()));
    }

    /** All runs that lie so far below, as if things came one by one. */
    private List<Shift> further(double least) {
        List<Shift> further = new ArrayList<>();
        for (int from = LEAST_BEFORE; from + SHORTEST <= days; from++) {
            for (int to = from + SHORTEST; to <= Math.min(days, from + LONGEST); to++) {
                BeforeAfterCounts spans = spans(from, to);
                if (spans.isKnown() && spans.overAfter() < spans.expected()) {
                    double distance = rate.distance(spans);
                    if (distance < -least && spans.own() < OWN_PART * spans.against()) {
                        further.add(new Shift(from, to, distance));
                    }
                }
            }
        }
        return further;
    }

    private Shift scaled(Shift run, Usual by) {
        int length = run.to() - run.from();
        return new Shift(run.from(), run.to(), run.distance() / by.scale(spans(run.from(), run.to()), length));
    }

    /** A run by what is usual of all days but its own; of a short past it is itself what looks usual. Not where few are left. */
    private Optional<Shift> byAllOthers(Shift run) {
        boolean enough = days - 2 * FORTNIGHT - (run.to() - run.from()) >= days / 2;
        return enough ? Optional.of(scaled(run, usual(new Around(run.from(), run.to())))) : Optional.empty();
    }

    /**
     * A run with the days before and after it that are liker to it than to its past. The furthest run is shorter where a slice drifts,
     * since what lies far back says less; on which days it lay below is another question, that of two change points (the largest sum of
     * log-likelihood ratios, as of E. S. Page, Biometrika 41 (1954) 100–115, cited from memory).
     */
    private Shift whole(Shift shift) {
        BeforeAfterCounts spans = spans(shift.from(), shift.to());
        double factor = Math.max(LEAST_LEFT, spans.overAfter() / spans.expected());
        double usual = spans.overBefore() / spans.underBefore() / (spans.restOverBefore() / spans.restUnderBefore());
        int to = shift.to() + longer(shift.to(), 1, days - shift.to(), usual, factor);
        int from = shift.from()
                - longer(shift.from() - 1, -1, Math.min(FORTNIGHT, shift.from() - LEAST_BEFORE), usual, factor);
        return new Shift(from, to, shift.distance());
    }

    /** How many days on from one, in a direction, are liker to a run than to its past. */
    private int longer(int first, int step, int most, double usual, double factor) {
        double sum = 0;
        double best = LIKER;
        int longer = 0;
        for (int i = 0; i < most; i++) {
            int day = first + step * i;
            double expected = usual * size(day);
            double actual = over[day + 1] - over[day];
            sum += (actual * Math.log(factor) - expected * (factor - 1)) / usually.scatter();
            if (sum > best) {
                best = sum;
                longer = i + 1;
            }
        }
        return longer;
    }

    /** Runs that follow one another closely are one; the distance is that of the furthest part. */
    private List<Shift> joined(List<Shift> apart) {
        apart.sort(Comparator.comparingInt(Shift::from));
        List<Shift> joined = new ArrayList<>();
        for (Shift next : apart) {
            Shift last = joined.isEmpty() ? null : joined.get(joined.size() - 1);
            if (last != null && next.from() - last.to() <= APART) {
                joined.set(
                        joined.size() - 1,
                        new Shift(last.from(), next.to(), Math.min(last.distance(), next.distance())));
            } else {
                joined.add(next);
            }
        }
        joined.sort(Comparator.comparingDouble(Shift::distance));
        return joined;
    }
}
