package coldtide.core.retention;

import coldtide.core.retention.RetentionAnswer.Cohort;
import coldtide.core.stats.Difference;
import coldtide.core.stats.FalseDiscovery;
import coldtide.core.stats.Share;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;

/**
 * Which complete cells lie apart from the other cohorts complete in the same column, taken together: two proportions, all cells of
 * the triangle corrected together, at a rate of false discoveries of {@link #RATE}.
 *
 * @param tests how many cells were compared
 * @param cells those that lie apart, the surest first
 */
public record Apart(int tests, List<Cell> cells) {
    public static final double RATE = 0.05;
    /** Fewer people than this of either kind, were all cohorts alike, are too few for the test. Common practice, no source. */
    private static final double LEAST_EXPECTED = 5;

    public static final Apart NONE = new Apart(0, List.of());

    public Apart {
        cells = List.copyOf(cells);
    }

    /**
     * A cell, and the others of its column.
     *
     * @param adjusted the smallest rate of false discoveries at which it would be told apart
     */
    public record Cell(
            int cohort, int column, long returned, long size, long othersReturned, long othersSize, double adjusted) {
        /** The cell's share less that of the others, with its interval. */
        public Difference difference() {
            return Difference.of(Share.of(returned, size), Share.of(othersReturned, othersSize));
        }

        private double test() {
            return Difference.test(returned, size, othersReturned, othersSize);
        }

        private Cell with(double adjusted) {
            return new Cell(cohort, column, returned, size, othersReturned, othersSize, adjusted);
        }
    }

    static Apart of(List<Cohort> cohorts, List<List<Long>> returned, int columns) {
        List<Cell> compared = new ArrayList<>();
        for (int column = 0; column < columns; column++) {
            compare(cohorts, returned, column, compared);
        }
        double[] adjusted = FalseDiscovery.adjusted(
                compared.stream().mapToDouble(Cell::test).toArray());
        List<Cell> apart = new ArrayList<>();
        for (int i = 0; i < adjusted.length; i++) {
            if (adjusted[i] <= RATE) {
                apart.add(compared.get(i).with(adjusted[i]));
            }
        }
        apart.sort(Comparator.comparingDouble(Cell::adjusted));
        return new Apart(compared.size(), apart);
    }

    /** Where hardly anybody came back, or hardly anybody did not, nothing is told apart. */
    private static void compare(List<Cohort> cohorts, List<List<Long>> returned, int column, List<Cell> into) {
        long size = 0;
        long back = 0;
        for (int c = 0; c < cohorts.size(); c++) {
            if (cohorts.get(c).isCompleteAt(column)) {
                size += cohorts.get(c).size();
                back += returned.get(c).get(column);
            }
        }
        for (int c = 0; c < cohorts.size(); c++) {
            long own = cohorts.get(c).size();
            double few = (double) Math.min(own, size - own) * Math.min(back, size - back);
            if (cohorts.get(c).isCompleteAt(column) && few >= LEAST_EXPECTED * size && size > 0) {
                long ownBack = returned.get(c).get(column);
                into.add(new Cell(c, column, ownBack, own, back - ownBack, size - own, Double.NaN));
            }
        }
    }
}
