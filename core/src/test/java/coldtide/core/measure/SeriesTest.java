package coldtide.core.measure;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import coldtide.core.RandomHistory;
import coldtide.core.RandomHistory.Event;
import coldtide.core.log.EventLog;
import coldtide.core.measure.SeriesAnswer.Group;
import coldtide.core.measure.SeriesAnswer.SeriesCounts;
import coldtide.core.measure.SeriesAnswer.SeriesPeriod;
import coldtide.core.scan.ScanRunner;
import coldtide.core.time.DayRange;
import coldtide.core.time.Grain;
import coldtide.core.who.Conditions;
import coldtide.core.who.EventCondition;
import coldtide.core.who.PersonCondition;
import coldtide.core.who.PersonCondition.Did;
import coldtide.core.who.Window;
import java.time.Duration;
import java.time.LocalDate;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** SeriesCounts by period and value, counted again from the plain events. */
class SeriesTest {
    private static final Map<String, Function<Event, String>> VALUES = Map.of(
            "platform", event -> event.release().platform(),
            "item", Event::item,
            "level",
                    event -> event.level() == 0
                            ? ""
                            : event.level() == Math.rint(event.level())
                                    ? Long.toString((long) event.level())
                                    : event.level() > 100 ? "1000000000.125" : "62.4");

    private static SeriesAnswer ask(EventLog log, SeriesQuestion question) {
        try (ScanRunner runner = new ScanRunner(2, Duration.ofMinutes(1))) {
            return Series.answer(log, runner, new Conditions(1 << 20), question);
        }
    }

    @ParameterizedTest
    @CsvSource({"1,DAY,platform,5", "2,WEEK,item,1", "3,MONTH,level,3", "4,WEEK,level,20", "5,DAY,item,2"})
    void everyCellIsWhatThePlainEventsSay(long seed, Grain grain, String property, int top) {
        RandomHistory history = new RandomHistory(seed, 150, 45);
        EventLog log = history.log(20 + (int) seed * 30, seed);
        DayRange range = new DayRange(log.firstDay().plusDays(4), log.firstDay().plusDays(log.days() - 3L));
        PersonCondition among = Did.atLeast(1, EventCondition.named("purchase"), Window.EVER);
        Set<String> buyers = history.events.stream()
                .filter(event -> event.name().equals("purchase"))
                .map(Event::person)
                .collect(Collectors.toSet());
        EventCondition what = EventCondition.named(seed % 2 == 0 ? "beacon_lit" : "app_open");
        SeriesAnswer answer = ask(
                log,
                new SeriesQuestion(range, grain, what, among, Optional.of(new SeriesQuestion.Split(property, top))));

        List<Event> asked = history.events.stream()
                .filter(event -> ((EventCondition.Named) what).names().contains(event.name()))
                .filter(event -> buyers.contains(event.person()) && range.contains(history.dayOf(event)))
                .toList();
        assertThat(answer.periods()).extracting(SeriesPeriod::days).isEqualTo(range.periods(grain));
        check(answer.all(), asked, answer, history);

        Function<Event, String> value = VALUES.get(property);
        Map<String, Long> people = asked.stream()
                .filter(event -> !value.apply(event).isEmpty())
                .collect(Collectors.groupingBy(
                        value, Collectors.mapping(Event::person, Collectors.collectingAndThen(Collectors.toSet(), s ->
                                (long) s.size()))));
        List<String> best = people.entrySet().stream()
                .sorted(Map.Entry.<String, Long>comparingByValue(Comparator.reverseOrder())
                        .thenComparing(Map.Entry.comparingByKey()))
                .limit(top)
                .map(Map.Entry::getKey)
                .toList();
        assertThat(answer.groups().stream()
                        .flatMap(group -> group.value().stream())
                        .toList())
                .isEqualTo(best);
        for (Group group : answer.groups()) {
            Predicate<Event> in = event -> switch (group.kind()) {
                case VALUE -> value.apply(event).equals(group.value().orElseThrow());
                case OTHER -> !value.apply(event).isEmpty() && !best.contains(value.apply(event));
                case NOT_SET -> value.apply(event).isEmpty();
            };
            check(group.counts(), asked.stream().filter(in).toList(), answer, history);
        }
        assertThat(answer.groups().stream()
                        .mapToLong(group -> group.counts().rangeEvents())
                        .sum())
                .isEqualTo(asked.size());

        List<Event> active = history.events.stream()
                .filter(event -> event.active() && buyers.contains(event.person()))
                .filter(event -> range.contains(history.dayOf(event)))
                .toList();
        for (int p = 0; p < answer.periods().size(); p++) {
            DayRange days = answer.periods().get(p).days();
            assertThat(answer.active().get(p)).isEqualTo(persons(active, event -> days.contains(history.dayOf(event))));
        }
        assertThat(answer.rangeActive()).isEqualTo(persons(active, event -> true));
    }

