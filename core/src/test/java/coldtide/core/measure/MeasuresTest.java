package coldtide.core.measure;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import coldtide.core.RandomHistory;
import coldtide.core.RandomHistory.Event;
import coldtide.core.filter.Conditions;
import coldtide.core.filter.EventCondition;
import coldtide.core.filter.PersonCondition;
import coldtide.core.filter.PersonCondition.Did;
import coldtide.core.filter.Window;
import coldtide.core.filter.value.ValueTest;
import coldtide.core.log.EventLog;
import coldtide.core.measure.MeasureAnswer.Group;
import coldtide.core.measure.MeasureAnswer.Line;
import coldtide.core.measure.MeasureAnswer.Part;
import coldtide.core.measure.MeasureAnswer.Period;
import coldtide.core.measure.MeasureAnswer.Table;
import coldtide.core.measure.MeasureAnswer.Values;
import coldtide.core.scan.ScanRunner;
import coldtide.core.time.DayRange;
import coldtide.core.time.Grain;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Every cell of every measure, counted again from the plain events. */
class MeasuresTest {
    private static final EventCondition DONE = EventCondition.named("beacon_lit", "purchase", "ad_finished");

    private static final List<Measure> COUNTS = List.of(
            Measure.of("people", Measure.Kind.PEOPLE, DONE),
            Measure.of("times", Measure.Kind.EVENTS, DONE),
            Measure.of("sessions", Measure.Kind.SESSIONS, DONE),
            Measure.of("each", Measure.Kind.EACH, DONE),
            Measure.of("share", Measure.Kind.SHARE, DONE),
            Measure.of("revenue", Measure.Kind.SUM, "revenue", DONE));
    private static final List<Measure> FIGURES = List.of(
            Measure.of("mean", Measure.Kind.MEAN, "level", DONE),
            Measure.of("median", Measure.Kind.PERCENTILE, "amount", DONE),
            new Measure("late", Measure.Kind.PERCENTILE, "level", 90, DONE),
            Measure.of("least", Measure.Kind.LEAST, "revenue", DONE),
            Measure.of("items", Measure.Kind.DISTINCT, "item", DONE),
            Measure.of("length", Measure.Kind.PERCENTILE, Measure.SESSION_LENGTH, DONE));
    private static final List<Measure> OTHERS = List.of(
            Measure.of("length", Measure.Kind.MEAN, Measure.SESSION_LENGTH, new EventCondition.Active()),
            Measure.of("most", Measure.Kind.MOST, "level", new EventCondition.Active()),
            Measure.of("levels", Measure.Kind.DISTINCT, "level", EventCondition.ANY),
            Measure.of("sum", Measure.Kind.SUM, "level", EventCondition.ANY));

    private static MeasureAnswer ask(EventLog log, MeasureQuestion question) {
        try (ScanRunner runner = new ScanRunner(2, Duration.ofMinutes(1))) {
            return Measures.answer(log, runner, new Conditions(1 << 20), question);
        }
    }

    private static MeasureQuestion question(DayRange range, Step step, List<Measure> measures, Split... splits) {
        return new MeasureQuestion(
                range,
                Optional.empty(),
                step,
                Accumulation.EACH,
                measures,
                List.of(),
                EventCondition.ANY,
                PersonCondition.EVERYBODY,
                List.of(splits));
    }

    private static List<Measure> measures(String which) {
        return switch (which) {
            case "counts" -> COUNTS;
            case "figures" -> FIGURES;
            default -> OTHERS;
        };
    }

    private static boolean done(Measure measure, Event event) {
        return measure.what().equals(DONE)
                ? ((EventCondition.Named) DONE).names().contains(event.name())
                : measure.what().equals(EventCondition.ANY) || event.active();
    }

