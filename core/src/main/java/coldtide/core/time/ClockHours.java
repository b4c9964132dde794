package coldtide.core.time;

import java.time.Instant;
import java.time.LocalDate;
import java.time.ZonedDateTime;
import java.time.temporal.ChronoUnit;
import java.time.zone.ZoneOffsetTransition;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/**
 * The hours of civil days as clocks show them. An hour begins when the clock shows a full hour and whenever clocks are changed, so
 * a day has 24 hours of 60 minutes, but for days with a clock change: an hour that is skipped is not there, one that comes twice
 * is there twice, and where clocks move by half an hour one lasts 30 minutes. All instants come from java.time.
 */
public final class ClockHours {
    private static final int HOUR_MILLIS = 3_600_000;
    private static final int USUAL_HOURS = 24;

    private final ReportingCalendar calendar;
    private final LocalDate first;
    /** By day: where its hours begin, in milliseconds since the day began; null for a day of 24 usual hours. */
    private final int[][] starts;

    /** The hours of some days from {@code first} on; {@code count} may be 0. */
    ClockHours(ReportingCalendar calendar, LocalDate first, int count) {
        this.calendar = calendar;
        this.first = first;
        starts = new int[count][];
        for (int day = 0; day < count; day++) {
            int[] ofDay = startsOf(first.plusDays(day));
            starts[day] = isUsual(ofDay) ? null : ofDay;
        }
    }

    private int[] startsOf(LocalDate day) {
        Instant begin = calendar.startOf(day);
        Instant end = calendar.startOf(day.plusDays(1));
        List<Integer> found = new ArrayList<>();
        for (Instant at = begin; at.isBefore(end); at = next(at)) {
            found.add((int) (at.toEpochMilli() - begin.toEpochMilli()));
        }
        found.add((int) (end.toEpochMilli() - begin.toEpochMilli()));
        return found.stream().mapToInt(Integer::intValue).toArray();
    }

    private Instant next(Instant at) {
        Instant fullHour = at.atOffset(calendar.zone().getRules().getOffset(at))
                .truncatedTo(ChronoUnit.HOURS)
                .plusHours(1)
                .toInstant();
        ZoneOffsetTransition change = calendar.zone().getRules().nextTransition(at);
        return change != null && change.getInstant().isBefore(fullHour) ? change.getInstant() : fullHour;
    }

    /** @param ofDay with the end of the day as its last entry */
    private static boolean isUsual(int[] ofDay) {
        for (int hour = 0; hour < ofDay.length; hour++) {
            if (ofDay[hour] != hour * HOUR_MILLIS) {
                return false;
            }
        }
        return ofDay.length == USUAL_HOURS + 1;
    }

    /** How many hours a day has. @param day its number, 0 for the first */
    public int hoursOf(int day) {
        return starts[day] == null ? USUAL_HOURS : starts[day].length - 1;
    }

    /** The number of the hour within its day, 0 for the first. Cost: a division, on days with a clock change a search. */
    public int hourOf(int day, int millisOfDay) {
        int[] ofDay = starts[day];
        if (ofDay == null) {
            return millisOfDay / HOUR_MILLIS;
        }
        int found = Arrays.binarySearch(ofDay, millisOfDay);
        return found >= 0 ? found : -found - 2;
    }

    /** When an hour of a day begins; {@code hoursOf(day)} gives the end of the day. */
    public Instant startOf(int day, int hour) {
        Instant begin = calendar.startOf(first.plusDays(day));
        return begin.plusMillis(starts[day] == null ? (long) hour * HOUR_MILLIS : starts[day][hour]);
    }

    /** What the clock shows as its hour, 0 to 23. */
    public int shownHour(int day, int hour) {
        return ZonedDateTime.ofInstant(startOf(day, hour), calendar.zone()).getHour();
    }
}
