package coldtide.core.release;

import coldtide.core.log.Shard;
import coldtide.core.scan.Analysis;
import it.unimi.dsi.fastutil.ints.IntArrayList;

/**
 * The second pass: the squares of what each user adds to either side beyond the rates of the cells, by side and place. Each user is a
 * cluster (W. G. Cochran, Sampling Techniques, 3rd ed. 1977, chapter 9, cited from memory). Cut and merged otherwise, sums differ in
 * their last digits, as sums of squares of fractions do.
 */
final class PersonScatter implements Analysis<double[][], double[][]> {
    private final PersonDays days;
    private final MatchedCells cells;

    PersonScatter(PersonDays days, MatchedCells cells) {
        this.days = days;
        this.cells = cells;
    }

    @Override
    public double[][] empty() {
        return new double[2][days.places()];
    }

    @Override
    public void scan(Shard shard, double[][] partial) {
        days.go(shard, new OfOnePerson(partial));
    }

    /** Sums of squares of one user after the other. */
    private final class OfOnePerson implements PersonDays.Sink {
        private final double[][] squares;
        private final double[][] own = empty();
        private final IntArrayList touched = new IntArrayList();

        OfOnePerson(double[][] squares) {
            this.squares = squares;
        }

        @Override
        public void add(int place, int cell, int side, long over, int under) {
            if (cells.isMatched(place, cell)) {
                touched.add(place);
                double each = cells.weight(place, cell) / cells.under()[side][place][cell];
                own[side][place] += each * (over - cells.rate(place, side, cell) * under);
            }
        }

        @Override
        public void personEnds() {
            touched.forEach(place -> {
                for (int side = 0; side < 2; side++) {
                    squares[side][place] += own[side][place] * own[side][place];
                    own[side][place] = 0;
                }
            });
            touched.clear();
        }
    }

    @Override
    public void merge(double[][] into, double[][] from) {
        for (int side = 0; side < 2; side++) {
            for (int place = 0; place < into[side].length; place++) {
                into[side][place] += from[side][place];
            }
        }
    }

    @Override
    public double[][] finish(double[][] partial) {
        return partial;
    }
}
