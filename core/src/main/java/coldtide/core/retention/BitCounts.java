package coldtide.core.retention;

import coldtide.core.scan.ArraySums;
import java.util.Arrays;

/**
 * Counts by row and column who is there, and by column who is there and was in the one before, in rows that are complete there. Up to 64
 * are counted at once: a column of theirs is one long with a bit each.
 */
final class BitCounts {
    private final int columns;
    /** Row after row. */
    private final int[] there;

    private final int[] stayed;
    private final int[] complete;

    /** @param complete by row, of the first rows, how many columns, from the first, are complete; none in the others */
    BitCounts(int rows, int columns, int... complete) {
        this.complete = complete;
        this.columns = columns;
        there = new int[rows * columns];
        stayed = new int[columns];
    }

    /**
     * @param members who of them are of the row, as bits
     * @param bits a long a column
     */
    void add(int row, long members, long[] bits) {
        int first = row * columns;
        int known = row < complete.length ? complete[row] : 0;
        long before = 0;
        for (int column = 0; column < known; column++) {
            long now = bits[column] & members;
            there[first + column] += Long.bitCount(now);
            stayed[column] += Long.bitCount(now & before);
            before = now;
        }
        for (int column = known; column < columns; column++) {
            there[first + column] += Long.bitCount(bits[column] & members);
        }
    }

    /** Adds what others counted, of as many rows and columns. */
    void add(BitCounts other) {
        ArraySums.add(there, other.there);
        ArraySums.add(stayed, other.stayed);
    }

    /** By row and column, of some rows. */
    int[][] there(int fromRow, int toRow) {
        int[][] counts = new int[toRow - fromRow][];
        Arrays.setAll(
                counts, row -> Arrays.copyOfRange(there, (fromRow + row) * columns, (fromRow + row + 1) * columns));
        return counts;
    }

    /** By column. */
    int[] stayed() {
        return stayed;
    }
}
