package coldtide.core.extract;

import static org.assertj.core.api.Assertions.assertThat;

import coldtide.core.RandomHistory;
import coldtide.core.RandomHistory.Event;
import coldtide.core.filter.Conditions;
import coldtide.core.filter.EventCondition;
import coldtide.core.filter.PersonCondition;
import coldtide.core.log.EventLog;
import coldtide.core.scan.ScanRunner;
import coldtide.core.time.DayRange;
import java.time.Duration;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Single events in order against sorting the bare events, and all of them against counting these. */
class ExtractTest {
    private static final RandomHistory HISTORY = new RandomHistory(31, 400, 60).dropTies();
    private static final EventLog LOG = HISTORY.log(300, 4);
    private static final LocalDate FIRST = LocalDate.of(2026, 3, 30);
    private static final DayRange RANGE = new DayRange(FIRST, FIRST.plusDays(30));

    private static ExtractQuestion question(Optional<String> by, boolean largestFirst) {
        return new ExtractQuestion(
                RANGE, EventCondition.named("beacon_lit", "purchase"), PersonCondition.EVERYBODY, by, largestFirst);
    }

    private static List<Event> bare() {
        return HISTORY.events.stream()
                .filter(event ->
                        event.name().equals("beacon_lit") || event.name().equals("purchase"))
                .filter(event -> RANGE.contains(HISTORY.dayOf(event)))
                .toList();
    }

    private static ExtractPage page(EventLog log, ExtractQuestion question, int from, int most) {
        try (ScanRunner runner = new ScanRunner(2, Duration.ofMinutes(1))) {
            return Extract.page(log, runner, new Conditions(1 << 20), question, from, most);
        }
    }

    @ParameterizedTest
    @CsvSource({"true, 0", "true, 40", "false, 0", "false, 17"})
    void pagesFollowEachOtherInTime(boolean newestFirst, int from) {
        ExtractPage page = page(LOG, question(Optional.empty(), newestFirst), from, 25);
        Comparator<Event> order = Comparator.comparingLong(Event::timeMillis);
        List<Long> expected = bare().stream()
                .sorted(newestFirst ? order.reversed() : order)
                .map(Event::timeMillis)
                .skip(from)
                .limit(25)
                .toList();
        assertThat(page.events()).isEqualTo(bare().size());
        assertThat(page.rows().stream().map(row -> row.event().timeMillis())).containsExactlyElementsOf(expected);
    }

    /** Those without the number stand behind. */
    @Test
    void aPropertyWithNumbersOrdersToo() {
        ExtractPage page = page(LOG, question(Optional.of("level"), true), 0, 500);
        List<Double> levels = page.rows().stream()
                .map(row -> (Double) row.event().values().get("level"))
                .toList();
        List<Double> expected = bare().stream()
                .map(event -> event.level() > 0 ? event.level() : null)
                .sorted(Comparator.nullsLast(Comparator.reverseOrder()))
                .limit(500)
                .toList();
        assertThat(levels).isEqualTo(expected);
    }

    @Test
    void allOfThemAreHandedOutOnceWithAllThatTheyHave() {
        List<ExtractRow> all = new ArrayList<>();
        Extract.each(LOG, new Conditions(1 << 20), question(Optional.empty(), true), Long.MAX_VALUE, all::add);
        assertThat(all).hasSameSizeAs(bare());
        assertThat(all.stream()
                        .map(row -> row.event().timeMillis()
                                + row.event().name()
                                + row.event().install()))
                .containsExactlyInAnyOrderElementsOf(bare().stream()
                        .map(event -> event.timeMillis() + event.name() + event.install())
                        .toList());
        assertThat(all.stream()
                        .filter(row -> row.event().money().isPresent())
                        .mapToLong(row -> row.event().money().orElseThrow().micros())
                        .sum())
                .isEqualTo(bare().stream()
                        .filter(event -> event.money() != null)
                        .mapToLong(event -> event.money().micros())
                        .sum());
        List<ExtractRow> some = new ArrayList<>();
        Extract.each(LOG, new Conditions(1 << 20), question(Optional.empty(), true), 7, some::add);
        assertThat(some).isEqualTo(all.subList(0, 7));
    }

    @Test
    void aPageIsTheSameHoweverTheLogIsCut() {
        ExtractQuestion question = question(Optional.of("level"), false);
        assertThat(page(HISTORY.log(40, 9), question, 10, 50).rows().stream()
                        .map(row -> row.event().values()))
                .isEqualTo(page(LOG, question, 10, 50).rows().stream()
                        .map(row -> row.event().values())
                        .toList());
    }
}
