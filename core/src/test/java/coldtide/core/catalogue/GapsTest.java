package coldtide.core.catalogue;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import coldtide.core.catalogue.Gap.Kind;
import coldtide.core.log.EventLog;
import coldtide.core.log.EventLogBuilder;
import coldtide.core.log.RawEvent;
import coldtide.core.log.rule.ExchangeRates;
import coldtide.core.log.rule.LogSettings;
import coldtide.core.scan.ScanRunner;
import coldtide.core.time.ReportingCalendar;
import java.time.Duration;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;

/** A made-up app: 28 days, each sender sends 40 openings and 10 adverts a day unless a test says otherwise. */
class GapsTest {
    private static final LocalDate FIRST = LocalDate.of(2026, 2, 2);
    private static final int DAYS = 28;

    private final EventLogBuilder builder = new EventLogBuilder(
            LogSettings.usual(new ReportingCalendar(ZoneId.of("UTC")), new ExchangeRates("EUR")), 200);
    private final Map<String, Integer> contexts = new HashMap<>();
    private final RawEvent raw = new RawEvent();

    private void send(int day, String platform, String version, String event, int times) {
        for (int i = 0; i < times; i++) {
            raw.install = i % 20 + (platform.equals("ios") ? 100 : 0);
            raw.account = RawEvent.NOBODY;
            raw.timeMillis = FIRST.plusDays(day).toEpochDay() * 86_400_000L + i * 1000L + event.length();
            raw.receivedMillis = raw.timeMillis;
            raw.name = builder.nameCode(event);
            raw.context = contexts.computeIfAbsent(
                    platform + version,
                    fresh -> builder.addContext(Map.of("platform", platform, "app_version", version)));
            builder.add(raw);
        }
    }

    private void day(int day, String platform, String version) {
        send(day, platform, version, "app_open", 40);
        send(day, platform, version, "ad_finished", 10);
    }

    private List<Gap> gaps(String event) {
        EventLog log = builder.build().orElseThrow();
        try (ScanRunner runner = new ScanRunner(2, Duration.ofMinutes(1))) {
            return runner.run(log, new EventCatalogue(log, log.span())).events().stream()
                    .filter(each -> each.name().equals(event))
                    .findFirst()
                    .orElseThrow()
                    .gaps();
        }
    }

    @Test
    void whatEverybodySendsHasNoGap() {
        for (int day = 0; day < DAYS; day++) {
            day(day, "android", day < 14 ? "1.0" : "1.1");
            day(day, "ios", "1.0");
        }
        assertThat(gaps("ad_finished")).isEmpty();
        assertThat(gaps("app_open")).isEmpty();
    }

    @Test
    void aVersionThatNoLongerSendsWhatEarlierOnesSentIsNamedWithWhatWasExpectedOfIt() {
        for (int day = 0; day < DAYS; day++) {
            day(day, "ios", "1.0");
            if (day < 14) {
                day(day, "android", "1.0");
            } else {
                send(day, "android", "1.1", "app_open", 50);
            }
        }
        List<Gap> gaps = gaps("ad_finished");
        assertThat(gaps)
                .filteredOn(gap -> gap.kind() == Kind.LOST)
                .singleElement()
                .satisfies(gap -> {
                    assertThat(gap.platform()).isEqualTo("android");
                    assertThat(gap.version()).isEqualTo("1.1");
                    assertThat(gap.sent()).isZero();
                    // 14 days of 50 active events, a fifth of which were adverts before.
                    assertThat(gap.expected()).isCloseTo(140, within(1e-9));
                });
        assertThat(gaps)
                .filteredOn(gap -> gap.kind() == Kind.QUIET)
                .singleElement()
                .satisfies(gap -> {
                    assertThat(gap.platform()).isEqualTo("android");
                    assertThat(gap.version()).isEmpty();
                });
    }

    @Test
    void aSenderThatStopsInTheMidstOfAVersionHasFallenSilent() {
        for (int day = 0; day < DAYS; day++) {
            day(day, "ios", "1.0");
            send(day, "android", "1.0", "app_open", 40);
            send(day, "android", "1.0", "ad_finished", day < 20 ? 10 : 0);
            day(day, "android", "2.0");
        }
        assertThat(gaps("ad_finished")).singleElement().satisfies(gap -> {
            assertThat(gap.kind()).isEqualTo(Kind.QUIET);
            assertThat(gap.version()).isEqualTo("1.0");
            assertThat(gap.sent()).isZero();
            // The newest day is not over: days 20 to 26, 40 active events each, a fifth of which were adverts before.
            assertThat(gap.expected()).isCloseTo(56, within(1e-9));
        });
    }

    @Test
    void aNewEventWasNeverSentByTheVersionsBeforeItWhichIsNoLoss() {
        for (int day = 0; day < DAYS; day++) {
            day(day, "android", day < 14 ? "1.0" : "1.1");
            if (day >= 14) {
                send(day, "android", "1.1", "guild_joined", 10);
            }
        }
        assertThat(gaps("guild_joined")).singleElement().satisfies(gap -> {
            assertThat(gap.kind()).isEqualTo(Kind.NEVER);
            assertThat(gap.version()).isEqualTo("1.0");
        });
    }

    @Test
    void whatAPersonDoesOnceCeasesByItselfInAVersionWithoutNewPeople() {
        for (int day = 0; day < DAYS; day++) {
            send(day, "android", "1.0", "app_open", 40);
            send(day, "android", "1.1", "app_open", 40);
            int newcomer = day;
            for (int i = 0; i < 10; i++) {
                once(day, newcomer * 10 + i, day < 21 ? "1.0" : "1.1");
            }
        }
        assertThat(gaps("install")).isEmpty();
    }

    private void once(int day, int who, String version) {
        raw.install = 1_000 + who;
        raw.account = RawEvent.NOBODY;
        raw.timeMillis = FIRST.plusDays(day).toEpochDay() * 86_400_000L;
        raw.receivedMillis = raw.timeMillis;
        raw.name = builder.nameCode("install");
        raw.context = contexts.get("android" + version);
        builder.add(raw);
    }

    @Test
    void aHandfulTooFewIsNoGap() {
        for (int day = 0; day < DAYS; day++) {
            send(day, "android", "1.0", "app_open", 40);
            send(day, "android", "1.0", "crash", day < 14 ? 1 : 0);
        }
        assertThat(gaps("crash")).isEmpty();
    }
}
