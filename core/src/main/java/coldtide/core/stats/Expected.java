package coldtide.core.stats;

import org.apache.commons.statistics.distribution.NormalDistribution;

/**
 * Where a share would lie, 95 times of 100, were it as it is elsewhere: W. Nelson, Applied Life Data Analysis (1982), section 6.2
 * (cited from memory), by the normal distribution, within 0 and 1. It allows for how little is known of the elsewhere, too.
 */
public record Expected(double low, double high) {
    private static final double Z = NormalDistribution.of(0, 1).inverseCumulativeProbability(0.975);

    /**
     * @param part of {@code whole} elsewhere, which is at least 1
     * @param here of how many it would be a share, at least 1
     */
    public static Expected of(long part, long whole, long here) {
        double share = (double) part / whole;
        double half = Z * Math.sqrt(share * (1 - share) * (1.0 / here + 1.0 / whole));
        return new Expected(Math.max(0, share - half), Math.min(1, share + half));
    }
}
