package coldtide.core.funnel;

import java.util.Arrays;

/**
 * Events that may be a step, in order of time, each with the stretch of the trail in which the step before it may lie. Neither end of
 * the stretch ever moves back from one event to the next.
 */
final class Places {
    int size;
    int[] at = new int[16];
    int[] low = new int[16];
    /** Not included. */
    int[] high = new int[16];

    void clear() {
        size = 0;
    }

    void add(int its, int itsLow, int itsHigh) {
        if (size == at.length) {
            at = Arrays.copyOf(at, 2 * size);
            low = Arrays.copyOf(low, 2 * size);
            high = Arrays.copyOf(high, 2 * size);
        }
        at[size] = its;
        low[size] = itsLow;
        high[size++] = itsHigh;
    }

    /** Adds one of others. */
    void add(Places others, int i) {
        add(others.at[i], others.low[i], others.high[i]);
    }

    /** Where the first lies that is not before an event. */
    int from(int event) {
        int found = Arrays.binarySearch(at, 0, size, event);
        return found >= 0 ? found : -found - 1;
    }

    /** The earliest event in whose stretch an event lies: the first whose stretch ends after it is that, or none. */
    int next(int after) {
        int first = 0;
        int end = size;
        while (first < end) {
            int middle = (first + end) >>> 1;
            if (high[middle] > after) {
                end = middle;
            } else {
                first = middle + 1;
            }
        }
        return first < size && low[first] <= after ? at[first] : Match.NONE;
    }
}
