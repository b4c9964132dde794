package coldtide.core.stats;

import java.util.Arrays;
import java.util.Comparator;

/** Correction of many tests made at once: the step-up procedure of Y. Benjamini and Y. Hochberg, JRSS B 57 (1995) 289–300. */
public final class FalseDiscovery {
    private FalseDiscovery() {}

    /**
     * For each test the smallest rate of false discoveries at which it would be rejected.
     *
     * @param p of each test, 0 to 1; NaN for one that could not be made, which counts for nothing
     */
    public static double[] adjusted(double... p) {
        Integer[] order = new Integer[p.length];
        Arrays.setAll(order, i -> i);
        Integer[] made = Arrays.stream(order)
                .filter(i -> !Double.isNaN(p[i]))
                .sorted(Comparator.comparingDouble(i -> p[i]))
                .toArray(Integer[]::new);
        double[] adjusted = new double[p.length];
        Arrays.fill(adjusted, Double.NaN);
        double least = 1;
        for (int rank = made.length; rank > 0; rank--) {
            least = Math.min(least, p[made[rank - 1]] * made.length / rank);
            adjusted[made[rank - 1]] = least;
        }
        return adjusted;
    }
}
