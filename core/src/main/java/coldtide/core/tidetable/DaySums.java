package coldtide.core.tidetable;

/** What {@link DaySumAnalysis} counted: for each day of a log what adds up from day to day. Does not change. */
public final class DaySums {
    private final Counted byDay;
    private final boolean knowsFirstPath;
    private final int firstCrash;

    DaySums(Counted byDay, boolean knowsFirstPath, int firstCrash) {
        this.byDay = byDay;
        this.knowsFirstPath = knowsFirstPath;
        this.firstCrash = firstCrash;
    }

    /** Whether the app has said what ends its first-time path. */
    boolean knowsFirstPath() {
        return knowsFirstPath;
    }

    /** The first day on which a crash was sent. */
    int firstCrash() {
        return firstCrash;
    }

    /** Adds the sums over some days of the log to a period's counts. */
    void addTo(Counted periods, int period, int fromDay, int toDay) {
        add(byDay.counts, periods.counts, period, fromDay, toDay);
        add(byDay.micros, periods.micros, period, fromDay, toDay);
    }

    private static void add(long[][] days, long[][] periods, int period, int fromDay, int toDay) {
        for (int kind = 0; kind < days.length; kind++) {
            for (int day = fromDay; day < toDay; day++) {
                periods[kind][period] += days[kind][day];
            }
        }
    }
}
