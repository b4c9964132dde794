package coldtide.core.retention.cohort;

import java.util.List;

/**
 * Maps bits of ages to columns of ages. A user counts in a column if any of its ages is set. Of columns that begin or end together each holds all of its
 * neighbour, so that an age is looked at once.
 */
public final class AgeColumns {
    private final List<Ages> columns;
    /** Whether columns are made from the last to the first. */
    private final boolean isFromLast;

    private final boolean isEachAge;
    private final long[] made;

    /** @param isEachAge whether they are the ages themselves */
    public AgeColumns(List<Ages> columns, boolean isEachAge) {
        this.columns = columns;
        this.isEachAge = isEachAge;
        isFromLast = columns.size() > 1 && columns.get(0).to() == columns.get(1).to();
        made = new long[columns.size()];
    }

    /**
     * A long a column with a bit for each of 64; the same array each time.
     *
     * @param bits a long an age from {@code at} on
     */
    public long[] of(long[] bits, int at) {
        if (isEachAge) {
            System.arraycopy(bits, at, made, 0, made.length);
            return made;
        }
        for (int i = 0; i < made.length; i++) {
            if (isFromLast) {
                fromNext(made.length - 1 - i, bits, at);
            } else {
                fromBefore(i, bits, at);
            }
        }
        return made;
    }

    private void fromNext(int column, long[] bits, int at) {
        Ages ages = columns.get(column);
        int next = column + 1;
        boolean holdsNext = next < made.length && columns.get(next).to() == ages.to();
        int end = holdsNext ? columns.get(next).from() : ages.to() + 1;
        made[column] = (holdsNext ? made[next] : 0) | any(bits, at + ages.from(), at + end);
    }

    private void fromBefore(int column, long[] bits, int at) {
        Ages ages = columns.get(column);
        int before = column - 1;
        boolean holdsBefore = before >= 0 && columns.get(before).from() == ages.from();
        int from = holdsBefore ? columns.get(before).to() + 1 : ages.from();
        made[column] = (holdsBefore ? made[before] : 0) | any(bits, at + from, at + ages.to() + 1);
    }

    private static long any(long[] bits, int from, int to) {
        long any = 0;
        for (int at = from; at < to; at++) {
            any |= bits[at];
        }
        return any;
    }
}
