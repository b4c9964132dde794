package coldtide.core.measure;

import coldtide.core.measure.Percentile.Stretch;
import it.unimi.dsi.fastutil.doubles.Double2LongOpenHashMap;
import it.unimi.dsi.fastutil.doubles.DoubleArrayList;
import it.unimi.dsi.fastutil.ints.IntArrayList;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.stream.IntStream;

/**
 * The numbers of many cells, of which percentiles are asked. They are written down one after another as they come, which is
 * quick; once they are too many for that, it is counted how often each is there in its cell.
 */
public final class Samples {
    /** Written down one by one before equal ones are counted. */
    private static final int MOST_SINGLE = 5_000_000;
    /** Different ones that are counted, of all cells together. */
    private static final int MOST_DIFFERENT = 20_000_000;

    private final int mostSingle;
    private final Written written = new Written();
    /** What others wrote down. */
    private final List<Written> more = new ArrayList<>();
    /** By cell; null where nothing was counted. */
    private final Double2LongOpenHashMap[] counts;

    private boolean counted;
    private int different;

    public Samples(int cells) {
        this(cells, MOST_SINGLE);
    }

    /** @param mostSingle how many are written down one by one before they are counted */
    Samples(int cells, int mostSingle) {
        this.mostSingle = mostSingle;
        counts = new Double2LongOpenHashMap[cells];
    }

    /** Numbers one after another, each with its cell. */
    private static final class Written {
        /** There is room for so many from the start, since making room costs as much as writing. */
        private static final int FIRST = 1 << 14;

        private final IntArrayList cells = new IntArrayList(FIRST);
        private final DoubleArrayList values = new DoubleArrayList(FIRST);

        void add(int cell, double value) {
            cells.add(cell);
            values.add(value);
        }

        Ordered ordered(int ofCells) {
            int[] starts = new int[ofCells + 1];
            int[] cell = cells.elements();
            for (int i = 0; i < values.size(); i++) {
                starts[cell[i] + 1]++;
            }
            Arrays.parallelPrefix(starts, Integer::sum);
            int[] next = starts.clone();
            double[] inOrder = new double[values.size()];
            for (int i = 0; i < inOrder.length; i++) {
                inOrder[next[cell[i]]++] = values.getDouble(i);
            }
            return new Ordered(starts, inOrder);
        }
    }

    /** Numbers cell by cell. */
    private record Ordered(int[] starts, double[] values) {
        Stretch cells(int first, int cells) {
            return new Stretch(values, starts[first], starts[first + cells]);
        }
    }

    /** @throws IllegalArgumentException if there are too many different numbers to keep */
    public void add(int cell, double value) {
        written.add(cell, value + 0.0); // of the two zeros one
        if (written.values.size() == mostSingle) {
            count(written);
            written.cells.clear();
            written.values.clear();
            counted = true;
        }
    }

    /** How many different numbers are held by count. */
    int different() {
        return different;
    }

    private void count(Written these) {
        for (int i = 0; i < these.values.size(); i++) {
            count(these.cells.getInt(i), these.values.getDouble(i), 1);
        }
    }

    private void count(int cell, double value, long times) {
        if (counts[cell] == null) {
            counts[cell] = new Double2LongOpenHashMap();
        }
        different += counts[cell].addTo(value, times) == 0 ? 1 : 0;
        if (different > MOST_DIFFERENT) {
            throw MetricAccumulator.tooMany(MOST_DIFFERENT);
        }
    }

    /** Adds what others have, who are of no use any more after that. */
    public void add(Samples from) {
        more.add(from.written);
        more.addAll(from.more);
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
    public ByCell byCell() {
        more.add(written);
        if (counted) {
            more.forEach(this::count);
            return (first, cells, p) -> Percentile.ofCounts(
                    IntStream.of(first)
                            .boxed()
                            .flatMap(from -> Arrays.stream(counts, from, from + cells))
                            .toList(),
                    p);
        }
        List<Ordered> all =
                more.parallelStream().map(each -> each.ordered(counts.length)).toList();
        return (first, cells, p) -> {
            List<Stretch> stretches = new ArrayList<>(first.length * all.size());
            for (int from : first) {
                all.forEach(each -> stretches.add(each.cells(from, cells)));
            }
            return Percentile.of(stretches, p);
        };
    }

    /** Percentiles by cell. */
    public interface ByCell {
        /** Of one cell. */
        default double percentile(int cell, double p) {
            return percentile(new int[] {cell}, 1, p);
        }

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
