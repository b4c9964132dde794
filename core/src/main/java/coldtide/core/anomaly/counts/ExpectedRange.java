package coldtide.core.anomaly.counts;

import coldtide.core.stats.SeasonalTrend;
import coldtide.core.stats.SeasonalTrend.Forecast;
import coldtide.core.tidetable.Figure;
import it.unimi.dsi.fastutil.doubles.DoubleArrayList;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;

/**
 * The expected range of each day of a series, forecast from its own past, and the drops out of it. Counts and money are followed as logarithms,
 * rates as log-odds, both as square roots where days scatter much. Days far outside are not learnt from, so an outage or a holiday does not move the
 * range. After four weeks below it, or two above it, the new level is accepted.
 */
public final class ExpectedRange {
    /** Full weeks before there is a band. */
    public static final int LEARNING = 21;
    /** Probability of a day below the expected range, which holds 95 of 100 days. */
    private static final double BELOW = 0.025;
    /** Probability below which two days in a row are a drop. It is small because dozens of metrics are watched. */
    private static final double BOTH_BELOW = 5e-5;
    /** One day as far below as this is a fall by itself. */
    private static final double FAR_BELOW = 2e-5;
    /** A day this far out is not learnt from. */
    private static final double ODD = 0.002;
    /** Days out on one side after which that is the new level. */
    private static final int NEW_LEVEL_BELOW = 28;

    private static final int NEW_LEVEL_ABOVE = 14;
    /** Relative chance variation of the first weeks above which square roots are modelled in place of logarithms, which are skewed for small counts. */
    private static final double NOISY = 0.15;
    /** Share of empty days above which no daily range is computed. */
    private static final double EMPTY = 0.1;

    /** By so many days it is judged how good forecasts are. */
    private static final int LATELY = 35;
    /** A long fall makes forecasts miss, too, and must not hide itself. */
    private static final double MOST_MISSES = 3;
    /** The median of the size of a standard normal variable. */
    private static final double MEDIAN_SIZE = 0.6745;

    private static final int WEEK = 7;
    private static final double FIRST_VARIANCE = 0.01;

    /**
     * A fall: from its first day to the day after its last.
     *
     * @param probability of the furthest day, how likely as low a value is by chance
     */
    public record Fall(int from, int to, double probability) {}

    /**
     * How a series is followed.
     *
     * @param isShare whether it lies from 0 to 1
     * @param isWorseAbove whether a rise of it is what counts as a fall
     */
    public record Scale(boolean isShare, boolean isWorseAbove) {
        public static Scale of(Figure figure) {
            return new Scale(figure.unit() == Figure.Unit.SHARE, figure.isWorseAbove());
        }
    }

    private final Scale scale;
    private final List<Optional<ExpectedRangeDay>> days = new ArrayList<>();
    /** Distance of each day from its forecast, from the second day on. */
    private final DoubleArrayList distances = new DoubleArrayList();

    private final List<Fall> falls = new ArrayList<>();
    private final int length;
    private final boolean byRoots;
    private final boolean isEnough;

    private ExpectedRange(Scale scale, List<OptionalDouble> values) {
        this.scale = scale;
        length = values.size();
        double[] first = values.stream()
                .filter(OptionalDouble::isPresent)
                .limit(LEARNING)
                .mapToDouble(OptionalDouble::getAsDouble)
                .toArray();
        byRoots = noise(first) > NOISY;
        isEnough = values.stream()
                        .filter(value -> value.isPresent() && value.getAsDouble() > 0)
                        .count()
                >= (1 - EMPTY) * values.size();
        follow(values);
        find();
    }

    /** How far days lie from the day before, as a part of what a day has. */
    private static double noise(double[] values) {
        double squares = 0;
        for (int i = 1; i < values.length; i++) {
            squares += (values[i] - values[i - 1]) * (values[i] - values[i - 1]);
        }
        double mean = Arrays.stream(values).average().orElse(0);
        return mean == 0 ? 0 : Math.sqrt(squares / 2 / Math.max(1, values.length - 1)) / mean;
    }

    public static ExpectedRange of(Scale scale, List<OptionalDouble> values) {
        return new ExpectedRange(scale, values);
    }

    /** By day; empty while learning, or where it had too few values so far. */
    public List<Optional<ExpectedRangeDay>> days() {
        return days;
    }

