package coldtide.core.measure;

import coldtide.core.scan.ArraySums;

/**
 * Sums of numbers that do not depend on the order of addition and cannot overflow: each number, below 2^63 in size, is split
 * into its whole part, kept as two halves of 32 bits, and the rest in millionths. Up to 2^31 numbers can be added to a cell.
 * Additions are exact; the rest of a number is rounded once to a millionth.
 */
final class ExactSums {
    private static final long MILLION = 1_000_000;
    private static final int HALF_BITS = 32;
    private static final long HALF = 1L << HALF_BITS;
    /** A sum below this is turned into a number with a single rounding, so that 0.1 + 0.2 is 0.3. */
    private static final long EXACT_BELOW = Long.MAX_VALUE / (2 * MILLION);

    /** Bits 32 to 63 of whole parts, signed. */
    private final long[] high;
    /** Bits 0 to 31 of whole parts, each added as a number from 0. */
    private final long[] low;

    private final long[] millionths;

    ExactSums(int cells) {
        high = new long[cells];
        low = new long[cells];
        millionths = new long[cells];
    }

    /** Adds {@code value} {@code times} times; a negative number of times takes it off again. */
    void add(int cell, double value, int times) {
        long whole = (long) Math.floor(value);
        high[cell] += times * (whole >> HALF_BITS);
        low[cell] += times * (whole & (HALF - 1));
        millionths[cell] += times * Math.round((value - whole) * MILLION);
    }

    /** Adds every cell of {@code other}, which has as many. */
    void add(ExactSums other) {
        ArraySums.add(high, other.high);
        ArraySums.add(low, other.low);
        ArraySums.add(millionths, other.millionths);
    }

    /** Adds what stands in one cell to another. */
    void addCell(int from, int to) {
        high[to] += high[from];
        low[to] += low[from];
        millionths[to] += millionths[from];
    }

    /** The sum of one cell. */
    double value(int cell) {
        return number(high[cell], low[cell], millionths[cell]);
    }

    /** Of {@code count} cells from {@code first} on, each with all before it. */
    double[] running(int first, int count) {
        double[] sums = new double[count];
        long highs = 0;
        long lows = 0;
        long rests = 0;
        for (int i = 0; i < count; i++) {
            highs += high[first + i];
            lows += low[first + i];
            rests += millionths[first + i];
            sums[i] = number(highs, lows, rests);
        }
        return sums;
    }

    private static double number(long highs, long lows, long rests) {
        long carried = highs + (lows >> HALF_BITS) + (rests / MILLION >> HALF_BITS);
        if (Math.abs(carried) < EXACT_BELOW >> HALF_BITS) {
            return (highs * HALF * MILLION + lows * MILLION + rests) / (double) MILLION;
        }
        return (double) highs * HALF + lows + (double) rests / MILLION;
    }
}
