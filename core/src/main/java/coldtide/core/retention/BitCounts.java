package coldtide.core.retention;

import coldtide.core.scan.Sums;
import java.util.Arrays;

/**
 * Counts by row how often each of 64 bits was set. Low digits of the counts are kept upright, a long each with a bit a count, so that
 * all bits of a word are added at once and without a branch; what overflows them, one word in very many, is added one by one. Of many words
 * of a row eight go together (carry-save adders, Harley and Seal's way; Warren, Hacker's Delight, chapter 5).
 */
final class BitCounts {
    private static final int DIGITS = 8;
    /** How many words go together. */
    static final int TOGETHER = 8;

    /** By row {@link #DIGITS} longs, the lowest digit first. */
    private final long[] digits;
    /** By row and bit what has overflowed, in units of the first digit that is not kept. */
    private final int[][] above;

    BitCounts(int rows, int bits) {
        digits = new long[rows * DIGITS];
        above = new int[rows][bits];
    }

    /** Adds some words to a row: as many as go together, or a multiple. */
    void add(int row, long[] words, int from, int to) {
        add(row, words, from, to, -1, 0);
    }

    /** The same of those bits alone that follow another, and are among {@code some}. */
    void addFollowing(int row, long[] words, int from, int to, long some) {
        add(row, words, from, to, 0, some);
    }

    /** The lowest digits are what is left of eight words when the rest of them is carried. */
    private void add(int row, long[] words, int from, int to, long any, long following) {
        int at = row * DIGITS;
        long ones = digits[at];
        long twos = digits[at + 1];
        long fours = digits[at + 2];
        for (int i = from; i < to; i += TOGETHER) {
            long a = among(words[i], any, following);
            long b = among(words[i + 1], any, following);
            long twosA = carry(ones, a, b);
            ones ^= a ^ b;
            a = among(words[i + 2], any, following);
            b = among(words[i + 3], any, following);
            long twosB = carry(ones, a, b);
            ones ^= a ^ b;
            long foursA = carry(twos, twosA, twosB);
            twos ^= twosA ^ twosB;
            a = among(words[i + 4], any, following);
            b = among(words[i + 5], any, following);
            twosA = carry(ones, a, b);
            ones ^= a ^ b;
            a = among(words[i + 6], any, following);
            b = among(words[i + 7], any, following);
            twosB = carry(ones, a, b);
            ones ^= a ^ b;
            long foursB = carry(twos, twosA, twosB);
            twos ^= twosA ^ twosB;
            long eights = carry(fours, foursA, foursB);
            fours ^= foursA ^ foursB;
            add(row, 3, eights);
        }
        digits[at] = ones;
        digits[at + 1] = twos;
        digits[at + 2] = fours;
    }

    private static long among(long word, long any, long following) {
        return word & (any | word << 1 & following);
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
            overflow(above[row], carry);
        }
    }

    private static void overflow(int[] counts, long carry) {
        for (long left = carry; left != 0; left &= left - 1) {
            counts[Long.numberOfTrailingZeros(left)]++;
        }
    }

    /** Adds what others counted, of as many rows and bits. */
    void add(BitCounts other) {
        for (int row = 0; row < above.length; row++) {
            Sums.add(above[row], other.above[row]);
            for (int digit = 0; digit < DIGITS; digit++) {
                add(row, digit, other.digits[row * DIGITS + digit]);
            }
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
        int[] counts = new int[above[row].length];
        for (int bit = 0; bit < counts.length; bit++) {
            counts[bit] = above[row][bit] << DIGITS;
        }
        for (int digit = 0; digit < DIGITS; digit++) {
            long of = digits[row * DIGITS + digit];
            for (int bit = 0; bit < counts.length; bit++) {
                counts[bit] += (int) (of >>> bit & 1) << digit;
            }
        }
        return counts;
    }
}
