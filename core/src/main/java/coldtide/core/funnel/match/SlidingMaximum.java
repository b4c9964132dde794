package coldtide.core.funnel.match;

import java.util.Arrays;

/**
 * Sliding maximum: the largest value within a window of past times. A later value that is at least as large makes earlier ones
 * needless. The kept values therefore decrease, and the first is the largest. Each value is added and removed once.
 */
final class SlidingMaximum {
    static final long NOTHING = Long.MIN_VALUE;

    private final long least;
    private final long most;
    private final Line falling = new Line();
    /** Values that are too recent to count yet. */
    private final Line waiting = new Line();

    /** @param most {@link Long#MAX_VALUE} for however far */
    SlidingMaximum(long least, long most) {
        this.least = least;
        this.most = most;
    }

    /** Values by time, taken out at both ends. */
    private static final class Line {
        long[] time = new long[16];
        long[] value = new long[16];
        int first;
        int end;

        void clear() {
            first = 0;
            end = 0;
        }

        void add(long itsTime, long itsValue) {
            if (end == time.length) {
                time = Arrays.copyOf(time, 2 * end);
                value = Arrays.copyOf(value, 2 * end);
            }
            time[end] = itsTime;
            value[end++] = itsValue;
        }
    }

    void clear() {
        falling.clear();
        waiting.clear();
    }

    /** @param time not before the one put in last */
    void add(long time, long value) {
        if (least > 0) {
            waiting.add(time, value);
        } else {
            put(time, value);
        }
    }

    private void put(long time, long value) {
        while (falling.end > falling.first && falling.value[falling.end - 1] <= value) {
            falling.end--;
        }
        falling.add(time, value);
    }

    /** @param now not before the time asked for last */
    long largest(long now) {
        while (waiting.first < waiting.end && now - waiting.time[waiting.first] >= least) {
            put(waiting.time[waiting.first], waiting.value[waiting.first++]);
        }
        while (falling.first < falling.end && now - falling.time[falling.first] > most) {
            falling.first++;
        }
        return falling.first < falling.end ? falling.value[falling.first] : NOTHING;
    }
}
