package coldtide.core.time;

import static java.util.Objects.requireNonNull;

import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;

/**
 * The civil days of an app's reporting time zone. A day lasts 23 to 25 hours where clocks change; see {@link ClockHours}.
 *
 * @param zone the IANA zone
 */
public record ReportingCalendar(ZoneId zone) {
    public ReportingCalendar {
        requireNonNull(zone, "zone");
    }

    public LocalDate dayOf(Instant instant) {
        return LocalDate.ofInstant(instant, zone);
    }

    /** The instant at which {@code day} begins; where midnight is skipped, the first instant after the gap. */
    public Instant startOf(LocalDate day) {
        return day.atStartOfDay(zone).toInstant();
    }

    /** How many hours pass on a day, the last one perhaps not whole: 23 or 25 where clocks change by an hour, else mostly 24. */
    public int hoursOf(LocalDate day) {
        long minutes = Duration.between(startOf(day), startOf(day.plusDays(1))).toMinutes();
        return (int) ((minutes + 59) / 60);
    }

    /** The hours of the days of {@code range} as clocks show them. */
    public ClockHours hours(DayRange range) {
        return new ClockHours(this, range.from(), range.days());
    }

    /** The boundaries of {@code range}, computed once, for looking up many instants. */
    public DayBoundaries boundaries(DayRange range) {
        long[] starts = new long[range.days() + 1];
        for (int i = 0; i < starts.length; i++) {
            starts[i] = startOf(range.from().plusDays(i)).toEpochMilli();
        }
        return new DayBoundaries(range.from(), starts);
    }
}