    @ParameterizedTest
    @CsvSource({
        "1,DAY,counts,platform,5",
        "2,WEEK,counts,item,1",
        "3,MONTH,counts,level,3",
        "4,WEEK,figures,level,20",
        "5,DAY,figures,platform,1",
        "6,MONTH,figures,revenue_type,2",
        "7,WEEK,others,item,2",
        "8,DAY,others,app_version,1"
    })
    void everyCellIsWhatThePlainEventsSay(long seed, Step step, String which, String property, int top) {
        RandomHistory history = new RandomHistory(seed, 120, 45).dropTies();
        EventLog log = history.log(20 + (int) seed * 30, seed);
        NaiveMeasures naive = new NaiveMeasures(history);
        DayRange range = new DayRange(log.firstDay().plusDays(4), log.firstDay().plusDays(log.days() - 3L));
        List<Measure> measures = measures(which);
        Table table = ask(log, question(range, step, measures, Split.ByProperty.top(property, top)))
                .range();

        List<String> values =
                naive.largest(property, top, event -> done(measures.get(0), event) && naive.in(event, range));
        assertThat(table.periods())
                .extracting(Period::days)
                .isEqualTo(range.periods(step.grain().orElseThrow()));
        assertThat(table.groups().stream()
                        .map(group -> group.parts().get(0))
                        .flatMap(part -> part.value().stream())
                        .collect(Collectors.toSet()))
                .isSubsetOf(values);
        boolean ofContexts = property.equals("platform") || property.equals("app_version");
        assertThat(table.active()).hasValue((long) naive.people(event -> event.active() && naive.in(event, range)));
        for (int m = 0; m < measures.size(); m++) {
            Measure measure = measures.get(m);
            Values found = table.measures().get(m);
            check(naive, measure, found.all(), table, range, event -> true, event -> true);
            for (int g = 0; g < table.groups().size(); g++) {
                Part part = table.groups().get(g).parts().get(0);
                Predicate<Event> in = event -> isIn(part, NaiveMeasures.value(event, property), values);
                check(naive, measure, found.groups().get(g), table, range, in, ofContexts ? in : event -> true);
            }
        }
    }

    private static boolean isIn(Part part, String value, List<String> values) {
        return switch (part.kind()) {
            case VALUE -> value.equals(part.value().orElseThrow());
            case OTHER -> !value.isEmpty() && !values.contains(value);
            case NOT_SET -> value.isEmpty();
            case NONE -> false;
        };
    }

    private static void check(
            NaiveMeasures naive,
            Measure measure,
            Line line,
            Table table,
            DayRange range,
            Predicate<Event> in,
            Predicate<Event> activeIn) {
        for (int p = 0; p <= table.periods().size(); p++) {
            boolean isRange = p == table.periods().size();
            DayRange days = isRange ? range : table.periods().get(p).days();
            Predicate<Event> there = event -> naive.in(event, days) && naive.in(event, range);
            double active = naive.people(event -> event.active() && there.test(event) && activeIn.test(event));
            double expected = naive.of(measure, event -> done(measure, event), there.and(in), active);
            double actual = isRange ? line.range() : line.periods().get(p);
            if (Double.isNaN(expected)) {
                assertThat(actual).as(measure.name() + " " + days).isNaN();
            } else {
                assertThat(actual)
                        .as(measure.name() + " " + days)
                        .isCloseTo(expected, within(1e-6 * Math.max(1, Math.abs(expected))));
            }
        }
    }

    @ParameterizedTest
    @ValueSource(longs = {11, 12, 13})
    void cumulativeAndTrailingPeopleAreCountedOnce(long seed) {
        RandomHistory history = new RandomHistory(seed, 100, 40);
        EventLog log = history.log(60, seed);
        NaiveMeasures naive = new NaiveMeasures(history);
        DayRange range =
                new DayRange(log.firstDay().plusDays(12), log.firstDay().plusDays(33));
        for (Accumulation course : List.of(Accumulation.CUMULATIVE, Accumulation.trailing(7))) {
            MeasureQuestion asked = question(range, Step.DAY, COUNTS, Split.ByProperty.top("item", 3));
            Table table = ask(log, with(asked, course)).range();
            for (int p = 0; p < range.days(); p++) {
                LocalDate end = range.from().plusDays(p + 1L);
                DayRange window = course.equals(Accumulation.CUMULATIVE)
                        ? new DayRange(range.from(), end)
                        : DayRange.endingBefore(end, 7);
                for (int m = 0; m < COUNTS.size(); m++) {
                    Measure measure = COUNTS.get(m);
                    for (int g = 0; g < table.groups().size(); g++) {
                        Part part = table.groups().get(g).parts().get(0);
                        Predicate<Event> there =
                                event -> naive.in(event, window) && isIn(part, event.item(), List.of("rope", "glass"));
                        double active = naive.people(event -> event.active() && naive.in(event, window));
                        double expected = naive.of(measure, event -> done(measure, event), there, active);
                        assertThat(table.measures()
                                        .get(m)
                                        .groups()
                                        .get(g)
                                        .periods()
                                        .get(p))
                                .as(measure.name() + " " + window + " " + part)
                                .isCloseTo(Double.isNaN(expected) ? Double.NaN : expected, within(1e-6));
                    }
                }
            }
        }
    }

