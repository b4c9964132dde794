package coldtide.core.retention.cohort;

import coldtide.core.log.EventLog;
import coldtide.core.log.Shard;

/** Computes the age of a row since a start, by the calendar or by the user's own clock. Reused from start to start. */
public final class AgeCalculator {
    private final EventLog log;
    private final Shard shard;
    private final Periods periods;
    private final boolean byCalendar;
    private final long ageMillis;
    private int cohort;
    private long since;

    public AgeCalculator(EventLog log, Shard shard, Periods periods, Clock clock) {
        this.log = log;
        this.shard = shard;
        this.periods = periods;
        byCalendar = clock == Clock.CALENDAR;
        ageMillis = periods.ageMillis();
    }

    /** Begins to count from a start in a cohort. */
    public void from(int startsCohort, int start) {
        cohort = startsCohort;
        since = byCalendar ? 0 : log.millisAt(shard, start);
    }

    /** Age of a row that is not before the start. */
    public int row(int row) {
        return byCalendar
                ? periods.ofDay(shard.eventDay[row]) - cohort
                : (int) ((log.millisAt(shard, row) - since) / ageMillis);
    }
}
