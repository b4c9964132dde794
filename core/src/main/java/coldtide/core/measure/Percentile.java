package coldtide.core.measure;

import it.unimi.dsi.fastutil.doubles.Double2LongMap;
import it.unimi.dsi.fastutil.doubles.Double2LongOpenHashMap;
import java.util.Arrays;
import java.util.List;
import java.util.Objects;
import org.apache.commons.numbers.arrays.Selection;
import org.apache.commons.statistics.descriptive.Quantile;
import org.apache.commons.statistics.descriptive.Quantile.EstimationMethod;

/** Definition 7 of Hyndman and Fan: at rank 1 + (n − 1) p, between neighbours in proportion; NaN if there is no value. */
final class Percentile {
    private static final Quantile SELECTION =
            Quantile.withDefaults().with(EstimationMethod.HF7).withCopy(false);
    /** From so many values on it pays to leave out first those that are far from the rank. */
    private static final int MANY = 5_000;

    private static final int BINS = 1 << 16;

    private Percentile() {}

    /** Some values of an array, one after another. */
    record Stretch(double[] values, int from, int to) {
        int size() {
            return to - from;
        }
    }

    /**
     * Of the values in some stretches, which are left as they are. Costs one or two looks at each value.
     *
     * @param p from 0 to 1
     */
    static double of(List<Stretch> stretches, double p) {
        int size = stretches.stream().mapToInt(Stretch::size).sum();
        if (size > MANY) {
            return ofMany(stretches, (size - 1) * p);
        }
        double[] all = new double[size];
        int at = 0;
        for (Stretch stretch : stretches) {
            System.arraycopy(stretch.values(), stretch.from(), all, at, stretch.size());
            at += stretch.size();
        }
        return SELECTION.evaluate(all, p);
    }

    /** Counts the values by their first bits, which ascend with them, and orders only those as large as the rank's. */
    private static double ofMany(List<Stretch> stretches, double rank) {
        int[] counts = new int[BINS];
        stretches.forEach(stretch -> count(stretch, counts));
        int below = (int) rank;
        int bin = -1;
        int before = 0;
        int upTo = 0;
        while (upTo <= below) {
            before = upTo;
            upTo += counts[++bin];
        }
        int lastBin = bin;
        while (upTo <= below + 1 && lastBin < BINS - 1) {
            upTo += counts[++lastBin];
        }
        double[] near = new double[upTo - before];
        int size = 0;
        for (Stretch stretch : stretches) {
            size = take(stretch, bin, lastBin, near, size);
        }
        int next = Math.min(below + 1 - before, size - 1);
        Selection.select(near, new int[] {below - before, next});
        double low = near[below - before];
        double high = near[next];
        return low + (rank - below) * (high - low);
    }

    private static void count(Stretch stretch, int[] counts) {
        double[] values = stretch.values();
        for (int i = stretch.from(); i < stretch.to(); i++) {
            counts[bin(values[i])]++;
        }
    }

    private static int take(Stretch stretch, int firstBin, int lastBin, double[] into, int size) {
        double[] values = stretch.values();
        int next = size;
        for (int i = stretch.from(); i < stretch.to(); i++) {
            int bin = bin(values[i]);
            if (bin >= firstBin && bin <= lastBin) {
                into[next++] = values[i];
            }
        }
        return next;
    }

    /** The first bits of a number, turned so that they ascend with it. */
    private static int bin(double value) {
        long bits = Double.doubleToRawLongBits(value);
        return (int) ((bits ^ (bits >> 63 | Long.MIN_VALUE)) >>> 48);
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