    private static MeasureQuestion with(MeasureQuestion asked, Accumulation course) {
        return new MeasureQuestion(
                asked.range(),
                asked.compared(),
                asked.step(),
                course,
                asked.measures(),
                asked.formulas(),
                asked.only(),
                asked.among(),
                asked.splits());
    }

    /** 29 March 2026 has 23 hours in Lisbon. */
    @Test
    void hoursFollowTheClocksOfTheZone() {
        RandomHistory history = new RandomHistory(21, 400, 12);
        EventLog log = history.log(500, 1);
        NaiveMeasures naive = new NaiveMeasures(history);
        DayRange range = new DayRange(LocalDate.of(2026, 3, 27), LocalDate.of(2026, 3, 31));
        for (Accumulation course : List.of(Accumulation.EACH, Accumulation.trailing(5))) {
            Table table =
                    ask(log, with(question(range, Step.HOUR, COUNTS), course)).range();
            assertThat(table.periods()).hasSize(4 * 24 - 1);
            assertThat(table.periods().get(47).starts()).isEqualTo(Instant.parse("2026-03-28T23:00:00Z"));
            assertThat(table.periods().get(71).starts()).isEqualTo(Instant.parse("2026-03-29T23:00:00Z"));
            for (int p = 0; p < table.periods().size(); p++) {
                Instant starts = table.periods().get(p).starts();
                Instant from = starts.minus(Duration.ofHours(course.periods() - 1L));
                Predicate<Event> there = event -> naive.in(event, from, starts.plus(Duration.ofHours(1)));
                assertThat(table.measures().get(0).all().periods().get(p))
                        .isEqualTo(naive.of(COUNTS.get(0), event -> done(COUNTS.get(0), event), there, 0));
                assertThat(table.measures().get(1).all().periods().get(p))
                        .isEqualTo(naive.of(COUNTS.get(1), event -> done(COUNTS.get(1), event), there, 0));
            }
        }
    }

    @Test
    void groupsOfPeopleStandSideBySideAndSplitsNest() {
        RandomHistory history = new RandomHistory(31, 150, 40);
        EventLog log = history.log(90, 3);
        NaiveMeasures naive = new NaiveMeasures(history);
        Set<String> buyers = people(history, "purchase");
        Set<String> lighters = people(history, "beacon_lit");
        Split groups = new Split.ByPeople(List.of(
                new Split.NamedPeople("buyers", Did.atLeast(1, EventCondition.named("purchase"), Window.EVER)),
                new Split.NamedPeople("lighters", Did.atLeast(1, EventCondition.named("beacon_lit"), Window.EVER))));
        DayRange range = log.span();
        Table table = ask(
                        log,
                        question(
                                range,
                                Step.MONTH,
                                COUNTS,
                                groups,
                                new Split.ByProperty("platform", List.of("ios"), 1),
                                Split.ByProperty.top("item", 1)))
                .range();
        assertThat(table.groups().size()).isBetween(12, 3 * 3 * 3);
        List<String> items = naive.largest("item", 1, event -> done(COUNTS.get(0), event));
        for (int g = 0; g < table.groups().size(); g++) {
            Group group = table.groups().get(g);
            Predicate<Event> in = event -> inPeople(group.parts().get(0), event, buyers, lighters)
                    && isIn(group.parts().get(1), event.release().platform(), List.of("ios"))
                    && isIn(group.parts().get(2), event.item(), items);
            for (int m : new int[] {0, 1, 2, 5}) {
                assertThat(table.measures().get(m).groups().get(g).range())
                        .as(COUNTS.get(m).name() + " " + group)
                        .isCloseTo(naive.of(COUNTS.get(m), event -> done(COUNTS.get(0), event), in, 0), within(1e-6));
            }
        }
    }

    private static Set<String> people(RandomHistory history, String name) {
        return history.events.stream()
                .filter(event -> event.name().equals(name))
                .map(Event::person)
                .collect(Collectors.toSet());
    }

    private static boolean inPeople(Part part, Event event, Set<String> buyers, Set<String> lighters) {
        boolean buys = buyers.contains(event.person());
        boolean lights = lighters.contains(event.person());
        return part.value().map(name -> name.equals("buyers") ? buys : lights).orElse(!buys && !lights);
    }

