package coldtide.core.retention;

/**
 * Up to 64 neighbouring users of a shard, with the cohorts that each of them belongs to. Returns are counted for the whole block at once,
 * cohort by cohort. Users of a shard are ordered by arrival, so a block has few cohorts.
 */
final class UserBlock {
    /** Receives the buffered words of one row. */
    interface Taking {
        /** @param bits a long an age from {@code at} on, with a bit each */
        void take(int way, long[] bits, int at);
    }

    private final Taking taking;
    private long[][] standing = new long[0][];
    private int batch;
    /** By row, who is of it, as bits. */
    private final long[] members;
    /** The rows of which a user is. */
    private final int[] some;

    private int someCount;

    UserBlock(int rows, Taking taking) {
        this.taking = taking;
        members = new long[rows];
        some = new int[rows];
    }

    /**
     * From now on the ages of those who are added stand there.
     *
     * @param bits by way; of the first 64 users a long an age for 64 ages, then of the next
     */
    void stand(long[]... bits) {
        standing = bits;
    }

    /** All users after those before them. */
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
