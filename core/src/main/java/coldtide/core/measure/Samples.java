package coldtide.core.measure;

import it.unimi.dsi.fastutil.doubles.Double2LongOpenHashMap;
import it.unimi.dsi.fastutil.doubles.DoubleArrayList;
import it.unimi.dsi.fastutil.ints.IntArrayList;
import java.util.Arrays;
import java.util.stream.IntStream;

/**
 * The numbers of many cells, of which percentiles are asked. They are written down one after another as they come, which is
 * quick; once they are too many for that, it is counted how often each is there in its cell.
 */
final class Samples {
    private final int mostSingle;
    private final IntArrayList singleCells = new IntArrayList();
    private final DoubleArrayList singles = new DoubleArrayList();
    /** By cell; null where nothing was counted. */
    private final Double2LongOpenHashMap[] counts;

    private boolean counted;
    private int different;

    /** @param mostSingle how many are written down one by one before they are counted */
    Samples(int cells, int mostSingle) {
        this.mostSingle = mostSingle;
        counts = new Double2LongOpenHashMap[cells];
    }

    void add(int cell, double value) {
        singleCells.add(cell);
        singles.add(value + 0.0); // of the two zeros one
        if (singles.size() == mostSingle) {
            count();
        }
    }

    /** How many different numbers are held by count. */
    int different() {
        return different;
    }

    private void count() {
        for (int i = 0; i < singles.size(); i++) {
            count(singleCells.getInt(i), singles.getDouble(i), 1);
        }
        singles.clear();
        singleCells.clear();
        counted = true;
    }

    private void count(int cell, double value, long times) {
        if (counts[cell] == null) {
            counts[cell] = new Double2LongOpenHashMap();
        }
        different += counts[cell].addTo(value, times) == 0 ? 1 : 0;
    }

    void add(Samples from) {
        singleCells.addAll(from.singleCells);
        singles.addAll(from.singles);
        counted |= from.counted;
        for (int cell = 0; cell < counts.length; cell++) {
            int into = cell;
            if (from.counts[cell] != null) {
                from.counts[cell]
                        .double2LongEntrySet()
                        .forEach(each -> count(into, each.getDoubleKey(), each.getLongValue()));
            }
        }
    }

    /** The percentiles of what there is now. */
    ByCell byCell() {
        if (counted) {
            count();
            return (first, cells, p) -> Percentile.ofCounts(
                    IntStream.of(first)
                            .boxed()
                            .flatMap(from -> Arrays.stream(counts, from, from + cells))
                            .toList(),
                    p);
        }
        int[] starts = new int[counts.length + 1];
        singleCells.forEach(cell -> starts[cell + 1]++);
        Arrays.parallelPrefix(starts, Integer::sum);
        double[] values = inOrder(starts);
        return (first, cells, p) -> Percentile.of(stretches(values, starts, first, cells), p);
    }

    /** The values cell by cell. */
    private double[] inOrder(int[] starts) {
        int[] next = starts.clone();
        double[] values = new double[singles.size()];
        for (int i = 0; i < values.length; i++) {
            values[next[singleCells.getInt(i)]++] = singles.getDouble(i);
        }
        return values;
    }

    private static double[] stretches(double[] values, int[] starts, int[] first, int cells) {
        double[] all = new double
                [IntStream.of(first)
                        .map(from -> starts[from + cells] - starts[from])
                        .sum()];
        int at = 0;
        for (int from : first) {
            int size = starts[from + cells] - starts[from];
            System.arraycopy(values, starts[from], all, at, size);
            at += size;
        }
        return all;
    }

    /** Percentiles by cell. */
    interface ByCell {
        /**
         * Of several cells together.
         *
         * @param first the first of each stretch of cells
         * @param cells how long each stretch is
         * @param p from 0 to 1
         * @return NaN if there is no value
         */
        double percentile(int[] first, int cells, double p);
    }
}
