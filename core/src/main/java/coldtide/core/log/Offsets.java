package coldtide.core.log;

import it.unimi.dsi.fastutil.ints.IntArrayList;

/** Collects where each person's rows begin in a growing column. */
final class Offsets {
    private final IntArrayList from = new IntArrayList();

    /** Says that the next person's rows begin at {@code row}; called once a person and once at the end. */
    void mark(int row) {
        from.add(row);
    }

    /** Where the current person's rows begin. */
    int lastMark() {
        return from.getInt(from.size() - 1);
    }

    int[] from() {
        return from.toIntArray();
    }
}
