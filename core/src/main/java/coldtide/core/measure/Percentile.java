package coldtide.core.measure;

import it.unimi.dsi.fastutil.doubles.Double2LongMap;
import it.unimi.dsi.fastutil.doubles.Double2LongOpenHashMap;
import java.util.Arrays;
import java.util.List;
import java.util.Objects;
import org.apache.commons.statistics.descriptive.Quantile;
import org.apache.commons.statistics.descriptive.Quantile.EstimationMethod;

/** Definition 7 of Hyndman and Fan: at rank 1 + (n − 1) p, between neighbours in proportion; NaN if there is no value. */
final class Percentile {
    private static final Quantile SELECTION =
            Quantile.withDefaults().with(EstimationMethod.HF7).withCopy(false);

    private Percentile() {}

    /**
     * Of values, whose order it changes.
     *
     * @param p from 0 to 1
     */
    static double of(double[] values, double p) {
        return SELECTION.evaluate(values, p);
    }

    /**
     * Of values that were counted.
     *
     * @param parts how often each value is there, null where none is
     * @param p from 0 to 1
     */
    static double ofCounts(List<Double2LongOpenHashMap> parts, double p) {
        Double2LongOpenHashMap counts =
                together(parts.stream().filter(Objects::nonNull).toList());
        double[] sorted = counts.keySet().toDoubleArray();
        Arrays.sort(sorted);
        double rank = (counts.values().longStream().sum() - 1) * p;
        long below = (long) Math.floor(rank);
        long passed = 0;
        for (int i = 0; i < sorted.length; i++) {
            passed += counts.get(sorted[i]);
            if (passed > below) {
                boolean isLast = passed > below + 1 || i + 1 == sorted.length;
                double next = isLast ? sorted[i] : sorted[i + 1];
                return sorted[i] + (rank - below) * (next - sorted[i]);
            }
        }
        return Double.NaN;
    }

    private static Double2LongOpenHashMap together(List<Double2LongOpenHashMap> parts) {
        if (parts.size() == 1) {
            return parts.get(0);
        }
        Double2LongOpenHashMap all = new Double2LongOpenHashMap();
        for (Double2LongMap part : parts) {
            part.double2LongEntrySet().forEach(each -> all.addTo(each.getDoubleKey(), each.getLongValue()));
        }
        return all;
    }
}
