package coldtide.core.time;

import static java.util.Objects.requireNonNull;

import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.List;

/**
 * A half-open range of civil days in the app's reporting time zone.
 *
 * @param from the first day of the range
 * @param to the day after its last day; later than {@code from}
 */
public record DayRange(LocalDate from, LocalDate to) {
    /** Longer than any app's history; it keeps a mistyped year from asking for millions of days. */
    public static final int MOST_DAYS = 20 * 366;

    public DayRange {
        requireNonNull(from, "from");
        requireNonNull(to, "to");
        if (!from.isBefore(to)) {
            throw new IllegalArgumentException("The range must end after it begins: from " + from + " to " + to
                    + " (the end day is not included).");
        }
        if (ChronoUnit.DAYS.between(from, to) > MOST_DAYS) {
            throw new IllegalArgumentException(
                    "The range from " + from + " to " + to + " is longer than " + MOST_DAYS + " days.");
        }
    }

    /** The {@code days} days that end before {@code to}. */
    public static DayRange endingBefore(LocalDate to, int days) {
        return new DayRange(to.minusDays(days), to);
    }

    public int days() {
        return (int) ChronoUnit.DAYS.between(from, to);
    }

    public boolean contains(LocalDate day) {
        return !day.isBefore(from) && day.isBefore(to);
    }

    public boolean contains(DayRange other) {
        return !other.from.isBefore(from) && !other.to.isAfter(to);
    }

    public DayRange shiftedBy(int days) {
        return new DayRange(from.plusDays(days), to.plusDays(days));
    }

    /** Whether two ranges have as many days, or are as many whole calendar months. */
    public boolean isAsLongAs(DayRange other) {
        boolean months = from.getDayOfMonth() == 1
                && to.getDayOfMonth() == 1
                && other.from.getDayOfMonth() == 1
                && other.to.getDayOfMonth() == 1;
        return days() == other.days()
                || months && ChronoUnit.MONTHS.between(from, to) == ChronoUnit.MONTHS.between(other.from, other.to);
    }

    /** Whether a day lies in both. */
    public boolean overlaps(DayRange other) {
        return from.isBefore(other.to) && other.from.isBefore(to);
    }

    /**
     * The latest earlier range of the same length that begins on the same weekday and does not overlap this one:
     * shifted back by the length, rounded up to whole weeks.
     */
    public DayRange before() {
        int weeks = (days() + 6) / 7;
        return shiftedBy(-7 * weeks);
    }

    /** The periods of {@code grain} that touch this range, whole: the first and last may reach beyond it. */
    public List<DayRange> periods(Grain grain) {
        List<DayRange> periods = new ArrayList<>();
        for (LocalDate start = grain.startOf(from); start.isBefore(to); start = grain.shift(start, 1)) {
            periods.add(new DayRange(start, grain.shift(start, 1)));
        }
        return List.copyOf(periods);
    }
}
