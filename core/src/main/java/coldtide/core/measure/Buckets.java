package coldtide.core.measure;

import coldtide.core.log.EventLog;
import coldtide.core.log.Shard;
import coldtide.core.measure.Accumulation.Kind;
import coldtide.core.measure.MeasureAnswer.Period;
import coldtide.core.time.ClockHours;
import coldtide.core.time.DayRange;
import coldtide.core.time.Grain;
import java.time.Instant;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;

/**
 * The periods of a range as numbers, found for a row by its day, and the windows that a row falls into: its own period, or with a
 * trailing or cumulative course some that come after it. Hours are those of {@link ClockHours}.
 */
final class Buckets {
    private static final int OUTSIDE = -1;

    private final List<Period> periods = new ArrayList<>();
    /** Periods before the range that trailing windows reach into. */
    private final int lead;

    private final int reach;
    private final int[] bucketOfDay;
    /** Of the log's days; null where periods are days or longer. */
    private final ClockHours hours;

    private final int fromDay;
    private final int toDay;

    Buckets(EventLog log, DayRange range, Step step, Accumulation course) {
        lead = course.kind() == Kind.TRAILING ? course.periods() - 1 : 0;
        Optional<Grain> grain = step.grain();
        LocalDate first = grain.map(by -> by.shift(by.startOf(range.from()), -lead))
                .orElse(range.from().minusDays((lead + 22) / 23));
        if (lead == 0) {
            first = range.from();
        }
        fromDay = log.dayNumber(first);
        toDay = log.dayNumber(range.to());
        bucketOfDay = new int[log.days()];
        Arrays.fill(bucketOfDay, OUTSIDE);
        if (grain.isPresent()) {
            hours = null;
            days(log, first, range, grain.get());
        } else {
            hours = log.calendar().hours(log.span());
            hours(log, first, range);
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
        ClockHours asked = log.calendar().hours(new DayRange(first, range.to()));
        int days = (int) ChronoUnit.DAYS.between(first, range.to());
        int daysBefore = (int) ChronoUnit.DAYS.between(first, range.from());
        int before = IntStream.range(0, daysBefore).map(asked::hoursOf).sum();
        int bucket = lead - before; // of hours further back than any window reaches, below zero
        for (int day = 0; day < days; day++) {
            LocalDate date = first.plusDays(day);
            if (log.span().contains(date)) {
                bucketOfDay[log.dayNumber(date)] = bucket;
            }
            for (int hour = 0; hour < asked.hoursOf(day) && day >= daysBefore; hour++) {
                Instant ends = asked.startOf(day, hour + 1);
                periods.add(new Period(
                        new DayRange(date, date.plusDays(1)),
                        asked.startOf(day, hour),
                        true,
                        !ends.isAfter(log.dataTo())));
            }
            bucket += asked.hoursOf(day);
        }
    }

    List<Period> periods() {
        return periods;
    }

    /** How many windows are answered for: as many as periods. */
    int size() {
        return periods.size();
    }

    /** A user's first row that may count. */
    int from(Shard shard, int person) {
        return shard.firstRow(person, fromDay);
    }

    /** The row after a user's last that may count. */
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
        return hours == null ? bucket : bucket + hours.hourOf(day, shard.eventMillisOfDay[row]);
    }

    /** Whether all rows of a day are of one bucket. */
    boolean isOfDays() {
        return hours == null;
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
