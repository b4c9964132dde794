package coldtide.core.tidetable;

/** Counts and revenue of each day of a log, as far as they can be added up over days. Immutable. */
public final class DailyTotals {
    private final CountTable byDay;
    private final boolean knowsFirstPath;
    private final int firstCrash;

    DailyTotals(CountTable byDay, boolean knowsFirstPath, int firstCrash) {
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

    /** Adds the totals of days {@code fromDay} to before {@code toDay} of the log to a period's counts. */
    void addTo(CountTable periods, int period, int fromDay, int toDay) {
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
