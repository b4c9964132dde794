package coldtide.core.filter;

/**
 * Operations on bits packed into longs, lowest bit first; the form of all masks of rows and users.
 */
public final class BitMasks {
    private BitMasks() {}

    public static long[] of(int size) {
        return new long[(size + 63) >> 6];
    }

    public static boolean has(long[] bits, int at) {
        return (bits[at >> 6] & 1L << at) != 0;
    }

    public static void set(long[] bits, int at) {
        bits[at >> 6] |= 1L << at;
    }

    /** Sets the bits from {@code from} to before {@code to}. */
    static void set(long[] bits, int from, int to) {
        if (from >= to) {
            return;
        }
        int first = from >> 6;
        int last = to - 1 >> 6;
        long low = -1L << from;
        long high = -1L >>> -to;
        if (first == last) {
            bits[first] |= low & high;
            return;
        }
        bits[first] |= low;
        for (int word = first + 1; word < last; word++) {
            bits[word] = -1L;
        }
        bits[last] |= high;
    }

    /** How many bits are set from {@code from} to before {@code to}. */
    public static int count(long[] bits, int from, int to) {
        if (from >= to) {
            return 0;
        }
        int first = from >> 6;
        int last = to - 1 >> 6;
        long low = -1L << from;
        long high = -1L >>> -to;
        if (first == last) {
            return Long.bitCount(bits[first] & low & high);
        }
        int count = Long.bitCount(bits[first] & low) + Long.bitCount(bits[last] & high);
        for (int word = first + 1; word < last; word++) {
            count += Long.bitCount(bits[word]);
        }
        return count;
    }

    /** The first set bit from {@code from} on, or {@code to} if there is none before it. */
    public static int next(long[] bits, int from, int to) {
        if (from >= to) {
            return to;
        }
        int word = from >> 6;
        long left = bits[word] & -1L << from;
        while (left == 0) {
            if (++word << 6 >= to) {
                return to;
            }
            left = bits[word];
        }
        return Math.min(to, (word << 6) + Long.numberOfTrailingZeros(left));
    }

    static void and(long[] into, long[] other) {
        for (int i = 0; i < into.length; i++) {
            into[i] &= other[i];
        }
    }

    public static void or(long[] into, long[] other) {
        for (int i = 0; i < into.length; i++) {
            into[i] |= other[i];
        }
    }

    /** All others of the first {@code size}. */
    static long[] not(long[] bits, int size) {
        long[] others = new long[bits.length];
        for (int i = 0; i < bits.length; i++) {
            others[i] = ~bits[i];
        }
        if ((size & 63) != 0) {
            others[bits.length - 1] &= -1L >>> -size;
        }
        return others;
    }

    static long[] all(int size) {
        long[] bits = of(size);
        set(bits, 0, size);
        return bits;
    }

    /**
     * Makes columns of rows, in place: bit {@code i} of word {@code j} becomes bit {@code j} of word {@code i}, of 64 words (Hacker's
     * Delight, 7-3). Where there are half as many columns, two words lie in one first, and so on.
     *
     * @param columns 1 to 64; no bit from there on is set
     */
    public static void turn(long[] words, int columns) {
        int size = Long.SIZE;
        long low = -1L >>> Long.SIZE / 2;
        for (; columns <= size / 2 && size > 2; size /= 2, low ^= low << size / 2) {
            for (int at = 0; at < size / 2; at++) {
                words[at] |= words[at + size / 2] << size / 2;
            }
        }
        for (int half = size / 2; half > 0; half /= 2, low ^= low << half) {
            for (int at = 0; at < size; at = (at | half) + 1 & ~half) {
                long swapped = (words[at] >>> half ^ words[at | half]) & low;
                words[at] ^= swapped << half;
                words[at | half] ^= swapped;
            }
        }
    }
}
