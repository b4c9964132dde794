package coldtide.core.stats;

import org.apache.commons.statistics.distribution.NormalDistribution;

/**
 * A percentile of values that come in runs, a run from each user, with its 95 % interval: that of order statistics (G. J. Hahn and W. Q.
 * Meeker, Statistical Intervals, 1991, chapter 5, from memory) as if there were one value a user, which is wide rather than narrow.
 *
 * @param value between neighbours in rank, definition 7 of Hyndman and Fan; NaN of no value
 */
public record PercentileInterval(double value, double low, double high) {
    private static final NormalDistribution NORMAL = NormalDistribution.of(0, 1);
    private static final double Z = NORMAL.inverseCumulativeProbability(0.975);

    /**
     * @param sorted ascending
     * @param p from 0 to 1
     * @param people from how many they are
     */
    public static PercentileInterval of(double[] sorted, double p, long people) {
        if (sorted.length == 0 || people < 1) {
            return new PercentileInterval(Double.NaN, Double.NaN, Double.NaN);
        }
        double half = Z * Math.sqrt(p * (1 - p) / people);
        return new PercentileInterval(
                at(sorted, p), at(sorted, Math.max(0, p - half)), at(sorted, Math.min(1, p + half)));
    }

    private static double at(double[] sorted, double p) {
        double rank = (sorted.length - 1) * p;
        int below = (int) Math.floor(rank);
        int above = Math.min(sorted.length - 1, below + 1);
        return sorted[below] + (rank - below) * (sorted[above] - sorted[below]);
    }

    /**
     * This less another, of other users: its interval is put together from theirs as Newcombe's is of shares (G. Y. Zou and A. Donner,
     * Statistics in Medicine 27 (2008) 1693–1702, from memory), its p-value follows from its width.
     */
    public Difference less(PercentileInterval other) {
        double d = value - other.value;
        double under = Math.hypot(value - low, other.high - other.value);
        double over = Math.hypot(high - value, other.value - other.low);
        double error = (under + over) / (2 * Z);
        double p = d == 0 ? 1 : error == 0 ? 0 : 2 * NORMAL.survivalProbability(Math.abs(d) / error);
        return new Difference(d, d - under, d + over, p);
    }
}