    @Test
    void theRangeComparedWithHasTheSameGroups() {
        RandomHistory history = new RandomHistory(41, 150, 40);
        EventLog log = history.log(90, 3);
        DayRange range = DayRange.endingBefore(log.endOfFullDays(), 14);
        MeasureQuestion alone = question(range.before(), Step.WEEK, COUNTS, Split.ByProperty.top("level", 2));
        MeasureAnswer both = ask(
                log,
                new MeasureQuestion(
                        range,
                        Optional.of(range.before()),
                        Step.WEEK,
                        Accumulation.EACH,
                        COUNTS,
                        List.of(
                                Formula.of("per_active", "revenue / active"),
                                Formula.of("twice", "2*(times+times)/times")),
                        EventCondition.ANY,
                        PersonCondition.EVERYBODY,
                        alone.splits()));
        Table before = both.compared().orElseThrow();
        assertThat(before.groups()).isEqualTo(both.range().groups());
        assertThat(before.measures().get(1).all())
                .isEqualTo(ask(log, alone).range().measures().get(1).all());
        Line perActive = both.range().measures().get(6).all();
        assertThat(perActive.range())
                .isCloseTo(
                        both.range().measures().get(5).all().range()
                                / new NaiveMeasures(history)
                                        .people(event -> event.active() && range.contains(history.dayOf(event))),
                        within(1e-9));
        assertThat(both.range().measures().get(7).all().range()).isEqualTo(4);
    }

    @Test
    void aFilterHoldsForActivePeopleToo() {
        RandomHistory history = new RandomHistory(51, 150, 30);
        EventLog log = history.log(90, 3);
        EventCondition only = new EventCondition.Property("platform", new ValueTest.IsOneOf(Set.of("ios")));
        MeasureQuestion asked = new MeasureQuestion(
                log.span(),
                Optional.empty(),
                Step.MONTH,
                Accumulation.EACH,
                COUNTS,
                List.of(),
                only,
                Did.atLeast(1, EventCondition.named("purchase"), Window.EVER),
                List.of());
        Set<String> buyers = people(history, "purchase");
        NaiveMeasures naive = new NaiveMeasures(history);
        Predicate<Event> ios = event -> event.release().platform().equals("ios") && buyers.contains(event.person());
        Table table = ask(log, asked).range();
        double active = naive.people(ios.and(Event::active));
        for (int m : new int[] {0, 1, 3, 4, 5}) {
            assertThat(table.measures().get(m).all().range())
                    .isCloseTo(naive.of(COUNTS.get(m), event -> done(COUNTS.get(0), event), ios, active), within(1e-6));
        }
    }

    @Test
    void anyCutIntoShardsGivesTheSame() {
        RandomHistory history = new RandomHistory(61, 150, 40).dropTies();
        Set<MeasureAnswer> answers = new HashSet<>();
        for (int shardEvents : new int[] {1, 37, 5_000}) {
            EventLog log = history.log(shardEvents, shardEvents);
            List<Measure> all = new ArrayList<>(FIGURES.subList(0, 4));
            all.add(COUNTS.get(5));
            answers.add(ask(log, question(log.span(), Step.WEEK, all, Split.ByProperty.top("level", 2))));
        }
        assertThat(answers).hasSize(1);
    }

    /** People of a month are at most the sum of its days, and a cumulative course ends at the people of the range. */
    @Test
    void peopleOfALongTimeAreNeverSummedFromShortOnes() {
        RandomHistory history = new RandomHistory(71, 200, 60);
        EventLog log = history.log(200, 1);
        DayRange range = log.span();
        Line days = ask(log, question(range, Step.DAY, COUNTS))
                .range()
                .measures()
                .get(0)
                .all();
        Line rising = ask(log, with(question(range, Step.DAY, COUNTS), Accumulation.CUMULATIVE))
                .range()
                .measures()
                .get(0)
                .all();
        Table months = ask(log, question(range, Step.MONTH, COUNTS)).range();
        for (int month = 0; month < months.periods().size(); month++) {
            DayRange of = months.periods().get(month).days();
            double sum = 0;
            for (int day = 0; day < range.days(); day++) {
                sum += of.contains(range.from().plusDays(day)) ? days.periods().get(day) : 0;
            }
            assertThat(months.measures().get(0).all().periods().get(month)).isLessThan(sum);
        }
        assertThat(rising.periods()).isSorted();
        assertThat(rising.periods().get(range.days() - 1)).isEqualTo(days.range());
    }

