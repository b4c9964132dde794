package coldtide.core.anomaly.counts;

import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.function.ToDoubleFunction;

/**
 * The metric that dropped, by day of the log; NaN where nothing is known.
 *
 * @param actual the count of a group, or the value of a headline metric
 * @param expected the value expected from all other users, or from its own past
 * @param low lower limit of the expected range of a headline metric; unknown for a group
 * @param high upper limit of the expected range
 */
public record DailyCourse(double[] actual, double[] expected, double[] low, double[] high) {
    public static DailyCourse ofSlice(double[] actual, double[] expected) {
        double[] unknown = new double[actual.length];
        Arrays.fill(unknown, Double.NaN);
        return new DailyCourse(actual, expected, unknown, unknown);
    }

    /** @param band of the same days as {@code days} */
    public static DailyCourse ofBand(List<OptionalDouble> days, List<Optional<ExpectedRangeDay>> band) {
        return new DailyCourse(
                days.stream().mapToDouble(day -> day.orElse(Double.NaN)).toArray(),
                each(band, ExpectedRangeDay::expected),
                each(band, ExpectedRangeDay::low),
                each(band, ExpectedRangeDay::high));
    }

    private static double[] each(List<Optional<ExpectedRangeDay>> band, ToDoubleFunction<ExpectedRangeDay> of) {
        return band.stream()
                .mapToDouble(day -> day.map(of::applyAsDouble).orElse(Double.NaN))
                .toArray();
    }

    public DailyCourse {
        actual = actual.clone();
        expected = expected.clone();
        low = low.clone();
        high = high.clone();
    }
}
