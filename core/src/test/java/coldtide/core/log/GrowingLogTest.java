package coldtide.core.log;

import static org.assertj.core.api.Assertions.assertThat;

import coldtide.core.RandomHistory;
import coldtide.core.RandomHistory.Event;
import coldtide.core.RandomHistory.Writing;
import coldtide.core.log.rule.ExchangeRates;
import coldtide.core.log.rule.LogSettings;
import coldtide.core.time.ReportingCalendar;
import java.math.BigDecimal;
import java.time.Duration;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** A log that grows, forgets and is read by other settings is the log of what is left, built at once. */
class GrowingLogTest {
    private static EventLog atOnce(LogSettings settings, RandomHistory history, List<Event> rows) {
        Writing writing = history.new Writing(1000);
        writing.builder.settings(settings);
        rows.forEach(writing::add);
        return writing.builder.build().orElseThrow();
    }

    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3, 4, 5, 6, 7, 8})
    void whateverComesInWhateverOrderTheLogIsThatOfEverythingAtOnce(long seed) {
        SplittableRandom random = new SplittableRandom(seed);
        RandomHistory history = new RandomHistory(seed, 60, 40).dropTies();
        Writing writing = history.new Writing(1 + random.nextInt(60));
        List<Event> rows = history.shuffled(seed);
        List<Event> added = new ArrayList<>();
        EventLog early = null;
        Map<Long, LogPeople.Person> earlyPeople = null;
        for (Event row : rows) {
            writing.add(row);
            added.add(row);
            if (random.nextInt(12) == 0) {
                EventLog log = writing.builder.build().orElseThrow();
                assertThat(log.events()).isEqualTo(added.size());
                if (random.nextInt(8) == 0) {
                    assertThat(log.sameAs(atOnce(history.settings, history, added)))
                            .as("%s after %s rows", history, added.size())
                            .isTrue();
                    early = early == null ? log : early;
                    earlyPeople = earlyPeople == null ? new LogPeople(log).all() : earlyPeople;
                }
            }
        }
        EventLog whole = writing.builder.build().orElseThrow();
        assertThat(whole.sameAs(atOnce(history.settings, history, rows)))
                .as("%s", history)
                .isTrue();
        assertThat(new LogPeople(early).all())
                .as("a log once built never changes, %s", history)
                .isEqualTo(earlyPeople);
    }

    @ParameterizedTest
    @ValueSource(longs = {11, 12, 13, 14, 15})
    void whoIsErasedIsGoneAsIfTheyHadNeverBeen(long seed) {
        SplittableRandom random = new SplittableRandom(seed);
        RandomHistory history = new RandomHistory(seed, 50, 30).dropTies();
        Writing writing = history.new Writing(40);
        List<Event> rows = history.shuffled(seed);
        rows.forEach(writing::add);
        writing.builder.build();
        for (int i = 0; i < 15; i++) {
            String person = rows.get(random.nextInt(rows.size())).person();
            long number = Long.parseLong(person.split(" ")[1]);
            if (person.startsWith("account")) {
                writing.builder.eraseAccount(number);
            } else {
                writing.builder.eraseInstall(number);
            }
            rows.removeIf(event -> event.person().equals(person));
            assertThat(writing.builder.build().orElseThrow().sameAs(atOnce(history.settings, history, rows)))
                    .as("%s without %s", history, person)
                    .isTrue();
        }
    }

    @Test
    void whoIsNotThereCannotBeErasedAndTheLastLeavesNoLog() {
        RandomHistory history = new RandomHistory(3, 1, 5);
        Writing writing = history.new Writing(40);
        writing.builder.eraseAccount(77);
        history.events.forEach(writing::add);
        writing.builder.eraseAccount(77);
        writing.builder.eraseInstall(77_777);
        assertThat(writing.builder.build()).isPresent();
        for (Event event : history.events) {
            writing.builder.eraseAccount(event.account());
            writing.builder.eraseInstall(event.install());
        }
        assertThat(writing.builder.build()).isEmpty();
        history.events.forEach(writing::add);
        assertThat(writing.builder.build().orElseThrow().events()).isEqualTo(history.events.size());
    }

    @ParameterizedTest
    @ValueSource(longs = {21, 22, 23})
    void otherSettingsReadTheSameEventsAnew(long seed) {
        RandomHistory history = new RandomHistory(seed, 60, 40).dropTies();
        Writing writing = history.new Writing(25);
        List<Event> rows = history.shuffled(seed);
        rows.subList(0, rows.size() / 2).forEach(writing::add);
        writing.builder.build();
        ExchangeRates rates = new ExchangeRates("EUR");
        rates.put("GBP", LocalDate.of(2026, 3, 25), new BigDecimal("2"));
        LogSettings other = new LogSettings(
                new ReportingCalendar(ZoneId.of("America/New_York")),
                Duration.ofMinutes(5),
                java.util.Set.of("ad_finished"),
                "push_received",
                rates);
        writing.builder.settings(other);
        rows.subList(rows.size() / 2, rows.size()).forEach(writing::add);
        EventLog log = writing.builder.build().orElseThrow();
        assertThat(log.sameAs(atOnce(other, history, rows))).as("%s", history).isTrue();
        assertThat(log.sameAs(atOnce(history.settings, history, rows))).isFalse();
    }

    /** Whoever plays on moves from shard to shard; what they leave behind is tidied up. */
    @Test
    void aLogThatGrowsForLongHasFewAndWellFilledShards() {
        RandomHistory history = new RandomHistory(31, 400, 40).dropTies();
        Writing writing = history.new Writing(200);
        List<Event> rows = new ArrayList<>(history.events);
        EventLog log = null;
        for (int i = 0; i < rows.size(); i++) {
            writing.add(rows.get(i));
            log = i % 10 == 0 ? writing.builder.build().orElseThrow() : log;
        }
        long held = log.shards().stream().mapToLong(Shard::events).sum();
        assertThat(held).isLessThan(2 * log.events());
        assertThat(log.shards().size()).isLessThan((int) (2 * log.events() / 100) + 10);
    }
}
