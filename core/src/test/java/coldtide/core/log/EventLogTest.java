package coldtide.core.log;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import coldtide.core.RandomHistory;
import coldtide.core.log.rule.ExchangeRates;
import coldtide.core.log.rule.LogSettings;
import coldtide.core.log.rule.Money;
import coldtide.core.log.rule.RevenueType;
import coldtide.core.time.ReportingCalendar;
import java.math.BigDecimal;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class EventLogTest {
    private static final ReportingCalendar LISBON = new ReportingCalendar(ZoneId.of("Europe/Lisbon"));
    private static final LogSettings USUAL = LogSettings.usual(LISBON, new ExchangeRates("EUR"));

    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3})
    void theOrderInWhichRowsComeDoesNotMatter(long seed) {
        RandomHistory history = new RandomHistory(seed, 80, 40);
        history.dropTies();
        assertThat(history.log(30, 1).sameAs(history.log(30, 99))).isTrue();
    }

    @Test
    void aPersonsEventsAreInTimeOrderAndShardsHoldWholePeople() {
        EventLog log = new RandomHistory(4, 100, 30).log(40, 5);
        assertThat(log.shards().size()).isGreaterThan(10);
        assertThat(log.people()).isGreaterThan(80);
        for (Shard shard : log.shards()) {
            assertThat(shard.eventFrom[shard.people()]).isEqualTo(shard.events());
            for (int person = 0; person < shard.people(); person++) {
                for (int e = shard.eventFrom[person] + 1; e < shard.eventFrom[person + 1]; e++) {
                    assertThat(at(shard, e)).isGreaterThanOrEqualTo(at(shard, e - 1));
                }
                assertThat(shard.firstDay[person]).isEqualTo(shard.eventDay[shard.eventFrom[person]]);
            }
        }
    }

    @Test
    void peopleStandInTheOrderOfTheirFirstEvents() {
        long before = Long.MIN_VALUE;
        for (Shard shard : new RandomHistory(4, 100, 30).log(40, 5).shards()) {
            for (int person = 0; person < shard.people(); person++) {
                long first = at(shard, shard.eventFrom[person]);
                assertThat(first).isGreaterThanOrEqualTo(before);
                before = first;
            }
        }
    }

    private static long at(Shard shard, int event) {
        return shard.eventDay[event] * 90_000_000L + shard.eventMillisOfDay[event];
    }

    @Test
    void aSilenceOfExactlyTheGapKeepsTheSessionAndPassiveEventsDoNot() {
        EventLogBuilder builder = new EventLogBuilder(USUAL);
        Instant noon = Instant.parse("2026-06-01T12:00:00Z");
        add(builder, noon, "app_open");
        add(builder, noon.plus(Duration.ofMinutes(30)), "beacon_lit");
        add(builder, noon.plus(Duration.ofMinutes(50)), "push_received");
        add(builder, noon.plus(Duration.ofMinutes(61)), "app_open");
        Shard shard = builder.build().orElseThrow().shards().get(0);
        assertThat(shard.sessionMillis).containsExactly(30 * 60_000, 0);
        assertThat(shard.activeDay).hasSize(1);
    }

    @Test
    void timeHasPassedOnlyToTheEndOfTheNewestEventsDay() {
        EventLogBuilder builder = new EventLogBuilder(USUAL);
        RawEvent old = event(builder, Instant.parse("2025-06-01T12:00:00Z"), "app_open");
        old.receivedMillis = Instant.parse("2026-06-01T12:00:00Z").toEpochMilli();
        builder.add(old);
        EventLog log = builder.build().orElseThrow();
        assertThat(log.watermark()).isEqualTo(Instant.parse("2026-06-01T12:00:00Z"));
        assertThat(log.dataTo()).isEqualTo(Instant.parse("2025-06-01T23:00:00Z"));
        assertThat(log.completeBefore(LocalDate.of(2025, 6, 2))).isTrue();
        assertThat(log.completeBefore(LocalDate.of(2025, 6, 3))).isFalse();
        assertThat(log.endOfFullDays()).isEqualTo(LocalDate.of(2025, 6, 2));
    }

    @Test
    void aDayStillRunningIsNotFull() {
        EventLogBuilder builder = new EventLogBuilder(USUAL);
        add(builder, Instant.parse("2026-06-01T12:00:00Z"), "app_open");
        add(builder, Instant.parse("2026-06-02T09:00:00Z"), "app_open");
        assertThat(builder.build().orElseThrow().endOfFullDays()).isEqualTo(LocalDate.of(2026, 6, 2));
    }

    @Test
    void nothingAddedIsNoLog() {
        assertThat(new EventLogBuilder(USUAL).build()).isEmpty();
    }

    @Test
    void moneyIsExactAndARateMissingIsNotZero() {
        ExchangeRates rates = new ExchangeRates("EUR");
        LocalDate day = LocalDate.of(2026, 6, 1);
        rates.put("GBP", day, new BigDecimal("1.1734"));
        assertThat(rates.convert(Money.microsOf(new BigDecimal("4.99")), "GBP", day))
                .hasValue(5_855_266);
        assertThat(rates.convert(1, "GBP", day.plusDays(1))).isEmpty();
        assertThat(rates.convert(7, "EUR", day.plusDays(1))).hasValue(7);
        assertThatThrownBy(() -> rates.put("USD", day, BigDecimal.ZERO)).hasMessageContaining("USD");
        assertThatThrownBy(() -> new Money(-1, "EUR", RevenueType.PURCHASE)).hasMessageContaining("-1");
    }

    @Test
    void aSessionGapOutsideItsBoundsIsRefused() {
        assertThatThrownBy(() -> new LogSettings(
                        LISBON, Duration.ofMinutes(241), Set.of(), "uninstall_detected", new ExchangeRates("EUR")))
                .hasMessageContaining("1 to 240 minutes");
    }

    @Test
    void anInstallThatChangesItsAccountPassesItsLaterEventsOnAndIsCountedOnce() {
        EventLogBuilder builder = new EventLogBuilder(USUAL);
        Instant noon = Instant.parse("2026-06-01T12:00:00Z");
        long[] named = {0, 7, 0, 9, 0, 7};
        for (int i = named.length - 1; i >= 0; i--) {
            RawEvent event = event(builder, noon.plus(Duration.ofDays(i)), "app_open");
            event.account = named[i];
            builder.add(event);
        }
        EventLog log = builder.build().orElseThrow();
        assertThat(log.people()).isEqualTo(2);
        Shard shard = log.shards().get(0);
        assertThat(shard.eventFrom).containsExactly(0, 4, 6);
        assertThat(shard.eventDay).containsExactly((short) 0, (short) 1, (short) 2, (short) 5, (short) 3, (short) 4);
        assertThat(shard.installDay).containsExactly((short) 0);
    }

    @Test
    void whatIsAddedToALogGivesTheLogOfEverythingAtOnce() {
        EventLogBuilder grown = new EventLogBuilder(USUAL);
        EventLogBuilder atOnce = new EventLogBuilder(USUAL);
        Instant noon = Instant.parse("2026-06-01T12:00:00Z");
        EventLog before = null;
        for (int i = 0; i < 40; i++) {
            for (EventLogBuilder builder : java.util.List.of(grown, atOnce)) {
                RawEvent event =
                        event(builder, noon.minus(Duration.ofHours(i * 7 % 40)), i < 20 ? "app_open" : "later");
                event.install = i % 5;
                event.account = i % 5 == 4 && i > 20 ? 3 : RawEvent.NOBODY;
                builder.add(event);
            }
            before = i == 19 ? grown.build().orElseThrow() : before;
        }
        assertThat(before.events()).isEqualTo(20);
        assertThat(before.eventNames()).containsExactly("app_open");
        assertThat(grown.build().orElseThrow().sameAs(atOnce.build().orElseThrow()))
                .isTrue();
    }

    private static void add(EventLogBuilder builder, Instant at, String name) {
        builder.add(event(builder, at, name));
    }

    private static RawEvent event(EventLogBuilder builder, Instant at, String name) {
        RawEvent event = new RawEvent();
        event.install = 1;
        event.timeMillis = at.toEpochMilli();
        event.receivedMillis = at.toEpochMilli();
        event.name = builder.nameCode(name);
        event.context = builder.addContext(Map.of("platform", "android", "app_version", "1.0.0"));
        return event;
    }
}
