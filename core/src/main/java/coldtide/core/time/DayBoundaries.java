package coldtide.core.time;

import java.time.LocalDate;

/**
 * The instants at which consecutive civil days begin, for turning millions of instants into day numbers. Boundaries come
 * from java.time; arithmetic only guesses where to look and is then corrected against them.
 */
public final class DayBoundaries {
    private static final long USUAL_DAY_MILLIS = 86_400_000L;

    private final LocalDate first;
    private final long[] startMillis;

    DayBoundaries(LocalDate first, long[] startMillis) {
        this.first = first;
        this.startMillis = startMillis;
    }

    public LocalDate first() {
        return first;
    }

    public int days() {
        return startMillis.length - 1;
    }

    /** Milliseconds since 1970 UTC at which day {@code index} begins; {@code days()} gives the end of the last day. */
    public long startMillis(int index) {
        return startMillis[index];
    }

    /**
     * The number of the day that holds an instant, 0 for the first.
     *
     * @param epochMillis milliseconds since 1970 UTC, within these boundaries
     * @throws IllegalArgumentException if the instant lies outside
     */
    public int indexOf(long epochMillis) {
        if (epochMillis < startMillis[0] || epochMillis >= startMillis[days()]) {
            throw new IllegalArgumentException("The instant " + epochMillis + " ms lies outside the days " + first
                    + " to " + first.plusDays(days() - 1L) + ".");
        }
        int index = (int) Math.min(days() - 1L, (epochMillis - startMillis[0]) / USUAL_DAY_MILLIS);
        while (epochMillis < startMillis[index]) {
            index--;
        }
        while (epochMillis >= startMillis[index + 1]) {
            index++;
        }
        return index;
    }
}
