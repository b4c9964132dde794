package coldtide.core.log.column;

import it.unimi.dsi.fastutil.ints.IntArrayList;

/** Collects where each user's rows begin in a growing column. */
public final class Offsets {
    private final IntArrayList from = new IntArrayList();

    /** Says that the next user's rows begin at {@code row}; called once a user and once at the end. */
    public void mark(int row) {
        from.add(row);
    }

    /** First row of the current user. */
    public int lastMark() {
        return from.getInt(from.size() - 1);
    }

    public int[] from() {
        return from.toIntArray();
    }
}