    /** Falls in the order of their days; of what is worse when it is higher, rises. */
    public List<Fall> falls() {
        return falls;
    }

    private double to(double value) {
        if (byRoots) {
            return Math.sqrt(Math.max(0, value));
        }
        return scale.isShare() ? Math.log(value / (1 - value)) : Math.log(value);
    }

    private double back(double followed) {
        if (byRoots) {
            return followed <= 0 ? 0 : followed * followed;
        }
        return scale.isShare() ? 1 / (1 + Math.exp(-followed)) : Math.exp(followed);
    }

    /** Whether a day's value can be followed as it is. */
    private boolean isFollowed(OptionalDouble value) {
        return value.isPresent()
                && (byRoots || value.getAsDouble() > 0 && (!scale.isShare() || value.getAsDouble() < 1));
    }

    private void follow(List<OptionalDouble> values) {
        SeasonalTrend trend = null;
        int run = 0;
        for (OptionalDouble value : values) {
            if (trend == null) {
                days.add(Optional.empty());
                trend = isFollowed(value) ? begin(to(value.getAsDouble())) : null;
                continue;
            }
            Forecast next = trend.next();
            Forecast usual = new Forecast(next.mean(), next.scale() * misses(), next.freedom());
            days.add(distances.size() < LEARNING || !isEnough ? Optional.empty() : Optional.of(day(usual, value)));
            if (!isFollowed(value)) {
                trend.pass();
                continue;
            }
            double seen = to(value.getAsDouble());
            double below = usual.below(seen);
            boolean odd = distances.size() >= LEARNING && Math.min(below, 1 - below) < ODD;
            run = !odd ? 0 : below < 0.5 ? Math.min(run, 0) - 1 : Math.max(run, 0) + 1;
            if (run <= -NEW_LEVEL_BELOW || run >= NEW_LEVEL_ABOVE) {
                trend.levelIsNew();
                odd = false;
                run = 0;
            }
            distances.add(Math.abs(next.distance(seen)));
            if (odd) {
                trend.pass();
            } else {
                trend.learn(seen);
            }
        }
    }

    private SeasonalTrend begin(double first) {
        SeasonalTrend trend = new SeasonalTrend(
                WEEK, first, byRoots ? Math.max(1e-6, first * first) * FIRST_VARIANCE : FIRST_VARIANCE);
        trend.learn(first);
        return trend;
    }

    /** By how much forecasts of late missed by more than they said, at the median; at least 1. */
    private double misses() {
        int from = Math.max(WEEK + 2, distances.size() - LATELY);
        if (distances.size() - from < WEEK) {
            return 1;
        }
        double[] lately = distances.subList(from, distances.size()).toDoubleArray();
        Arrays.sort(lately);
        return Math.min(MOST_MISSES, Math.max(1, lately[lately.length / 2] / MEDIAN_SIZE));
    }

    private ExpectedRangeDay day(Forecast next, OptionalDouble value) {
        double below = value.isEmpty() ? 0.5 : isFollowed(value) ? next.below(to(value.getAsDouble())) : 0;
        return new ExpectedRangeDay(
                back(next.mean()),
                back(next.quantile(BELOW)),
                back(next.quantile(1 - BELOW)),
                scale.isWorseAbove() ? 1 - below : below);
    }

    private double below(int day) {
        return days.get(day).map(ExpectedRangeDay::below).orElse(0.5);
    }

    /** Two days in a row, which together are less likely than either being just out of the band. */
    private boolean isTwice(int day) {
        return day + 1 < length
                && below(day) < BELOW
                && below(day + 1) < BELOW
                && below(day) * below(day + 1) < BOTH_BELOW;
    }

    /** Two days out of the band, or one far out, begin a fall; two days within it end it. */
    private void find() {
        int day = 0;
        while (day < length) {
            boolean begins = below(day) < FAR_BELOW || isTwice(day);
            if (!begins) {
                day++;
                continue;
            }
            int end = day + 1;
            int within = 0;
            double least = below(day);
            for (int next = day + 1; next < length && within < 2; next++) {
                within = below(next) < BELOW ? 0 : within + 1;
                end = within == 0 ? next + 1 : end;
                least = Math.min(least, below(next));
            }
            falls.add(new Fall(day, end, least));
            day = end + 1;
        }
    }
}
