package coldtide.core.funnel;

import java.util.Arrays;

/**
 * The largest value within a stretch that only moves on: whoever comes later and is as large makes those before it needless, so what
 * is kept falls, and its first is the largest. Each is put in and taken out once.
 */
final class Extreme {
    private int[] place = new int[16];
    private long[] value = new long[16];
    private int first;
    private int end;

    void clear() {
        first = 0;
        end = 0;
    }

    /** @param itsPlace not before the one put in last */
    void push(int itsPlace, long itsValue) {
        while (end > first && value[end - 1] <= itsValue) {
            end--;
        }
        if (end == place.length) {
            place = Arrays.copyOf(place, 2 * end);
            value = Arrays.copyOf(value, 2 * end);
        }
        place[end] = itsPlace;
        value[end++] = itsValue;
    }

    /** The largest value of those not before a place, which never moves back; {@link Long#MIN_VALUE} if there is none. */
    long from(int start) {
        while (first < end && place[first] < start) {
            first++;
        }
        return first < end ? value[first] : Long.MIN_VALUE;
    }
}
