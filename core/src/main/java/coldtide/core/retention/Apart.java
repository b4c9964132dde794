package coldtide.core.retention;

import coldtide.core.stats.Difference;
import coldtide.core.stats.FalseDiscovery;
import coldtide.core.stats.Share;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;

/**
 * Which complete cells lie apart from all others of the same column, taken together: two proportions, all cells corrected together,
 * at a rate of false discoveries of {@link #RATE}.
 *
 * @param tests how many cells were compared
 * @param cells those that lie apart, the surest first
 */
public record Apart(int tests, List<Cell> cells) {
    public static final double RATE = 0.05;
    /** Nearer ones are not told apart even if nothing is corrected: two-sided, {@link #RATE} lies at 1.95996 standard errors. */
    private static final double LEAST_DISTANCE = 1.9599;

    public static final Apart NONE = new Apart(0, List.of());

    public Apart {
        cells = List.copyOf(cells);
    }

    /**
     * A cell, and the others of its column.
     *
     * @param row its cohort or group
     * @param adjusted the smallest rate of false discoveries at which it would be told apart
     */
    public record Cell(
            int row, int column, long returned, long size, long othersReturned, long othersSize, double adjusted) {
        /** The cell's share less that of the others, with its interval. */
        public Difference difference() {
            return Difference.of(Share.of(returned, size), Share.of(othersReturned, othersSize));
        }

        private Cell with(double corrected) {
            return new Cell(row, column, returned, size, othersReturned, othersSize, corrected);
        }
    }

    static Apart of(Counted counted) {
        List<Cell> small = new ArrayList<>();
        int tests = 0;
        for (int row = 0; row < counted.size().length; row++) {
            tests += compare(counted, row, small);
        }
        double[] adjusted = FalseDiscovery.adjusted(
                tests, small.stream().mapToDouble(Cell::adjusted).toArray());
        List<Cell> apart = new ArrayList<>();
        for (int i = 0; i < adjusted.length; i++) {
            if (adjusted[i] <= RATE) {
                apart.add(small.get(i).with(adjusted[i]));
            }
        }
        apart.sort(Comparator.comparingDouble(Cell::adjusted));
        return new Apart(tests, apart);
    }

    /**
     * Where hardly anybody came back, or hardly anybody did not, nothing is told apart.
     *
     * @param small takes those that may lie apart, with what the test says not corrected yet
     * @return how many cells were compared
     */
    private static int compare(Counted counted, int row, List<Cell> small) {
        int tests = 0;
        for (int column = 0; column < counted.allSize().length; column++) {
            long size = counted.allSize()[column];
            long back = counted.allBack()[column];
            long own = counted.size()[row][column];
            if (Difference.isTestable(own, back, size)) {
                tests++;
                long ownBack = counted.back()[row][column];
                if (Difference.distance(ownBack, own, back - ownBack, size - own) >= LEAST_DISTANCE) {
                    double p = Difference.test(ownBack, own, back - ownBack, size - own);
                    small.add(new Cell(row, column, ownBack, own, back - ownBack, size - own, p));
                }
            }
        }
        return tests;
    }
}
