package coldtide.core.retention;

import java.util.Arrays;

/**
 * Words that wait to be counted, one of each way for a row, until there are many: then those of a row go together, one way after the other,
 * which is several times as quick as each by itself.
 */
final class Waiting {
    /** For each row about so many wait, that few of those that go together are empty. */
    private static final int FOR_EACH = 32;

    private static final int LEAST = 1 << 12;
    private static final int MOST = 1 << 15;

    /** Takes the words of one way. */
    interface Taking {
        /** @param from by row, where its words begin: as many as go together or a multiple, the last of them perhaps empty */
        void take(int way, int[] from, long[] words);
    }

    private final int most;
    private final int[] rows;
    /** By way; the last is never more than empty. */
    private final long[][] words;

    private int count;
    /** By row, where it begins in order; at last where all end. */
    private final int[] from;

    /** By row, where its next comes. */
    private final int[] next;

    private final int[] order;
    private final long[] ordered;

    Waiting(int ways, int rows) {
        most = Math.max(LEAST, Math.min(MOST, FOR_EACH * rows));
        this.rows = new int[most];
        words = new long[ways][most + 1];
        from = new int[rows + 1];
        next = new int[rows];
        order = new int[most + rows * BitCounts.TOGETHER];
        ordered = new long[order.length];
    }

    boolean isFull() {
        return count == most;
    }

    /** @param ofWays by way */
    void add(int row, long... ofWays) {
        rows[count] = row;
        for (int way = 0; way < ofWays.length; way++) {
            words[way][count] = ofWays[way];
        }
        count++;
    }

    /** Gives all that waits away. */
    void take(Taking taking) {
        order();
        int end = from[from.length - 1];
        for (int way = 0; way < words.length; way++) {
            for (int i = 0; i < end; i++) {
                ordered[i] = words[way][order[i]];
            }
            taking.take(way, from, ordered);
        }
        count = 0;
    }

    /** By row, by counting how many each has. */
    private void order() {
        Arrays.fill(from, 0);
        for (int i = 0; i < count; i++) {
            from[rows[i] + 1]++;
        }
        for (int row = 1; row < from.length; row++) {
            int whole = (from[row] + BitCounts.TOGETHER - 1) / BitCounts.TOGETHER * BitCounts.TOGETHER;
            from[row] = from[row - 1] + whole;
        }
        System.arraycopy(from, 0, next, 0, next.length);
        Arrays.fill(order, 0, from[from.length - 1], most);
        for (int i = 0; i < count; i++) {
            order[next[rows[i]]++] = i;
        }
    }
}
