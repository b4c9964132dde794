package coldtide.core.funnel;

/** Tables of counts. */
final class Counts {
    private Counts() {}

    static void add(long[] into, long... from) {
        for (int i = 0; i < into.length; i++) {
            into[i] += from[i];
        }
    }

    /** Adds each count of one table to that of another of the same shape. */
    static void add(long[][] into, long[]... from) {
        for (int row = 0; row < into.length; row++) {
            add(into[row], from[row]);
        }
    }
}
