package coldtide.core.time;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class CalendarTest {
    private static final ReportingCalendar LISBON = new ReportingCalendar(ZoneId.of("Europe/Lisbon"));

    /** Source: ISO 8601 week dates; 2008-12-29 = 2009-W01-1, 2010-01-03 = 2009-W53-7. */
    @ParameterizedTest
    @CsvSource({
        "2008-12-29,2008-12-29,2009-01-05",
        "2010-01-03,2009-12-28,2010-01-04",
        "2026-11-22,2026-11-16,2026-11-23",
        "2026-11-23,2026-11-23,2026-11-30"
    })
    void weeksAreIsoWeeks(LocalDate day, LocalDate monday, LocalDate nextMonday) {
        assertThat(Grain.WEEK.periodOf(day)).isEqualTo(new DayRange(monday, nextMonday));
    }

    /** Source: the IANA rules for Europe/Lisbon: summer time from 29 March to 25 October 2026. */
    @ParameterizedTest
    @CsvSource({"2026-03-29,23", "2026-10-25,25", "2026-10-26,24"})
    void daysAreCivilDays(LocalDate day, long hours) {
        DayBoundaries boundaries = LISBON.boundaries(new DayRange(day, day.plusDays(1)));
        assertThat(boundaries.startMillis(1) - boundaries.startMillis(0)).isEqualTo(hours * 3_600_000L);
        assertThat(LISBON.hoursOf(day)).isEqualTo((int) hours);
    }

    @ParameterizedTest
    @ValueSource(strings = {"Europe/Lisbon", "America/Sao_Paulo", "Australia/Lord_Howe", "Africa/Cairo", "UTC"})
    void findsTheDayOfAnyInstantAsJavaTimeDoes(String zone) {
        ReportingCalendar calendar = new ReportingCalendar(ZoneId.of(zone));
        DayRange years = new DayRange(LocalDate.of(2010, 1, 1), LocalDate.of(2027, 1, 1));
        DayBoundaries boundaries = calendar.boundaries(years);
        SplittableRandom random = new SplittableRandom(7);
        long from = boundaries.startMillis(0);
        long to = boundaries.startMillis(boundaries.days());
        for (int i = 0; i < 20_000; i++) {
            long at = i % 4 == 0
                    ? boundaries.startMillis(random.nextInt(boundaries.days())) - random.nextInt(2)
                    : random.nextLong(from, to);
            if (at >= from) {
                assertThat(years.from().plusDays(boundaries.indexOf(at)))
                        .isEqualTo(calendar.dayOf(Instant.ofEpochMilli(at)));
            }
        }
    }

    @Test
    void anInstantOutsideTheBoundariesIsRefused() {
        DayBoundaries boundaries = LISBON.boundaries(DayRange.endingBefore(LocalDate.of(2026, 7, 2), 1));
        assertThatThrownBy(() -> boundaries.indexOf(boundaries.startMillis(1)))
                .hasMessageContaining("outside the days 2026-07-01 to 2026-07-01");
    }

    @ParameterizedTest
    @CsvSource({
        "2026-11-16,2026-11-23,2026-11-09,2026-11-16",
        "2026-11-22,2026-11-23,2026-11-15,2026-11-16",
        "2026-10-26,2026-11-23,2026-09-28,2026-10-26",
        "2026-11-01,2026-11-11,2026-10-18,2026-10-28"
    })
    void theRangeBeforeIsAsLongAndAlignedToWeekdays(LocalDate from, LocalDate to, LocalDate from0, LocalDate to0) {
        assertThat(new DayRange(from, to).before()).isEqualTo(new DayRange(from0, to0));
    }

    @Test
    void periodsCoverTheRangeWithoutGaps() {
        DayRange range = new DayRange(LocalDate.of(2026, 1, 31), LocalDate.of(2026, 4, 2));
        assertThat(range.periods(Grain.MONTH))
                .extracting(DayRange::from)
                .containsExactly(
                        LocalDate.of(2026, 1, 1),
                        LocalDate.of(2026, 2, 1),
                        LocalDate.of(2026, 3, 1),
                        LocalDate.of(2026, 4, 1));
        assertThat(range.periods(Grain.DAY)).hasSize(range.days());
        assertThat(range.periods(Grain.WEEK))
                .allSatisfy(week -> assertThat(week.days()).isEqualTo(7));
    }

    @Test
    void impossibleRangesAreRefusedWithTheirDays() {
        LocalDate day = LocalDate.of(2026, 5, 4);
        assertThatThrownBy(() -> new DayRange(day, day)).hasMessageContaining("from 2026-05-04 to 2026-05-04");
        assertThatThrownBy(() -> new DayRange(day, day.plusYears(200))).hasMessageContaining("longer than");
    }
}
