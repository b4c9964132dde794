package coldtide.core.catalogue;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.entry;

import coldtide.core.RandomHistory;
import coldtide.core.RandomHistory.Event;
import coldtide.core.catalogue.CatalogueProperty.Frequency;
import coldtide.core.log.EventLog;
import coldtide.core.log.rule.Release;
import coldtide.core.scan.ScanRunner;
import coldtide.core.time.DayRange;
import java.time.Duration;
import java.time.LocalDate;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** What is recorded, counted again from the plain events. */
class CatalogueTest {
    private static <R> R run(EventLog log, coldtide.core.scan.Analysis<?, R> analysis) {
        try (ScanRunner runner = new ScanRunner(2, Duration.ofMinutes(1))) {
            return runner.run(log, analysis);
        }
    }

    private static DayRange middle(EventLog log) {
        return new DayRange(log.firstDay().plusDays(5), log.firstDay().plusDays(log.days() - 4L));
    }

    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3})
    void eventsAreCountedByDayBySenderAndByPeople(long seed) {
        RandomHistory history = new RandomHistory(seed, 120, 40);
        EventLog log = history.log(20 + (int) seed * 40, seed);
        DayRange range = middle(log);
        EventCatalogue.Answer answer = run(log, new EventCatalogue(log, range));
        assertThat(answer.events())
                .extracting(CatalogueEvent::name)
                .containsExactlyInAnyOrderElementsOf(names(history));
        assertThat(answer.events())
                .isSortedAccordingTo(Comparator.comparing(CatalogueEvent::count).reversed());
        for (CatalogueEvent event : answer.events()) {
            List<Event> ever = history.events.stream()
                    .filter(each -> each.name().equals(event.name()))
                    .toList();
            List<Event> inRange = ever.stream()
                    .filter(each -> range.contains(history.dayOf(each)))
                    .toList();
            assertThat(event.count()).isEqualTo(inRange.size());
            assertThat(event.people())
                    .isEqualTo(inRange.stream().map(Event::person).distinct().count());
            assertThat(event.byDay()).isEqualTo(byDay(range, inRange, history));
            assertThat(event.firstSeen())
                    .isEqualTo(days(history, ever).min(LocalDate::compareTo).orElseThrow());
            assertThat(event.lastSeen())
                    .isEqualTo(days(history, ever).max(LocalDate::compareTo).orElseThrow());
            assertThat(event.bySender()).isEqualTo(bySender(answer.senders(), inRange));
            assertThat(event.everBySender()).isEqualTo(bySender(answer.senders(), ever));
        }
    }

    private static List<String> names(RandomHistory history) {
        return history.events.stream().map(Event::name).distinct().toList();
    }

    private static Stream<LocalDate> days(RandomHistory history, List<Event> events) {
        return events.stream().map(history::dayOf);
    }

    private static List<Long> byDay(DayRange range, List<Event> events, RandomHistory history) {
        return IntStream.range(0, range.days())
                .mapToObj(day -> days(history, events)
                        .filter(range.from().plusDays(day)::equals)
                        .count())
                .toList();
    }

    private static List<Long> bySender(List<Release> senders, List<Event> events) {
        return senders.stream()
                .map(sender -> events.stream()
                        .filter(each -> each.release().equals(sender))
                        .count())
                .toList();
    }

    @ParameterizedTest
    @ValueSource(longs = {11, 12})
    void propertiesAreCountedByKindByEventAndByValue(long seed) {
        RandomHistory history = new RandomHistory(seed, 150, 40);
        EventLog log = history.log(70, seed);
        DayRange range = middle(log);
        List<CatalogueProperty> answer = run(log, new PropertyCatalogue(log, range));
        assertThat(answer)
                .extracting(CatalogueProperty::name)
                .containsExactlyInAnyOrder(
                        "app_version", "platform", "level", "item", "revenue_type", "currency", "amount", "revenue");
        List<Event> inRange = history.events.stream()
                .filter(each -> range.contains(history.dayOf(each)))
                .toList();
        Map<String, Function<Event, String>> values = Map.of(
                "platform", event -> event.release().platform(),
                "app_version", event -> event.release().version(),
                "item", Event::item,
                "revenue_type",
                        event -> event.money() == null
                                ? ""
                                : event.money().type().word(),
                "currency", event -> event.money() == null ? "" : event.money().currency(),
                "level", event -> event.level() == 0 ? "" : plain(event.level()));
        for (CatalogueProperty property : answer) {
            Function<Event, String> value = values.get(property.name());
            if (value == null) {
                continue; // amounts, converted: MeasuresTest
            }
            List<Event> having = inRange.stream()
                    .filter(event -> !value.apply(event).isEmpty())
                    .toList();
            boolean isNumber = property.name().equals("level");
            assertThat(property.events()).isEqualTo(having.size());
            assertThat(property.numbers()).isEqualTo(isNumber ? having.size() : 0);
            assertThat(property.texts()).isEqualTo(isNumber ? 0 : having.size());
            assertThat(property.isMixed()).isFalse();
            assertThat(counts(property.examples())).isEqualTo(counts(having, value));
            assertThat(counts(property.withEvents())).isEqualTo(counts(having, Event::name));
            assertThat(property.distinct()).isEqualTo(counts(having, value).size());
            assertThat(property.sampled()).isFalse();
            assertThat(property.bounds())
                    .isEqualTo(
                            isNumber
                                    ? Optional.of(new CatalogueProperty.NumberBounds(1, 1e9 + 0.125))
                                    : Optional.empty());
        }
    }

    private static String plain(double level) {
        return level == Math.rint(level) ? Long.toString((long) level) : level > 1e8 ? "1000000000.125" : "62.4";
    }

    private static Map<String, Long> counts(List<Frequency> parts) {
        return parts.stream().collect(Collectors.toMap(Frequency::of, Frequency::count));
    }

    private static Map<String, Long> counts(List<Event> events, Function<Event, String> by) {
        return events.stream().collect(Collectors.groupingBy(by, Collectors.counting()));
    }

    @Test
    void aPropertyThatComesAsTextAndAsNumberIsMixed() {
        RandomHistory history = new RandomHistory(5, 30, 20);
        RandomHistory.Writing writing = history.new Writing(50);
        history.events.forEach(writing::add);
        coldtide.core.log.RawEvent raw = new coldtide.core.log.RawEvent();
        raw.install = 1;
        raw.account = coldtide.core.log.RawEvent.NOBODY;
        raw.timeMillis = history.events.get(0).timeMillis();
        raw.receivedMillis = raw.timeMillis;
        raw.name = writing.builder.nameCode("beacon_lit");
        raw.context = writing.builder.addContext(Map.of());
        raw.value(
                writing.builder.textColumn("level"),
                writing.builder.textCode(writing.builder.textColumn("level"), "seven"));
        writing.builder.add(raw);
        EventLog log = writing.builder.build().orElseThrow();
        CatalogueProperty level = run(log, new PropertyCatalogue(log, log.span())).stream()
                .filter(property -> property.name().equals("level"))
                .findFirst()
                .orElseThrow();
        assertThat(level.isMixed()).isTrue();
        assertThat(level.texts()).isEqualTo(1);
        assertThat(counts(level.examples())).contains(entry("seven", 1L));
    }
}
