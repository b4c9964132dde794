package coldtide.core.stats;

import it.unimi.dsi.fastutil.doubles.DoubleArrays;
import java.util.Arrays;
import java.util.stream.IntStream;

/** Correction of many tests made at once: the step-up procedure of Y. Benjamini and Y. Hochberg, JRSS B 57 (1995) 289–300. */
public final class FalseDiscovery {
    private FalseDiscovery() {}

    /**
     * For each test the smallest rate of false discoveries at which it would be rejected.
     *
     * @param p of each test, 0 to 1; NaN for one that could not be made, which counts for nothing
     */
    public static double[] adjusted(double... p) {
        return adjusted(
                (int) Arrays.stream(p).filter(each -> !Double.isNaN(each)).count(), p);
    }

    /**
     * The same where only the smallest of the tests' p-values are looked at: what comes out up to the largest of them is right, above it
     * it may be too large.
     *
     * @param tests how many were made
     * @param p the smallest of them
     */
    public static double[] adjusted(int tests, double... p) {
        int[] order = IntStream.range(0, p.length).toArray();
        // What could not be tested comes last.
        DoubleArrays.quickSortIndirect(order, p);
        double[] ascending = adjustedAscending(
                tests, Arrays.stream(order).mapToDouble(at -> p[at]).toArray());
        double[] adjusted = new double[p.length];
        for (int rank = 0; rank < p.length; rank++) {
            adjusted[order[rank]] = ascending[rank];
        }
        return adjusted;
    }

    /** Adjusted p-values of p-values in ascending order. */
    public static double[] adjustedAscending(int tests, double... p) {
        double[] adjusted = new double[p.length];
        double least = 1;
        for (int rank = p.length; rank > 0; rank--) {
            double own = p[rank - 1];
            least = Math.min(least, Double.isNaN(own) ? 1 : own * tests / rank);
            adjusted[rank - 1] = Double.isNaN(own) ? Double.NaN : least;
        }
        return adjusted;
    }
}
