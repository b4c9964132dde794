package coldtide.core.retention;

/**
 * Of 64 people that stand together, who is of which rows: what is known of them is then counted at once for each row. People of a shard
 * stand in the order of their arrival, so these are of few cohorts.
 */
final class Batch {
    /** Takes those who are together. */
    interface Taking {
        /** @param bits a long an age from {@code at} on, with a bit each */
        void take(int way, long[] bits, int at);
    }

    private final Taking taking;
    private long[][] standing = new long[0][];
    private int batch;
    /** By row, who is of it, as bits. */
    private final long[] members;
    /** The rows of which somebody is. */
    private final int[] some;

    private int someCount;

    Batch(int rows, Taking taking) {
        this.taking = taking;
        members = new long[rows];
        some = new int[rows];
    }

    /**
     * From now on the ages of those who are added stand there.
     *
     * @param bits by way; of the first 64 people a long an age for 64 ages, then of the next
     */
    void stand(long[]... bits) {
        standing = bits;
    }

    /** Everybody after those before them. */
    void add(int row, int person) {
        if (person >> 6 != batch) {
            settle();
            batch = person >> 6;
        }
        if (members[row] == 0) {
            some[someCount++] = row;
        }
        members[row] |= 1L << person;
    }

    /** Has all taken that are here; where their ages stood may change after that. */
    void settle() {
        for (int way = 0; way < standing.length && someCount > 0; way++) {
            taking.take(way, standing[way], batch * Long.SIZE);
        }
        for (int i = 0; i < someCount; i++) {
            members[some[i]] = 0;
        }
        someCount = 0;
    }

    /** @param columns a long a column, with a bit each */
    void count(BitCounts into, long[] columns) {
        for (int i = 0; i < someCount; i++) {
            into.add(some[i], members[some[i]], columns);
        }
    }
}
