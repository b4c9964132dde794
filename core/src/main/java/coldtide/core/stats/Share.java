package coldtide.core.stats;

import org.apache.commons.statistics.interval.BinomialConfidenceInterval;
import org.apache.commons.statistics.interval.Interval;

/**
 * A share of a counted whole with its 95 % Wilson score interval.
 *
 * <p>Source of the interval: E. B. Wilson, JASA 22 (1927); recommended by Newcombe, Statistics in Medicine 17 (1998).
 *
 * @param part how many of the whole, 0 to {@code whole}
 * @param whole at least 1: the share of nothing has no value and no interval
 * @param low lower bound, 0 to 1
 * @param high upper bound, 0 to 1
 */
public record Share(long part, long whole, double low, double high) {
    private static final double ERROR_RATE = 0.05;

    /**
     * @throws IllegalArgumentException if {@code whole} is below 1, {@code part} is not within it, or the whole exceeds
     *     2,147,483,647, the most the interval library takes
     */
    public static Share of(long part, long whole) {
        if (whole < 1 || whole > Integer.MAX_VALUE) {
            throw new IllegalArgumentException("A share needs a whole from 1 to 2147483647, not " + whole + ".");
        }
        if (part < 0 || part > whole) {
            throw new IllegalArgumentException(
                    "A part of " + part + " does not lie within the whole of " + whole + ".");
        }
        Interval interval = BinomialConfidenceInterval.WILSON_SCORE.fromErrorRate((int) whole, (int) part, ERROR_RATE);
        return new Share(part, whole, interval.getLowerBound(), interval.getUpperBound());
    }

    public double value() {
        return (double) part / whole;
    }
}
