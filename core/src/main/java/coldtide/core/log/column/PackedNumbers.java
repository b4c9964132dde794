package coldtide.core.log.column;

import it.unimi.dsi.fastutil.doubles.DoubleList;

/**
 * An array of numbers stored exactly in the narrowest form that can hold them: decimals with few places as whole numbers with a common divisor,
 * everything else unchanged.
 */
public final class PackedNumbers {
    private static final int MOST_DIVISOR = 10_000;

    private final int size;
    private final int divisor;
    private final byte[] bytes;
    private final char[] chars;
    private final int[] ints;
    private final double[] doubles;

    private PackedNumbers(int size, int divisor, byte[] bytes, char[] chars, int[] ints, double[] doubles) {
        this.size = size;
        this.divisor = divisor;
        this.bytes = bytes;
        this.chars = chars;
        this.ints = ints;
        this.doubles = doubles;
    }

    public void write(BlockWriter out) {
        out.number(divisor);
        if (bytes != null) {
            out.number(1);
            out.array(bytes);
        } else if (chars != null) {
            out.number(2);
            out.array(chars);
        } else if (ints != null) {
            out.number(4);
            out.array(ints);
        } else {
            out.number(8);
            out.array(doubles);
        }
    }

    public static PackedNumbers read(BlockReader in) {
        int divisor = (int) in.number();
        int width = (int) in.number();
        byte[] bytes = width == 1 ? in.bytes() : null;
        char[] chars = width == 2 ? in.chars() : null;
        int[] ints = width == 4 ? in.ints() : null;
        double[] doubles = width == 8 ? in.doubles() : null;
        int size = bytes != null
                ? bytes.length
                : chars != null ? chars.length : ints != null ? ints.length : doubles != null ? doubles.length : -1;
        if (size < 0) {
            throw new IllegalArgumentException(
                    "The sealed log has numbers of " + width + " bytes, which there are not.");
        }
        return new PackedNumbers(size, divisor, bytes, chars, ints, doubles);
    }

    public static PackedNumbers of(DoubleList values) {
        for (int divisor = 1; divisor <= MOST_DIVISOR; divisor *= 10) {
            int[] whole = whole(values, divisor);
            if (whole != null) {
                return of(whole, divisor);
            }
        }
        return new PackedNumbers(values.size(), 1, null, null, null, values.toDoubleArray());
    }

    /** The values times the divisor, or null if that is not exactly the same. */
    private static int[] whole(DoubleList values, int divisor) {
        int[] whole = new int[values.size()];
        for (int i = 0; i < whole.length; i++) {
            double value = values.getDouble(i);
            whole[i] = (int) Math.rint(value * divisor);
            if (Double.compare((double) whole[i] / divisor, value) != 0) {
                return null;
            }
        }
        return whole;
    }

    private static PackedNumbers of(int[] whole, int divisor) {
        int least = 0;
        int most = 0;
        for (int value : whole) {
            least = Math.min(least, value);
            most = Math.max(most, value);
        }
        if (least >= Byte.MIN_VALUE && most <= Byte.MAX_VALUE) {
            byte[] bytes = new byte[whole.length];
            for (int i = 0; i < whole.length; i++) {
                bytes[i] = (byte) whole[i];
            }
            return new PackedNumbers(whole.length, divisor, bytes, null, null, null);
        }
        if (least >= 0 && most <= Character.MAX_VALUE) {
            char[] chars = new char[whole.length];
            for (int i = 0; i < whole.length; i++) {
                chars[i] = (char) whole[i];
            }
            return new PackedNumbers(whole.length, divisor, null, chars, null, null);
        }
        return new PackedNumbers(whole.length, divisor, null, null, whole, null);
    }

    public int size() {
        return size;
    }

    public double at(int i) {
        if (doubles != null) {
            return doubles[i];
        }
        int whole = whole(i);
        return divisor == 1 ? whole : (double) whole / divisor;
    }

    /** Packs whole numbers that fit an int. */
    int whole(int i) {
        return ints != null ? ints[i] : chars != null ? chars[i] : bytes[i];
    }

    /** The place of the first number that is not below {@code least}, of numbers that ascend. */
    int firstFrom(double least) {
        int low = 0;
        int high = size;
        while (low < high) {
            int middle = (low + high) >>> 1;
            if (at(middle) < least) {
                low = middle + 1;
            } else {
                high = middle;
            }
        }
        return low;
    }

    /** Bytes held, array headers left out. */
    long bytes() {
        return (long) size * (bytes != null ? 1 : chars != null ? 2 : ints != null ? 4 : 8);
    }
}
