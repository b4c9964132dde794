package coldtide.core.retention;

import coldtide.core.filter.BitMasks;
import java.util.Arrays;

/**
 * Collects one 64-bit mask of return ages for each user and return criterion, grouped by cohort. When 64 users of a cohort are there, they are
 * transposed and counted together.
 */
final class CohortBuffer {
    private static final int LEAST = 16;
    /** Most words buffered for each criterion, unless there are more rows. */
    private static final int MOST = 1 << 16;

    /** Receives the buffered words of one row. */
    interface Taking {
        /**
         * @param members which bits stand for a user
         * @param bits a long an age
         */
        void take(int way, int row, long members, long[] bits);
    }

    private final Taking taking;
    private final int ages;
    /** Words that one row can hold. */
    private final int room;
    /** Buffered words by criterion, row after row; made when the first user comes. */
    private final long[][] words;

    private final int[] waiting;
    private final long[] bits = new long[Long.SIZE];

    CohortBuffer(int ways, int ages, int rows, Taking taking) {
        this.taking = taking;
        this.ages = ages;
        room = Math.max(LEAST, Math.min(Long.SIZE, MOST / rows));
        words = new long[ways][0];
        waiting = new int[rows];
    }

    /** @param ofWays by way, the ages as bits */
    void add(int row, long... ofWays) {
        if (words[0].length == 0) {
            Arrays.setAll(words, way -> new long[waiting.length * room]);
        }
        int at = row * room + waiting[row]++;
        for (int way = 0; way < ofWays.length; way++) {
            words[way][at] = ofWays[way];
        }
        if (waiting[row] == room) {
            take(row);
        }
    }

    private void take(int row) {
        for (int way = 0; way < words.length; way++) {
            System.arraycopy(words[way], row * room, bits, 0, room);
            Arrays.fill(bits, room, bits.length, 0);
            BitMasks.turn(bits, ages);
            taking.take(way, row, -1L >>> Long.SIZE - waiting[row], bits);
        }
        waiting[row] = 0;
    }

    /** Has all taken that wait. */
    void settle() {
        for (int row = 0; row < waiting.length; row++) {
            if (waiting[row] > 0) {
                take(row);
            }
        }
    }
}
