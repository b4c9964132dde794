package coldtide.core.retention;

import coldtide.core.scan.Sums;
import java.util.Arrays;

/**
 * Counts by row how often each of 64 bits was set. Low digits of the counts are kept upright, a long each with a bit a count, so that
 * all bits of a word are added at once and without a branch; what overflows them, one word in very many, is added one by one. The words
 * of a row go together, eight and eight (carry-save adders, Harley and Seal's way; Warren, Hacker's Delight, chapter 5).
 */
final class BitCounts {
    private static final int DIGITS = 10;
    /** The lowest digit into which is carried what is left of the most words that are added at once. */
    private static final int CARRIED = 5;
    /** How many words are added at most at once: no bit is then carried twice. */
    static final int MOST = 1 << CARRIED;
    /** How many words go together. */
    static final int TOGETHER = 8;

    /** By row {@link #DIGITS} longs, the lowest digit first. */
    private final long[] digits;
    /** By row and bit what has overflowed. */
    private final int[][] above;

    BitCounts(int rows, int bits) {
        digits = new long[rows * DIGITS];
        above = new int[rows][bits];
    }

    /**
     * Adds some words to a row: as many as go together, or a multiple up to {@link #MOST}; and to the first row of another those bits of
     * theirs that follow one. Both at once, since neither waits for the other.
     *
     * @param some the bits that may count as following
     */
    void add(int row, long[] words, int from, int to, BitCounts following, long some) {
        int at = row * DIGITS;
        long ones = digits[at];
        long twos = digits[at + 1];
        long fours = digits[at + 2];
        long eights = digits[at + 3];
        long sixteens = digits[at + 4];
        long carried = 0;
        long ones2 = following.digits[0];
        long twos2 = following.digits[1];
        long fours2 = following.digits[2];
        long eights2 = following.digits[3];
        long sixteens2 = following.digits[4];
        long carried2 = 0;
        for (int i = from; i < to; i += TOGETHER) {
            long a = words[i];
            long b = words[i + 1];
            long a2 = following(a, some);
            long b2 = following(b, some);
            long twosA = carry(ones, a, b);
            ones ^= a ^ b;
            long twosA2 = carry(ones2, a2, b2);
            ones2 ^= a2 ^ b2;
            a = words[i + 2];
            b = words[i + 3];
            a2 = following(a, some);
            b2 = following(b, some);
            long twosB = carry(ones, a, b);
            ones ^= a ^ b;
            long twosB2 = carry(ones2, a2, b2);
            ones2 ^= a2 ^ b2;
            long foursA = carry(twos, twosA, twosB);
            twos ^= twosA ^ twosB;
            long foursA2 = carry(twos2, twosA2, twosB2);
            twos2 ^= twosA2 ^ twosB2;
            a = words[i + 4];
            b = words[i + 5];
            a2 = following(a, some);
            b2 = following(b, some);
            twosA = carry(ones, a, b);
            ones ^= a ^ b;
            twosA2 = carry(ones2, a2, b2);
            ones2 ^= a2 ^ b2;
            a = words[i + 6];
            b = words[i + 7];
            a2 = following(a, some);
            b2 = following(b, some);
            twosB = carry(ones, a, b);
            ones ^= a ^ b;
            twosB2 = carry(ones2, a2, b2);
            ones2 ^= a2 ^ b2;
            long foursB = carry(twos, twosA, twosB);
            twos ^= twosA ^ twosB;
            long foursB2 = carry(twos2, twosA2, twosB2);
            twos2 ^= twosA2 ^ twosB2;
            a = carry(fours, foursA, foursB);
            fours ^= foursA ^ foursB;
            a2 = carry(fours2, foursA2, foursB2);
            fours2 ^= foursA2 ^ foursB2;
            carried |= sixteens & eights & a;
            sixteens ^= eights & a;
            eights ^= a;
            carried2 |= sixteens2 & eights2 & a2;
            sixteens2 ^= eights2 & a2;
            eights2 ^= a2;
        }
        digits[at] = ones;
        digits[at + 1] = twos;
        digits[at + 2] = fours;
        digits[at + 3] = eights;
        digits[at + 4] = sixteens;
        add(row, CARRIED, carried);
        following.digits[0] = ones2;
        following.digits[1] = twos2;
        following.digits[2] = fours2;
        following.digits[3] = eights2;
        following.digits[4] = sixteens2;
        following.add(0, CARRIED, carried2);
    }

    private static long following(long word, long some) {
        return word & word << 1 & some;
    }

    /** Of three bits that are added, what is carried. */
    private static long carry(long one, long other, long third) {
        return one & other | (one ^ other) & third;
    }

    /** Each bit of the word stands for as much as the digit. */
    private void add(int row, int from, long word) {
        long carry = word;
        for (int at = row * DIGITS + from; at < (row + 1) * DIGITS; at++) {
            long before = digits[at];
            digits[at] = before ^ carry;
            carry &= before;
        }
        if (carry != 0) {
            each(above[row], carry, 1 << DIGITS);
        }
    }

    private static void each(int[] counts, long word, int by) {
        for (long left = word; left != 0; left &= left - 1) {
            counts[Long.numberOfTrailingZeros(left)] += by;
        }
    }

    /** Adds what others counted, of as many rows and bits. */
    void add(BitCounts other) {
        for (int row = 0; row < above.length; row++) {
            long carry = 0;
            for (int at = row * DIGITS; at < (row + 1) * DIGITS; at++) {
                long before = digits[at];
                long added = other.digits[at];
                digits[at] = before ^ added ^ carry;
                carry = carry(before, added, carry);
            }
            each(above[row], carry, 1 << DIGITS);
            Sums.add(above[row], other.above[row]);
        }
    }

    /** By row and bit, of some rows. */
    int[][] of(int fromRow, int toRow) {
        int[][] counts = new int[toRow - fromRow][];
        Arrays.setAll(counts, row -> of(fromRow + row));
        return counts;
    }

    /** By bit, of a row. */
    int[] of(int row) {
        int[] counts = above[row].clone();
        for (int digit = 0; digit < DIGITS; digit++) {
            each(counts, digits[row * DIGITS + digit], 1 << digit);
        }
        return counts;
    }
}
