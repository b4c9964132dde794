package coldtide.core.release;

import coldtide.core.scan.ArraySums;
import java.util.stream.IntStream;

/**
 * What was counted and of what, by place and cell, of those not on a release and of those on it. A cell counts where several of both are
 * in it, and weighs as it does in N. Mantel and W. Haenszel, J. National Cancer Institute 22 (1959) 719–748, cited from memory.
 *
 * @param over by side, place and cell, in the parts of the measure
 */
record MatchedCells(long[][][] over, long[][][] under) {
    /** One alone cannot be told from its cell. */
    private static final int LEAST = 2;

    static MatchedCells empty(int places) {
        return new MatchedCells(new long[2][places][PersonDays.CELLS], new long[2][places][PersonDays.CELLS]);
    }

    void merge(MatchedCells from) {
        for (int side = 0; side < 2; side++) {
            ArraySums.add(over[side], from.over[side]);
            ArraySums.add(under[side], from.under[side]);
        }
    }

    boolean isMatched(int place, int cell) {
        return Math.min(under[0][place][cell], under[1][place][cell]) >= LEAST;
    }

    double rate(int place, int side, int cell) {
        return (double) over[side][place][cell] / under[side][place][cell];
    }

    double weight(int place, int cell) {
        double on = under[1][place][cell];
        double off = under[0][place][cell];
        return on * off / (on + off);
    }

    double weights(int place) {
        return matched(place).mapToDouble(cell -> weight(place, cell)).sum();
    }

    double weighted(int place, int side) {
        return matched(place)
                .mapToDouble(cell -> weight(place, cell) * rate(place, side, cell))
                .sum();
    }

    /** Denominator of one side over all matched cells. */
    double count(int place, int side) {
        return matched(place).mapToLong(cell -> under[side][place][cell]).sum();
    }

    private IntStream matched(int place) {
        return IntStream.range(0, PersonDays.CELLS).filter(cell -> isMatched(place, cell));
    }
}
