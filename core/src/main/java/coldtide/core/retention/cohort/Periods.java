package coldtide.core.retention.cohort;

import coldtide.core.log.EventLog;
import coldtide.core.time.DayRange;
import coldtide.core.time.Grain;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.function.Predicate;

/** The periods of a question's cohorts, the ages counted from them, and how far time has passed for each. */
public final class Periods {
    private final EventLog log;
    private final CohortDefinition following;
    private final List<DayRange> periods;
    private final int[] ofDay;
    /** The last day of which some has passed in the data. */
    private final LocalDate lastBegun;

    public Periods(EventLog log, CohortDefinition following) {
        this.log = log;
        this.following = following;
        periods = following.range().periods(following.grain());
        ofDay = new int[log.days()];
        lastBegun = log.calendar().dayOf(log.dataTo().minusMillis(1));
        number();
    }

    /** Numbers the calendar periods of the log's days, 0 for the first period of the range. */
    private void number() {
        Grain grain = following.grain();
        LocalDate first = periods.get(0).from();
        LocalDate start = grain.startOf(log.firstDay());
        int period = 0;
        for (LocalDate at = start; at.isAfter(first); at = grain.shift(at, -1)) {
            period++;
        }
        for (LocalDate at = start; at.isBefore(first); at = grain.shift(at, 1)) {
            period--;
        }
        LocalDate next = grain.shift(start, 1);
        for (int day = 0; day < ofDay.length; day++) {
            LocalDate date = log.firstDay().plusDays(day);
            if (date.equals(next)) {
                period++;
                next = grain.shift(next, 1);
            }
            ofDay[day] = period;
        }
    }

    public int size() {
        return periods.size();
    }

    /** The period of a day of the log, counted from the first of the range. */
    int ofDay(int day) {
        return ofDay[day];
    }

    /** Milliseconds of one age by a user's own clock. */
    long ageMillis() {
        long days = switch (following.grain()) {
            case DAY -> 1;
            case WEEK -> 7;
            case MONTH -> 30;
        };
        return Duration.ofDays(days).toMillis();
    }

    DayRange period(int number) {
        return periods.get(number);
    }

    /** @param columns the ages looked at, both ends ascending */
    public Cohort cohort(int number, long size, List<Ages> columns) {
        DayRange period = periods.get(number);
        DayRange starts = clipped(period);
        boolean byCalendar = following.clock() == Clock.CALENDAR;
        return new Cohort(
                period,
                starts,
                size,
                leading(columns, byCalendar ? passedByCalendar(period) : passedByOwnClock(starts)),
                leading(columns, byCalendar ? begunByCalendar(period) : begunByOwnClock(starts)));
    }

    /** How many from the first, of columns whose ages ascend; halved again and again. */
    private static int leading(List<Ages> columns, Predicate<Ages> test) {
        int count = 0;
        int end = columns.size();
        while (count < end) {
            int middle = (count + end) / 2;
            if (test.test(columns.get(middle))) {
                count = middle + 1;
            } else {
                end = middle;
            }
        }
        return count;
    }

    /** Whether an age has fully passed for whoever started last. */
    private Predicate<Ages> passedByCalendar(DayRange period) {
        return ages -> log.completeBefore(following.grain().shift(period.from(), ages.to() + 1L));
    }

    private Predicate<Ages> passedByOwnClock(DayRange starts) {
        Instant last = log.calendar().startOf(starts.to());
        return ages -> !last.plusMillis((ages.to() + 1) * ageMillis()).isAfter(log.dataTo());
    }

    /** Whether an age has begun for whoever started first. */
    private Predicate<Ages> begunByCalendar(DayRange period) {
        return ages -> !following.grain().shift(period.from(), ages.from()).isAfter(lastBegun);
    }

    private Predicate<Ages> begunByOwnClock(DayRange starts) {
        Instant first = log.calendar().startOf(starts.from());
        return ages -> first.plusMillis(ages.from() * ageMillis()).isBefore(log.dataTo());
    }

    private DayRange clipped(DayRange period) {
        DayRange range = following.range();
        return new DayRange(
                period.from().isBefore(range.from()) ? range.from() : period.from(),
                period.to().isAfter(range.to()) ? range.to() : period.to());
    }
}
