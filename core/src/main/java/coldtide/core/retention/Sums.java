package coldtide.core.retention;

/** Adds arrays of counts of the same shape. */
final class Sums {
    private Sums() {}

    static void add(long[] into, long[] from) {
        for (int i = 0; i < into.length; i++) {
            into[i] += from[i];
        }
    }

    static void add(long[][] into, long[][] from) {
        for (int i = 0; i < into.length; i++) {
            add(into[i], from[i]);
        }
    }

    static void add(long[][][] into, long[][][] from) {
        for (int i = 0; i < into.length; i++) {
            add(into[i], from[i]);
        }
    }
}
