package coldtide.core.time;

import java.time.DayOfWeek;
import java.time.LocalDate;
import java.time.temporal.TemporalAdjusters;

/** The calendar period a figure is read by. Weeks are ISO 8601 weeks: they begin on Monday. */
public enum Grain {
    DAY {
        @Override
        public LocalDate startOf(LocalDate day) {
            return day;
        }

        @Override
        public LocalDate shift(LocalDate start, long periods) {
            return start.plusDays(periods);
        }
    },
    WEEK {
        @Override
        public LocalDate startOf(LocalDate day) {
            return day.with(TemporalAdjusters.previousOrSame(DayOfWeek.MONDAY));
        }

        @Override
        public LocalDate shift(LocalDate start, long periods) {
            return start.plusWeeks(periods);
        }
    },
    MONTH {
        @Override
        public LocalDate startOf(LocalDate day) {
            return day.withDayOfMonth(1);
        }

        @Override
        public LocalDate shift(LocalDate start, long periods) {
            return start.plusMonths(periods);
        }
    };

    /** The first day of the period that holds {@code day}. */
    public abstract LocalDate startOf(LocalDate day);

    /** The first day of the period that lies {@code periods} after the one beginning on {@code start}. */
    public abstract LocalDate shift(LocalDate start, long periods);

    /** The whole period before one. */
    public DayRange periodBefore(DayRange period) {
        return new DayRange(shift(period.from(), -1), period.from());
    }

    /** The whole period that holds {@code day}. */
    public DayRange periodOf(LocalDate day) {
        LocalDate start = startOf(day);
        return new DayRange(start, shift(start, 1));
    }
}
