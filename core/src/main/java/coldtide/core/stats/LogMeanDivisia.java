package coldtide.core.stats;

import java.util.stream.DoubleStream;

/**
 * Additive log-mean Divisia index: splits the change of a product into one part for each factor. The parts add up exactly, and reversing time reverses
 * their signs. Source: B. W. Ang, Energy Policy 33 (2005) 867–871.
 */
public final class LogMeanDivisia {
    private LogMeanDivisia() {}

    /**
     * What each factor adds; together the product after less the product before. Where factors of one side are 0, all goes to them in equal
     * parts, which is the limit for factors that vanish alike: B. W. Ang and N. Liu, Energy Policy 35 (2007) 238–246.
     *
     * @param before factors, each at least 0
     * @param after the same, of equal length
     */
    public static double[] adds(double[] before, double[] after) {
        double from = product(before);
        double to = product(after);
        double[] adds = new double[before.length];
        if (from > 0 && to > 0) {
            double mean = mean(from, to);
            for (int i = 0; i < adds.length; i++) {
                adds[i] = mean * Math.log(after[i] / before[i]);
            }
        } else if (from != to) {
            double[] vanished = from > to ? after : before;
            long zeros = DoubleStream.of(vanished).filter(factor -> factor == 0).count();
            for (int i = 0; i < adds.length; i++) {
                adds[i] = vanished[i] == 0 ? (to - from) / zeros : 0;
            }
        }
        return adds;
    }

    /** The logarithmic mean of two positive numbers, which lies between them. */
    static double mean(double first, double second) {
        double log = Math.log(first / second);
        // Where both are nearly the same, the quotient would be of rounding alone.
        return Math.abs(log) < 1e-9 ? (first + second) / 2 : (first - second) / log;
    }

    private static double product(double[] factors) {
        return DoubleStream.of(factors).reduce(1, (left, right) -> left * right);
    }
}
