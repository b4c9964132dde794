package coldtide.core.retention;

/**
 * Words that wait to be counted, one of each way for a row, until a row has as many as are counted at once, which is several times as quick
 * as each by itself. Words that stand somewhere already, person by person, are only noted and fetched very many at a time; for that a row
 * has two halves, of which one may be filled while the other still waits for its words.
 */
final class Waiting {
    /** So many words of a way may wait in either half, or as few as go together of every row, if those are more. */
    private static final int MOST = 1 << 15;

    private static final int MOST_NOTED = 1 << 10;

    /** Takes words of one way and row. */
    interface Taking {
        /** @param from to {@code to}: as many as go together or a multiple, the last of them perhaps empty */
        void take(int way, int row, long[] words, int from, int to);
    }

    private final Taking taking;
    /** Of half a row. */
    private final int room;
    /** By way, row after row. */
    private final long[][] words;

    /** By row, where its next comes. */
    private final int[] filled;

    /** Of those that are noted only, where they stand and where they go. */
    private final int[] places = new int[MOST_NOTED];

    private final int[] targets = new int[MOST_NOTED];
    private int noted;
    private long[][] standing;
    private long counted;

    /** Where halves begin that are full but for what is noted. */
    private final int[] full = new int[MOST_NOTED];

    private int halves;
    /** By row, whether one of its halves is. */
    private final boolean[] isHalfFull;

    /** @param rows at least 1 */
    Waiting(int ways, int rows, Taking taking) {
        this.taking = taking;
        int fair = MOST / rows / BitCounts.TOGETHER * BitCounts.TOGETHER;
        room = Math.max(BitCounts.TOGETHER, Math.min(BitCounts.MOST, fair));
        words = new long[ways][rows * 2 * room];
        filled = new int[rows];
        isHalfFull = new boolean[rows];
    }

    /** @param ofWays by way */
    void add(int row, long... ofWays) {
        int target = begin(row) + filled[row];
        for (int way = 0; way < ofWays.length; way++) {
            words[way][target] = ofWays[way];
        }
        if (isBothFull(row)) {
            settle();
        }
    }

    /**
     * From now on words stand there.
     *
     * @param standingWords by way and place
     * @param countedBits those that are counted
     */
    void stand(long[][] standingWords, long countedBits) {
        standing = standingWords;
        counted = countedBits;
    }

    /** @param place where its words stand, of all ways */
    void add(int row, int place) {
        places[noted] = place;
        targets[noted++] = begin(row) + filled[row];
        if (isBothFull(row) || noted == MOST_NOTED) {
            settle();
        }
    }

    private int begin(int row) {
        return row * 2 * room;
    }

    /** Goes on to the next place of a row; whether there is none, or as many halves are full as can be noted. */
    private boolean isBothFull(int row) {
        int end = ++filled[row];
        if (end != room && end != 2 * room) {
            return false;
        }
        full[halves++] = begin(row) + end - room;
        filled[row] = end == room ? end : 0;
        boolean isOther = isHalfFull[row];
        isHalfFull[row] = true;
        return isOther || halves == full.length;
    }

    /** Fetches what is noted from where it stands, which may change after that, and gives away what is full. */
    void settle() {
        for (int way = 0; way < words.length && noted > 0; way++) {
            fetch(standing[way], words[way]);
        }
        noted = 0;
        for (int half = 0; half < halves; half++) {
            int row = full[half] / (2 * room);
            take(row, full[half], full[half] + room);
            isHalfFull[row] = false;
        }
        halves = 0;
    }

    private void fetch(long[] from, long[] to) {
        for (int i = 0; i < noted; i++) {
            to[targets[i]] = from[places[i]] & counted;
        }
    }

    private void take(int row, int from, int to) {
        for (int way = 0; way < words.length; way++) {
            taking.take(way, row, words[way], from, to);
        }
    }

    /** Gives all that waits away. */
    void takeAll() {
        settle();
        for (int row = 0; row < filled.length; row++) {
            int from = begin(row) + filled[row] / room * room;
            int to = begin(row) + filled[row];
            for (; to % BitCounts.TOGETHER > 0; to++) {
                for (long[] ofWay : words) {
                    ofWay[to] = 0;
                }
            }
            take(row, from, to);
            filled[row] = 0;
        }
    }
}
