package coldtide.core.funnel;

import java.util.Arrays;

/**
 * The largest value of those not too near and not too far back in time. Whoever comes later and is as large makes those before it
 * needless, so what is kept falls, and its first is the largest. Each is put in and taken out once.
 */
final class Stretch {
    static final long NOTHING = Long.MIN_VALUE;

    private final long least;
    private final long most;
    private final Line falling = new Line();
    /** Those that are too near as yet. */
    private final Line waiting = new Line();

    /** @param most {@link Long#MAX_VALUE} for however far */
    Stretch(long least, long most) {
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
