package coldtide.core.stats;

import org.apache.commons.statistics.distribution.NormalDistribution;

/**
 * The difference of a figure between two independent groups, first less second, with its 95 % interval.
 *
 * @param p two-sided: how often chance alone would give at least as large a difference
 */
public record Difference(double value, double low, double high, double p) {
    private static final NormalDistribution NORMAL = NormalDistribution.of(0, 1);
    private static final double Z = NORMAL.inverseCumulativeProbability(0.975);

    /**
     * Of two shares. Interval: R. G. Newcombe, Statistics in Medicine 17 (1998) 873–890, method 10, from the Wilson intervals of
     * both. Test: two proportions, pooled, by the normal distribution.
     */
    public static Difference of(Share first, Share second) {
        double d = first.value() - second.value();
        double low = d - Math.hypot(first.value() - first.low(), second.high() - second.value());
        double high = d + Math.hypot(first.high() - first.value(), second.value() - second.low());
        return new Difference(d, low, high, test(first.part(), first.whole(), second.part(), second.whole()));
    }

    /**
     * Of two shares of the same users. Interval: A. Agresti and Y. Min, Statistics in Medicine 24 (2005) 729–740: that of Wald with
     * half a user more in each of the four cells. Test: McNemar's, by the normal distribution.
     *
     * @param people how many there are, at least 1
     * @param onlyFirst of how many only the first is true
     * @param onlySecond of how many only the second is true
     */
    public static Difference ofTheSame(long people, long onlyFirst, long onlySecond) {
        double n = people + 2.0;
        double first = onlyFirst + 0.5;
        double second = onlySecond + 0.5;
        double middle = (first - second) / n;
        double error = Math.sqrt(first + second - (first - second) * (first - second) / n) / n;
        return new Difference(
                (double) (onlyFirst - onlySecond) / people,
                middle - Z * error,
                middle + Z * error,
                twoSided(onlyFirst - onlySecond, Math.sqrt(onlyFirst + onlySecond)));
    }

    /** The test alone, of two shares with wholes of at least 1: much less work than the intervals. */
    public static double test(long part, long whole, long otherPart, long otherWhole) {
        return test(new VersusRestTest(part + otherPart, whole + otherWhole).chiSquared(part, whole));
    }

    /** The test of two shares of which {@link VersusRestTest#chiSquared} is known. */
    public static double test(double chiSquared) {
        return twoSided(Math.sqrt(chiSquared), 1);
    }

    /** How far two shares lie apart of which {@link #test(double)} gives this. */
    public static double chiSquared(double p) {
        double distance = NORMAL.inverseSurvivalProbability(p / 2);
        return distance * distance;
    }

    /**
     * Of two ratios of sums over users, each with its standard error; by the normal distribution, so of use for some dozens of
     * users and more.
     */
    public static Difference of(RatioOfSums first, RatioOfSums second) {
        double d = first.value() - second.value();
        double error = Math.hypot(first.standardError(), second.standardError());
        return new Difference(d, d - Z * error, d + Z * error, twoSided(d, error));
    }

    private static double twoSided(double difference, double error) {
        if (difference == 0) {
            return 1;
        }
        return error == 0 ? 0 : 2 * NORMAL.survivalProbability(Math.abs(difference) / error);
    }
}
