package coldtide.core.retention;

import coldtide.core.stats.Difference;
import coldtide.core.stats.FalseDiscovery;
import coldtide.core.stats.Share;
import coldtide.core.stats.VersusRestTest;
import it.unimi.dsi.fastutil.doubles.DoubleArrays;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/**
 * Complete cells of a retention table that differ significantly from all other cohorts at the same age. Each test compares two
 * proportions. All tests are corrected together at a false discovery rate of {@link #RATE}.
 *
 * @param tests number of cells that were compared
 * @param cells the significant cells, the smallest p-value first
 */
public record SignificantCells(int tests, List<Cell> cells) {
    public static final double RATE = 0.05;
    /** Nearer ones are not told apart even if nothing is corrected. */
    private static final double LEAST_CHI_SQUARED = nearest(1);

    /** It has become few enough then. */
    private static final int MOST_ROUNDS = 8;

    public static final SignificantCells NONE = new SignificantCells(0, List.of());

    public SignificantCells {
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
    }

    /** The least χ² of any that is told apart, if at most this part of all that were compared are; a little less, for rounding. */
    private static double nearest(double part) {
        return Difference.chiSquared(RATE * part) * (1 - 1e-9);
    }

    static SignificantCells of(CompleteCounts counted) {
        Compared compared = new Compared(counted);
        compared.narrow();
        int[] order = compared.furthestFirst();
        double[] adjusted = FalseDiscovery.adjustedAscending(
                compared.tests,
                Arrays.stream(order)
                        .mapToDouble(at -> Difference.test(compared.chiSquared[at]))
                        .toArray());
        List<Cell> apart = new ArrayList<>();
        for (int rank = 0; rank < order.length && adjusted[rank] <= RATE; rank++) {
            apart.add(cell(counted, compared.cells[order[rank]], adjusted[rank]));
        }
        return new SignificantCells(compared.tests, apart);
    }

    private static Cell cell(CompleteCounts counted, int number, double adjusted) {
        int column = number % counted.allSize().length;
        int row = number / counted.allSize().length;
        long size = counted.size()[row][column];
        long back = counted.back()[row][column];
        return new Cell(
                row, column, back, size, counted.allBack()[column] - back, counted.allSize()[column] - size, adjusted);
    }

    /** Cells that can be tested, each with its distance. Cells in which hardly any or nearly all users came back are not tested. */
    private static final class Compared {
        private int tests;
        private int count;
        /** Their numbers, counted row by row. */
        private final int[] cells;

        private final double[] chiSquared;

        Compared(CompleteCounts counted) {
            int rows = counted.size().length;
            int columns = counted.allSize().length;
            cells = new int[rows * columns + 1];
            chiSquared = new double[cells.length];
            VersusRestTest[] rests = new VersusRestTest[columns];
            Arrays.setAll(rests, column -> new VersusRestTest(counted.allBack()[column], counted.allSize()[column]));
            for (int row = 0; row < rows; row++) {
                compare(row * columns, counted.size()[row], counted.back()[row], rests);
            }
        }

        /** Each is noted, and the next one over it unless it counts: whether it does is as good as chance to the processor. */
        private void compare(int first, long[] size, long[] back, VersusRestTest... rests) {
            int noted = count;
            for (int column = 0; column < rests.length; column++) {
                if (rests[column].isTestable(size[column])) {
                    tests++;
                    cells[noted] = first + column;
                    chiSquared[noted] = rests[column].chiSquared(back[column], size[column]);
                    noted += chiSquared[noted] >= LEAST_CHI_SQUARED ? 1 : 0;
                }
            }
            count = noted;
        }

        /** Leaves out those that are too near, since no more can be told apart than are left, again and again. */
        void narrow() {
            int before = tests;
            for (int round = 0; round < MOST_ROUNDS && count < before; round++) {
                before = count;
                double least = nearest((double) count / tests);
                count = 0;
                for (int at = 0; at < before; at++) {
                    cells[count] = cells[at];
                    chiSquared[count] = chiSquared[at];
                    count += chiSquared[at] >= least ? 1 : 0;
                }
            }
        }

        int[] furthestFirst() {
            double[] nearness = new double[count];
            int[] order = new int[count];
            for (int at = 0; at < count; at++) {
                nearness[at] = -chiSquared[at];
                order[at] = at;
            }
            DoubleArrays.radixSortIndirect(order, nearness, true);
            return order;
        }
    }
}