    @Test
    void aRangeBeyondTheLogCountsNothingThere() {
        RandomHistory history = new RandomHistory(9, 40, 20);
        EventLog log = history.log(50, 9);
        DayRange wide =
                new DayRange(log.firstDay().minusDays(30), log.firstDay().plusDays(60));
        for (Accumulation course : List.of(Accumulation.EACH, Accumulation.CUMULATIVE, Accumulation.trailing(28))) {
            Table table =
                    ask(log, with(question(wide, Step.DAY, COUNTS), course)).range();
            assertThat(table.periods()).hasSize(90);
            assertThat(table.measures().get(1).all().events())
                    .isEqualTo(history.events.stream()
                            .filter(event -> done(COUNTS.get(0), event))
                            .count());
            assertThat(table.periods().get(89).complete()).isFalse();
            assertThat(table.measures().get(0).all().periods().get(10)).isZero();
        }
        DayRange before = new DayRange(log.firstDay().minusDays(30), log.firstDay());
        Table nothing = ask(log, question(before, Step.WEEK, FIGURES, Split.ByProperty.top("item", 3)))
                .range();
        assertThat(nothing.groups()).isEmpty();
        assertThat(nothing.measures().get(0).all().range()).isNaN();
    }

    @Test
    void whatCannotBeReadOnAScreenIsRefused() {
        DayRange long_ = new DayRange(LocalDate.of(2020, 1, 1), LocalDate.of(2026, 1, 1));
        assertThatThrownBy(() -> question(long_, Step.DAY, COUNTS)).hasMessageContaining("2192 periods; at most 1100");
        DayRange day = Grain.DAY.periodOf(LocalDate.of(2026, 1, 1));
        assertThatThrownBy(() -> question(day, Step.DAY, List.of(COUNTS.get(0), COUNTS.get(0))))
                .hasMessage("Two measures are called \"people\".");
        assertThatThrownBy(() -> with(question(day, Step.DAY, FIGURES), Accumulation.CUMULATIVE))
                .hasMessageContaining("\"median\" can only be read period by period");
        assertThatThrownBy(() -> Measure.of("2nd", Measure.Kind.EVENTS, DONE)).hasMessageContaining("a letter first");
        assertThatThrownBy(() -> Measure.of("sum", Measure.Kind.SUM, DONE)).hasMessageContaining("needs a property");
        assertThatThrownBy(() -> Split.ByProperty.top("item", 1_001)).hasMessageContaining("not 1001");
    }

    @Test
    void formulasAreReadWithTheirFaults() {
        assertThatThrownBy(() -> Formula.of("f", "people / ) times"))
                .isInstanceOfSatisfying(
                        Formula.FormulaFault.class,
                        fault -> assertThat(fault.at()).isEqualTo(10))
                .hasMessageContaining("at character 10");
        assertThatThrownBy(() -> Formula.of("f", "people ** 2")).hasMessageContaining("at character");
        assertThatThrownBy(() -> Formula.of("f", "FACT(people)")).hasMessageContaining("at character 1");
        assertThatThrownBy(() -> Formula.of("f", "1 + 2")).hasMessageContaining("speaks of no measure");
        assertThatThrownBy(() -> Formula.of("f", "")).isInstanceOf(Formula.FormulaFault.class);
        assertThatThrownBy(() -> new MeasureQuestion(
                        Grain.DAY.periodOf(LocalDate.of(2026, 1, 1)),
                        Optional.empty(),
                        Step.DAY,
                        Accumulation.EACH,
                        COUNTS,
                        List.of(Formula.of("f", "people / payers")),
                        EventCondition.ANY,
                        PersonCondition.EVERYBODY,
                        List.of()))
                .hasMessageContaining("Unknown name \"payers\" in the formula");
        Formula ratio = Formula.of("ratio", "MAX(a, 1) / (b - 2)");
        assertThat(ratio.of(java.util.Map.of("a", 3.0, "b", 4.0))).isEqualTo(1.5);
        assertThat(ratio.of(java.util.Map.of("a", 3.0, "b", 2.0))).isNaN();
        assertThat(ratio.of(java.util.Map.of("a", Double.NaN, "b", 4.0))).isNaN();
    }
}
