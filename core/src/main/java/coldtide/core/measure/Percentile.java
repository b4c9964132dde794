package coldtide.core.measure;

import it.unimi.dsi.fastutil.doubles.Double2LongMap;
import it.unimi.dsi.fastutil.doubles.Double2LongOpenHashMap;
import it.unimi.dsi.fastutil.doubles.DoubleIterator;
import it.unimi.dsi.fastutil.longs.LongIterator;
import java.util.Arrays;
import java.util.List;
import org.apache.commons.statistics.descriptive.Quantile;
import org.apache.commons.statistics.descriptive.Quantile.EstimationMethod;

/** Definition 7 of Hyndman and Fan of values that were counted: at rank 1 + (n − 1) p, between neighbours in proportion. */
final class Percentile {
    private static final Quantile SELECTION =
            Quantile.withDefaults().with(EstimationMethod.HF7).withCopy(false);
    /** Where values seldom repeat, each is laid out as often as it is there, up to so many, and selected from. */
    private static final int MOST_LAID_OUT = 20_000_000;

    private static final int SELDOM = 4;

    private Percentile() {}

    /**
     * @param parts how often each value is there, in any number of parts
     * @param p from 0 to 1
     * @return NaN if there is no value
     */
    static double of(List<? extends Double2LongMap> parts, double p) {
        long size = 0;
        long different = 0;
        for (Double2LongMap part : parts) {
            for (LongIterator times = part.values().iterator(); times.hasNext(); ) {
                size += times.nextLong();
            }
            different += part.size();
        }
        if (size == 0) {
            return Double.NaN;
        }
        return size <= MOST_LAID_OUT && SELDOM * different >= size
                ? SELECTION.evaluate(laidOut(parts, (int) size), p)
                : ofCounts(together(parts), size, p);
    }

    private static double[] laidOut(List<? extends Double2LongMap> parts, int size) {
        double[] values = new double[size];
        int at = 0;
        for (Double2LongMap part : parts) {
            LongIterator times = part.values().iterator();
            for (DoubleIterator each = part.keySet().iterator(); each.hasNext(); ) {
                int end = at + (int) times.nextLong();
                Arrays.fill(values, at, end, each.nextDouble());
                at = end;
            }
        }
        return values;
    }

    private static Double2LongMap together(List<? extends Double2LongMap> parts) {
        if (parts.size() == 1) {
            return parts.get(0);
        }
        Double2LongOpenHashMap all = new Double2LongOpenHashMap();
        for (Double2LongMap part : parts) {
            part.double2LongEntrySet().forEach(each -> all.addTo(each.getDoubleKey(), each.getLongValue()));
        }
        return all;
    }

    private static double ofCounts(Double2LongMap counts, long size, double p) {
        double[] sorted = counts.keySet().toDoubleArray();
        Arrays.sort(sorted);
        double rank = (size - 1) * p;
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
        throw new IllegalStateException("A rank beyond all values.");
    }
}
