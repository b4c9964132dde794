package coldtide.core.stats;

import org.apache.commons.statistics.distribution.NormalDistribution;

/**
 * A mean over users with its 95 % interval by the normal distribution, so of use for some dozens of users and more.
 *
 * @param people at least 1
 * @param low NaN for one user alone; {@code high} likewise
 */
public record Mean(long people, double value, double low, double high) {
    private static final double Z = NormalDistribution.of(0, 1).inverseCumulativeProbability(0.975);

    /** @param squares sum of the squares of each user's value */
    public static Mean of(long people, double sum, double squares) {
        double mean = sum / people;
        double variance = Math.max(0, squares - sum * mean) / (people - 1.0);
        double half = people < 2 ? Double.NaN : Z * Math.sqrt(variance / people);
        return new Mean(people, mean, mean - half, mean + half);
    }
}
