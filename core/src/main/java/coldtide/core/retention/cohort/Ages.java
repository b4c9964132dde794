package coldtide.core.retention.cohort;

import java.util.List;
import java.util.stream.IntStream;

/**
 * The ages of one column, both ends counted.
 *
 * @param from at least 0
 * @param to from {@code from} to {@link #MOST}
 */
public record Ages(int from, int to) {
    public static final int MOST = 60;

    public Ages {
        if (from < 0 || to < from || to > MOST) {
            throw new IllegalArgumentException(
                    "Ages go from 0 to " + MOST + ", the first before the last, not from " + from + " to " + to + ".");
        }
    }

    /** Each age up to {@code last} by itself. */
    public static List<Ages> each(int last) {
        return IntStream.rangeClosed(0, checked(last))
                .mapToObj(age -> new Ages(age, age))
                .toList();
    }

    /** Each age or later, up to {@code last} for all: without a common end the older cohorts gain by watching time alone. */
    public static List<Ages> orLater(int last) {
        return IntStream.rangeClosed(0, checked(last))
                .mapToObj(age -> new Ages(age, last))
                .toList();
    }

    private static int checked(int last) {
        if (last < 1 || last > MOST) {
            throw new IllegalArgumentException("A triangle has from 1 to " + MOST + " ages, not " + last + ".");
        }
        return last;
    }

    @Override
    public String toString() {
        return from == to ? "age " + from : "ages " + from + " to " + to;
    }

    /** A bit an age. */
    long bits() {
        return -1L << from & -1L >>> 63 - to;
    }
}
