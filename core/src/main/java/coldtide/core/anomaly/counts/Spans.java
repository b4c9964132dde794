package coldtide.core.anomaly.counts;

import coldtide.core.log.EventLog;
import coldtide.core.time.DayRange;
import it.unimi.dsi.fastutil.ints.IntArrayList;
import it.unimi.dsi.fastutil.ints.IntList;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.function.IntPredicate;
import java.util.stream.IntStream;

/**
 * Days before and after a change.
 *
 * @param of by day: 0 before, 1 after, {@link #NEITHER}
 */
public record Spans(byte[] of, int before, int after) {
    public static final byte NEITHER = -1;

    /**
     * @param days of the log
     * @param past days before
     * @param to the day after the last
     */
    public static Spans of(int days, IntList past, int from, int to) {
        byte[] of = new byte[days];
        Arrays.fill(of, NEITHER);
        past.forEach(day -> of[day] = 0);
        Arrays.fill(of, from, to, (byte) 1);
        return new Spans(of, past.size(), to - from);
    }

    /** The same, of some days alone. */
    public Spans where(IntPredicate some) {
        byte[] only = of.clone();
        int[] left = new int[2];
        for (int day = 0; day < only.length; day++) {
            if (only[day] != NEITHER && some.test(day)) {
                left[only[day]]++;
            } else {
                only[day] = NEITHER;
            }
        }
        return new Spans(only, left[0], left[1]);
    }

    /** The four weeks before a day, and some days. */
    public static Spans since(EventLog log, LocalDate before, DayRange days) {
        int end = log.dayNumber(before);
        IntArrayList past = new IntArrayList(
                IntStream.range(Math.max(0, end - ShiftScan.BEFORE), end).toArray());
        return of(log.days(), past, log.dayNumber(days.from()), log.dayNumber(days.to()));
    }
}
