package coldtide.core.funnel.match;

import java.util.Arrays;

/**
 * The events of one user or session that can matter to a funnel, ordered by time. Flat arrays, reused for the next user.
 */
public final class EventSequence {
    /** In place of a held value: there is none, so it can be no step. */
    public static final long NOT_HELD = Long.MIN_VALUE;

    public int size;
    public long[] time = new long[64];
    /** The steps it may be, as bits. */
    public int[] steps = new int[64];
    /** The steps before which it must not happen, as bits. */
    public int[] forbids = new int[64];
    /** Steps of one match have the same; all the same where nothing is held. */
    public long[] held = new long[64];
    /** Whether an entry here counts. */
    public boolean[] canEnter = new boolean[64];
    /** Whether an entry here is still open: its window has not passed, so that nothing can be said of it. */
    public boolean[] isOpen = new boolean[64];
    /** Whether it is activity, rather than something done to them. */
    public boolean[] active = new boolean[64];
    /** Row of the event in its shard. */
    public int[] row = new int[64];

    public void clear() {
        size = 0;
    }

    public void add(
            long itsTime,
            int itsSteps,
            int itsForbids,
            long itsHeld,
            boolean itsEntry,
            boolean itsOpen,
            boolean isActive,
            int itsRow) {
        if (size == time.length) {
            grow();
        }
        time[size] = itsTime;
        steps[size] = itsHeld == NOT_HELD ? 0 : itsSteps;
        forbids[size] = itsForbids;
        held[size] = itsHeld;
        canEnter[size] = itsEntry && !itsOpen;
        isOpen[size] = itsEntry && itsOpen && itsHeld != NOT_HELD;
        active[size] = isActive;
        row[size++] = itsRow;
    }

    private void grow() {
        int room = 2 * size;
        time = Arrays.copyOf(time, room);
        steps = Arrays.copyOf(steps, room);
        forbids = Arrays.copyOf(forbids, room);
        held = Arrays.copyOf(held, room);
        canEnter = Arrays.copyOf(canEnter, room);
        isOpen = Arrays.copyOf(isOpen, room);
        active = Arrays.copyOf(active, room);
        row = Arrays.copyOf(row, room);
    }

    public boolean is(int at, int step) {
        return (steps[at] >>> step & 1) != 0;
    }

    boolean isEntry(int at, int step) {
        return canEnter[at] && is(at, step);
    }

    /** The first entry that is still open from a place on; the end if there is none. */
    public int nextOpen(int from) {
        int at = from;
        while (at < size && !isOpen[at]) {
            at++;
        }
        return at;
    }

    /** The place after the last that lies within a time of another. */
    int endWithin(int from, int to, long millis) {
        return endBy(time[from] + millis, from, to);
    }

    /** The place after the last that does not come after a moment. */
    int endBy(long last) {
        return endBy(last, 0, size);
    }

    private int endBy(long last, int from, int to) {
        int low = from;
        int high = to;
        while (low < high) {
            int middle = (low + high) >>> 1;
            if (time[middle] <= last) {
                low = middle + 1;
            } else {
                high = middle;
            }
        }
        return low;
    }
}
