package coldtide.core.stats;

import org.apache.commons.statistics.distribution.NormalDistribution;

/**
 * 95% prediction interval of a proportion, given the rate elsewhere and its uncertainty. Normal approximation, cut to 0 and 1. Source: W. Nelson,
 * Applied Life Data Analysis (1982), section 6.2 (cited from memory).
 *
 * @param low lower limit, at least 0
 * @param high upper limit, at most 1
 */
public record PredictionInterval(double low, double high) {
    private static final double Z = NormalDistribution.of(0, 1).inverseCumulativeProbability(0.975);

    /**
     * @param part of {@code whole} elsewhere, which is at least 1
     * @param here of how many it would be a share, at least 1
     */
    public static PredictionInterval of(long part, long whole, long here) {
        double share = (double) part / whole;
        double half = Z * Math.sqrt(share * (1 - share) * (1.0 / here + 1.0 / whole));
        return new PredictionInterval(Math.max(0, share - half), Math.min(1, share + half));
    }
}
