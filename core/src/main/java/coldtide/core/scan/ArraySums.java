package coldtide.core.scan;

import java.util.Arrays;

/**
 * Adds arrays of the same shape element by element, as partial results are combined.
 */
public final class ArraySums {
    private ArraySums() {}

    /** The sum of each row. */
    public static long[] each(long[][] rows) {
        return Arrays.stream(rows).mapToLong(row -> Arrays.stream(row).sum()).toArray();
    }

    public static void add(int[] into, int[] from) {
        for (int i = 0; i < into.length; i++) {
            into[i] += from[i];
        }
    }

    public static void add(long[] into, long[] from) {
        for (int i = 0; i < into.length; i++) {
            into[i] += from[i];
        }
    }

    public static void add(long[][] into, long[][] from) {
        for (int i = 0; i < into.length; i++) {
            add(into[i], from[i]);
        }
    }

    public static void add(int[][] into, int[][] from) {
        for (int i = 0; i < into.length; i++) {
            add(into[i], from[i]);
        }
    }

    public static void add(long[][][] into, long[][][] from) {
        for (int i = 0; i < into.length; i++) {
            add(into[i], from[i]);
        }
    }

    public static void add(double[][][] into, double[][][] from) {
        for (int i = 0; i < into.length; i++) {
            for (int j = 0; j < into[i].length; j++) {
                for (int k = 0; k < into[i][j].length; k++) {
                    into[i][j][k] += from[i][j][k];
                }
            }
        }
    }
}
