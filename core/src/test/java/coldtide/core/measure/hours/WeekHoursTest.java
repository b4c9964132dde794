package coldtide.core.measure.hours;

import static org.assertj.core.api.Assertions.assertThat;

import coldtide.core.filter.Conditions;
import coldtide.core.filter.EventCondition;
import coldtide.core.filter.PersonCondition;
import coldtide.core.log.EventLog;
import coldtide.core.log.EventLogBuilder;
import coldtide.core.log.RawEvent;
import coldtide.core.log.rule.ExchangeRates;
import coldtide.core.log.rule.LogSettings;
import coldtide.core.scan.ScanRunner;
import coldtide.core.time.DayRange;
import coldtide.core.time.ReportingCalendar;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.time.ZonedDateTime;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** An event every ten minutes over three weeks with a clock change, counted by java.time's own hours. */
class WeekHoursTest {
    private static final LocalDate FIRST = LocalDate.of(2026, 9, 28);

    @ParameterizedTest
    @ValueSource(strings = {"Australia/Lord_Howe", "Europe/Lisbon", "America/Asuncion", "Australia/Adelaide"})
    void eventsStandInTheHourThatTheClockShowed(String zoneName) {
        ZoneId zone = ZoneId.of(zoneName);
        LogSettings settings = LogSettings.usual(new ReportingCalendar(zone), new ExchangeRates("EUR"));
        EventLogBuilder builder = new EventLogBuilder(settings);
        RawEvent event = new RawEvent();
        event.name = builder.nameCode("open");
        event.context = builder.addContext(Map.of());
        long[] expected = new long[7 * 24];
        Instant end = FIRST.plusDays(21).atStartOfDay(zone).toInstant();
        for (Instant at = FIRST.atStartOfDay(zone).toInstant();
                at.isBefore(end);
                at = at.plus(Duration.ofMinutes(10))) {
            event.install = 1;
            event.timeMillis = at.toEpochMilli();
            event.receivedMillis = end.plusSeconds(1).toEpochMilli();
            builder.add(event);
            ZonedDateTime local = at.atZone(zone);
            expected[(local.getDayOfWeek().getValue() - 1) * 24 + local.getHour()]++;
        }
        EventLog log = builder.build().orElseThrow();
        try (ScanRunner runner = new ScanRunner(2, Duration.ofMinutes(1))) {
            WeekHoursAnswer answer = WeekHours.answer(
                    log,
                    runner,
                    new Conditions(1 << 20),
                    new WeekHoursQuestion(
                            new DayRange(FIRST, FIRST.plusDays(21)), EventCondition.ANY, PersonCondition.EVERYBODY));
            long[] counted = answer.events().stream()
                    .flatMap(List::stream)
                    .mapToLong(Long::longValue)
                    .toArray();
            assertThat(counted).isEqualTo(expected);
        }
    }
}
