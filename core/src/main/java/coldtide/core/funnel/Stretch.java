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
    private long[] time = new long[16];
    private long[] value = new long[16];
    /** Those from {@code first} to {@code ready} are far enough back, and fall; those from {@code waits} to {@code end} not yet. */
    private int first;

    private int ready;
    private int waits;
    private int end;

    /** @param most {@link Long#MAX_VALUE} for however far */
    Stretch(long least, long most) {
        this.least = least;
        this.most = most;
    }

    void clear() {
        first = 0;
        ready = 0;
        waits = 0;
        end = 0;
    }

    /** @param itsTime not before the one put in last */
    void add(long itsTime, long itsValue) {
        if (end == time.length) {
            time = Arrays.copyOf(time, 2 * end);
            value = Arrays.copyOf(value, 2 * end);
        }
        time[end] = itsTime;
        value[end++] = itsValue;
    }

    /** @param now not before the time asked for last */
    long largest(long now) {
        while (waits < end && now - time[waits] >= least) {
            while (ready > first && value[ready - 1] <= value[waits]) {
                ready--;
            }
            time[ready] = time[waits];
            value[ready++] = value[waits++];
        }
        while (first < ready && now - time[first] > most) {
            first++;
        }
        return first < ready ? value[first] : NOTHING;
    }
}