    private static long persons(List<Event> events, Predicate<Event> which) {
        return events.stream().filter(which).map(Event::person).distinct().count();
    }

    private static void check(SeriesCounts counts, List<Event> events, SeriesAnswer answer, RandomHistory history) {
        for (int p = 0; p < answer.periods().size(); p++) {
            DayRange days = answer.periods().get(p).days();
            List<Event> in = events.stream()
                    .filter(event -> days.contains(history.dayOf(event)))
                    .toList();
            assertThat(counts.events().get(p)).isEqualTo(in.size());
            assertThat(counts.people().get(p)).isEqualTo(persons(in, event -> true));
        }
        assertThat(counts.rangeEvents()).isEqualTo(events.size());
        assertThat(counts.rangePeople()).isEqualTo(persons(events, event -> true));
    }

    @Test
    void aRangeBeyondTheLogCountsNothingThere() {
        RandomHistory history = new RandomHistory(9, 40, 20);
        EventLog log = history.log(50, 9);
        DayRange wide =
                new DayRange(log.firstDay().minusDays(30), log.firstDay().plusDays(60));
        SeriesAnswer answer = ask(
                log,
                new SeriesQuestion(
                        wide, Grain.DAY, new EventCondition.Active(), PersonCondition.EVERYBODY, Optional.empty()));
        assertThat(answer.groups()).isEmpty();
        assertThat(answer.all().events()).hasSize(90);
        assertThat(answer.all().rangeEvents())
                .isEqualTo(history.events.stream().filter(Event::active).count());
        assertThat(answer.all().people()).isEqualTo(answer.active());
        assertThat(answer.periods().get(89).complete()).isFalse();
        DayRange before = new DayRange(log.firstDay().minusDays(30), log.firstDay());
        assertThat(ask(
                                log,
                                new SeriesQuestion(
                                        before,
                                        Grain.WEEK,
                                        new EventCondition.Active(),
                                        PersonCondition.EVERYBODY,
                                        Optional.of(new SeriesQuestion.Split("item", 3))))
                        .all()
                        .rangePeople())
                .isZero();
    }

    @Test
    void anyCutIntoShardsGivesTheSame() {
        RandomHistory history = new RandomHistory(12, 150, 40).dropTies();
        Set<SeriesAnswer> answers = new HashSet<>();
        for (int shardEvents : new int[] {1, 37, 5_000}) {
            EventLog log = history.log(shardEvents, shardEvents);
            answers.add(ask(
                    log,
                    new SeriesQuestion(
                            log.span(),
                            Grain.WEEK,
                            new EventCondition.Active(),
                            PersonCondition.EVERYBODY,
                            Optional.of(new SeriesQuestion.Split("level", 2)))));
        }
        assertThat(answers).hasSize(1);
    }

    @Test
    void whatCannotBeReadOnAScreenIsRefused() {
        DayRange long_ = new DayRange(LocalDate.of(2020, 1, 1), LocalDate.of(2026, 1, 1));
        assertThatThrownBy(() -> new SeriesQuestion(
                        long_, Grain.DAY, new EventCondition.Active(), PersonCondition.EVERYBODY, Optional.empty()))
                .hasMessageContaining("2192 periods; at most 1100");
        assertThatThrownBy(() -> new SeriesQuestion.Split("item", 21)).hasMessageContaining("not 21");
    }
}
