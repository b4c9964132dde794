package coldtide.core.time;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.SplittableRandom;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Held to java.time, which has the IANA rules. */
class ClockHoursTest {
    private static ClockHours hours(String zone, LocalDate day) {
        return new ReportingCalendar(ZoneId.of(zone)).hours(new DayRange(day, day.plusDays(1)));
    }

    /** Source: the IANA rules; Lord Howe Island moves its clocks by half an hour. */
    @ParameterizedTest
    @CsvSource({
        "Europe/Lisbon,2026-03-29,23",
        "Europe/Lisbon,2026-10-25,25",
        "Europe/Lisbon,2026-10-26,24",
        "Australia/Lord_Howe,2026-10-04,24",
        "Australia/Lord_Howe,2026-04-05,25",
        "Asia/Kolkata,2026-04-05,24"
    })
    void aDayHasTheHoursThatItsClocksShow(String zone, LocalDate day, int count) {
        assertThat(hours(zone, day).hoursOf(0)).isEqualTo(count);
    }

    /** On 4 Oct 2026 at 02:00 the clocks of Lord Howe Island go on to 02:30: the third hour lasts 30 minutes. */
    @ParameterizedTest
    @CsvSource({"0,0,0", "7199999,1,1", "7200000,2,2", "8999999,2,2", "9000000,3,3", "84599999,23,23"})
    void anHourCutShortByTheClocksEndsEarly(int millis, int hour, int shown) {
        ClockHours hours = hours("Australia/Lord_Howe", LocalDate.of(2026, 10, 4));
        assertThat(hours.hourOf(0, millis)).isEqualTo(hour);
        assertThat(hours.shownHour(0, hour)).isEqualTo(shown);
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "Europe/Lisbon",
                "Australia/Lord_Howe",
                "America/Sao_Paulo",
                "Asia/Kathmandu",
                "Antarctica/Troll",
                "Pacific/Apia",
                "UTC"
            })
    void anyInstantLiesInTheHourThatItsClockShows(String zone) {
        ReportingCalendar calendar = new ReportingCalendar(ZoneId.of(zone));
        DayRange years = new DayRange(LocalDate.of(2011, 1, 1), LocalDate.of(2027, 1, 1));
        DayBoundaries boundaries = calendar.boundaries(years);
        ClockHours hours = calendar.hours(years);
        SplittableRandom random = new SplittableRandom(11);
        for (int i = 0; i < 50_000; i++) {
            long at = random.nextLong(boundaries.startMillis(0), boundaries.startMillis(boundaries.days()));
            int day = boundaries.indexOf(at);
            int hour = hours.hourOf(day, (int) (at - boundaries.startMillis(day)));
            Instant instant = Instant.ofEpochMilli(at);
            assertThat(hours.startOf(day, hour)).isBeforeOrEqualTo(instant);
            assertThat(hours.startOf(day, hour + 1)).isAfter(instant);
            assertThat(hours.shownHour(day, hour))
                    .as("%s", instant)
                    .isEqualTo(instant.atZone(calendar.zone()).getHour());
        }
    }
}
