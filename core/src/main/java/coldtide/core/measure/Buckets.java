package coldtide.core.measure;

import coldtide.core.log.EventLog;
import coldtide.core.log.Shard;
import coldtide.core.measure.Course.Kind;
import coldtide.core.measure.MeasureAnswer.Period;
import coldtide.core.time.DayRange;
import coldtide.core.time.Grain;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;

/**
 * The periods of a range as numbers, found for a row by its day, and the windows that a row falls into: its own period, or with a
 * trailing or cumulative course some that come after it. Hours are whole hours since the civil day began, so a day at a clock
 * change has 23 or 25.
 */
final class Buckets {
    private static final int OUTSIDE = -1;
    private static final int HOUR_MILLIS = 3_600_000;

    private final List<Period> periods = new ArrayList<>();
    /** Periods before the range that trailing windows reach into. */
    private final int lead;

    private final int reach;
    private final int[] bucketOfDay;
    private final boolean hours;
    private final int fromDay;
    private final int toDay;

    Buckets(EventLog log, DayRange range, Step step, Course course) {
        lead = course.kind() == Kind.TRAILING ? course.periods() - 1 : 0;
        Optional<Grain> grain = step.grain();
        hours = grain.isEmpty();
        LocalDate first = grain.map(by -> by.shift(by.startOf(range.from()), -lead))
                .orElse(range.from().minusDays((lead + 22) / 23));
        if (lead == 0) {
            first = range.from();
        }
        fromDay = log.dayNumber(first);
        toDay = log.dayNumber(range.to());
        bucketOfDay = new int[log.days()];
        Arrays.fill(bucketOfDay, OUTSIDE);
        if (hours) {
            hours(log, first, range);
        } else {
            days(log, first, range, grain.orElseThrow());
        }
        int windows = periods.size();
        reach = course.kind() == Kind.CUMULATIVE ? windows : course.periods();
    }

    private void days(EventLog log, LocalDate first, DayRange range, Grain grain) {
        int bucket = 0;
        for (DayRange days : new DayRange(first, range.to()).periods(grain)) {
            boolean before = bucket < lead;
            int from = Math.max(fromDay, log.dayNumber(days.from()));
            int to = Math.min(toDay, log.dayNumber(days.to()));
            Arrays.fill(bucketOfDay, from, Math.max(from, to), bucket++);
            if (!before) {
                periods.add(new Period(
                        days,
                        log.calendar().startOf(days.from()),
                        range.contains(days),
                        log.completeBefore(days.to().isBefore(range.to()) ? days.to() : range.to())));
            }
        }
    }

    private void hours(EventLog log, LocalDate first, DayRange range) {
        int before = 0;
        for (LocalDate day = first; day.isBefore(range.from()); day = day.plusDays(1)) {
            before += hoursOf(log, day);
        }
        int bucket = lead - before; // of hours further back than any window reaches, below zero
        for (LocalDate day = first; day.isBefore(range.to()); day = day.plusDays(1)) {
            if (log.span().contains(day)) {
                bucketOfDay[log.dayNumber(day)] = bucket;
            }
            int inDay = hoursOf(log, day);
            for (int hour = 0; hour < inDay && !day.isBefore(range.from()); hour++) {
                Instant starts = log.calendar().startOf(day).plus(Duration.ofHours(hour));
                Instant nextDay = log.calendar().startOf(day.plusDays(1));
                Instant ends =
                        starts.plus(Duration.ofHours(1)).isBefore(nextDay) ? starts.plus(Duration.ofHours(1)) : nextDay;
                periods.add(new Period(new DayRange(day, day.plusDays(1)), starts, true, !ends.isAfter(log.dataTo())));
            }
            bucket += inDay;
        }
    }

    private static int hoursOf(EventLog log, LocalDate day) {
        long millis = Duration.between(
                        log.calendar().startOf(day), log.calendar().startOf(day.plusDays(1)))
                .toMillis();
        return (int) ((millis + HOUR_MILLIS - 1) / HOUR_MILLIS);
    }

    List<Period> periods() {
        return periods;
    }

    /** How many windows are answered for: as many as periods. */
    int size() {
        return periods.size();
    }

    /** A person's first row that may count. */
    int from(Shard shard, int person) {
        return shard.firstRow(person, fromDay);
    }

    /** The row after a person's last that may count. */
    int to(Shard shard, int person) {
        return shard.firstRow(person, toDay);
    }

    /** Whether rows of a day may count. */
    boolean has(int day) {
        return day >= fromDay && day < toDay;
    }

    /** The bucket of a row that may count. */
    int of(Shard shard, int row) {
        return of(shard, row, shard.eventDay[row]);
    }

    /** The same where the day of the row is known. */
    int of(Shard shard, int row, int day) {
        int bucket = bucketOfDay[day];
        return hours ? bucket + shard.eventMillisOfDay[row] / HOUR_MILLIS : bucket;
    }

    /** Whether all rows of a day are of one bucket. */
    boolean isOfDays() {
        return !hours;
    }

    /** The first window that a bucket falls into. */
    int firstWindow(int bucket) {
        return Math.max(0, bucket - lead);
    }

    /** The window after the last that a bucket falls into. */
    int endWindow(int bucket) {
        return Math.max(0, Math.min(size(), bucket - lead + reach));
    }

    /** Whether a bucket lies in the range itself. */
    boolean inRange(int bucket) {
        return bucket >= lead;
    }
}
