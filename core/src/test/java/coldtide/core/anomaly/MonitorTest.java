package coldtide.core.anomaly;

import static java.util.stream.Collectors.counting;
import static java.util.stream.Collectors.groupingBy;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import coldtide.core.RandomHistory;
import coldtide.core.RandomHistory.Event;
import coldtide.core.anomaly.Changes.ChosenBand;
import coldtide.core.anomaly.counts.DailyCourse;
import coldtide.core.anomaly.counts.Outage;
import coldtide.core.anomaly.explain.CauseKind;
import coldtide.core.filter.Conditions;
import coldtide.core.filter.EventCondition;
import coldtide.core.filter.PersonCondition;
import coldtide.core.filter.value.PropertyValue;
import coldtide.core.filter.value.ValueTest;
import coldtide.core.log.EventLog;
import coldtide.core.measure.Formula;
import coldtide.core.measure.Measure;
import coldtide.core.scan.ScanRunner;
import coldtide.core.tidetable.Figure;
import coldtide.core.time.DayRange;
import java.time.Duration;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.Set;
import java.util.function.Predicate;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** What people chose to have watched: its series, its falls, and to which incident they are put. */
class MonitorTest {
    private static final RandomHistory HISTORY = new RandomHistory(31, 1_300, 60);
    private static final List<Event> WHOLE = List.copyOf(HISTORY.events);
    private static final ScanRunner RUNNER = new ScanRunner(2, Duration.ofMinutes(1));
    private static final EventCondition DONE = new EventCondition.Active();
    private static final LocalDate FELL = LocalDate.of(2026, 5, 5);
    private static final LocalDate MENDED = LocalDate.of(2026, 5, 12);
    private static final PersonCondition ANDROID = new PersonCondition.Property(
            "platform", PersonCondition.Which.LATEST, new ValueTest.IsOneOf(Set.of("android")));

    private final Conditions conditions = new Conditions(1 << 20);

    @BeforeEach
    void whole() {
        HISTORY.events.clear();
        HISTORY.events.addAll(WHOLE);
    }

    @AfterAll
    static void end() {
        RUNNER.close();
    }

    /** Hardly anything of Android is recorded for a week. */
    private static EventLog fallen() {
        HISTORY.events.removeIf(
                event -> event.active() && isAndroid(event) && isFallen(event) && event.timeMillis() % 10 > 0);
        return HISTORY.log(200, 4);
    }

    private static boolean isAndroid(Event event) {
        return event.release().platform().equals("android");
    }

    private static boolean isFallen(Event event) {
        LocalDate day = HISTORY.dayOf(event);
        return !day.isBefore(FELL) && day.isBefore(MENDED);
    }

    private Monitor chosen(EventLog log, String watched, boolean isWorseAbove, EventCondition what) {
        Monitor.OfMeasure of = new Monitor.OfMeasure(
                List.of(Measure.of("times", Measure.Kind.EVENTS, what)),
                List.of(Formula.of("rest", "2000 - times"), Formula.of("none", "times / (times - times)")),
                EventCondition.ANY,
                PersonCondition.EVERYBODY,
                watched);
        return Monitor.of(7, "All they do", isWorseAbove, of, log, RUNNER, conditions);
    }

    private List<Incident> incidents(EventLog log, List<Incident> before, Monitor... chosen) {
        List<Incident> incidents = new ArrayList<>(before);
        List<ChosenBand> bands =
                new MonitorDrops(log, new MonitorBreakdown(log, RUNNER, conditions)).addTo(incidents, List.of(chosen));
        assertThat(bands).extracting(ChosenBand::of).containsExactly(chosen);
        return incidents;
    }

    private static Map<LocalDate, Long> byDay(Predicate<Event> which) {
        return HISTORY.events.stream().filter(which).collect(groupingBy(HISTORY::dayOf, counting()));
    }

    private static double sum(Predicate<Event> which, DayRange days) {
        return HISTORY.events.stream()
                .filter(which)
                .filter(event -> days.contains(HISTORY.dayOf(event)))
                .count();
    }

    @Test
    void theSeriesIsWhatEachFullDayHolds() {
        EventLog log = HISTORY.log(200, 4);
        List<OptionalDouble> days = chosen(log, "times", false, DONE).days();
        Map<LocalDate, Long> plain = byDay(Event::active);
        assertThat(days).hasSize(log.dayNumber(log.endOfFullDays())).hasSizeGreaterThan(50);
        for (int day = 0; day < days.size(); day++) {
            assertThat(days.get(day)).hasValue(plain.getOrDefault(log.firstDay().plusDays(day), 0L));
        }
        assertThat(chosen(log, "none", false, DONE).days()).containsOnly(OptionalDouble.empty());
        assertThatThrownBy(() -> chosen(log, "nothing", false, DONE)).hasMessageContaining("\"nothing\"");
    }

    @Test
    void everyFigureOfSomePeopleIsWatched() {
        EventLog log = HISTORY.log(200, 4);
        List<Monitor> all = Monitor.of(8, "On Android", ANDROID, log, RUNNER, conditions, Optional.empty());
        assertThat(all).extracting(each -> each.figure().orElseThrow()).containsExactly(Figure.values());
        assertThat(all)
                .allMatch(each ->
                        each.isWorseAbove() == each.figure().orElseThrow().isWorseAbove());
        Monitor people = all.get(Figure.ACTIVE_PEOPLE.ordinal());
        Map<String, String> last = new HashMap<>();
        HISTORY.events.forEach(event -> last.put(event.person(), event.release().platform()));
        long onFirst = HISTORY.events.stream()
                .filter(event -> event.active() && HISTORY.dayOf(event).equals(FELL))
                .map(Event::person)
                .distinct()
                .filter(person -> last.get(person).equals("android"))
                .count();
        assertThat(people.days().get(log.dayNumber(FELL))).hasValue(onFirst);
        assertThat(people.unit()).isEqualTo(Measure.Unit.PEOPLE);
    }

    @Test
    void aFallByItselfIsAnIncidentTakenApartByValue() {
        EventLog log = fallen();
        List<Incident> found = incidents(log, List.of(), chosen(log, "times", false, DONE));
        assertThat(found).hasSize(1);
        Incident incident = found.get(0);
        assertThat(incident.kind()).isEqualTo(CauseKind.UNEXPLAINED);
        assertThat(incident.drops()).isEmpty();
        assertThat(incident.days().from()).isBetween(FELL.minusDays(1), FELL.plusDays(1));
        // Its last two days may lie within the band by chance.
        assertThat(incident.days().to()).isBetween(MENDED.minusDays(2), MENDED);
        assertThat(incident.since().isBack()).isTrue();
        MonitorDrop fall = incident.chosen().get(0);
        assertThat(fall.change().part()).isBetween(-0.65, -0.3);
        assertThat(fall.change().high()).isNegative();

        ValueShare first = fall.portions().get(0);
        DayRange before = fall.days().before();
        double was = sum(event -> event.active() && isAndroid(event), before);
        double is = sum(event -> event.active() && isAndroid(event), fall.days());
        double allWas = sum(Event::active, before);
        assertThat(first.having()).isEqualTo(new PropertyValue("platform", "android"));
        assertThat(first.before()).isEqualTo(was);
        assertThat(first.after()).isEqualTo(is);
        assertThat(first.ofBefore()).isCloseTo(was / allWas, within(1e-12));
        assertThat(first.ofMissing()).isCloseTo((was - is) / (allWas - sum(Event::active, fall.days())), within(1e-12));
    }

    /** What its values' own means moved, and what other shares of them did, come to the whole (Kitagawa 1955, by hand). */
    @Test
    void aMeanIsTakenApartByWhatItsValuesMoved() {
        List<Event> lower = HISTORY.events.stream()
                .map(event ->
                        isAndroid(event) && isFallen(event) ? event.atLevel(1) : event.atLevel(4 + event.level() % 3))
                .toList();
        HISTORY.events.clear();
        HISTORY.events.addAll(lower);
        EventLog log = HISTORY.log(200, 4);
        Monitor.OfMeasure of = new Monitor.OfMeasure(
                List.of(Measure.of("level", Measure.Kind.MEAN, "level", DONE)),
                List.of(),
                EventCondition.ANY,
                PersonCondition.EVERYBODY,
                "level");
        Monitor mean = Monitor.of(9, "Level", false, of, log, RUNNER, conditions);
        MonitorDrop fall = incidents(log, List.of(), mean).get(0).chosen().get(0);
        ValueShare first = fall.portions().get(0);
        assertThat(first.having()).isEqualTo(new PropertyValue("platform", "android"));

        DayRange before = fall.days().before();
        double change = meanLevel(event -> true, before) - meanLevel(event -> true, fall.days());
        double moved = meanLevel(MonitorTest::isAndroid, before) - meanLevel(MonitorTest::isAndroid, fall.days());
        double partBefore = sum(event -> event.active() && isAndroid(event), before) / sum(Event::active, before);
        double partAfter =
                sum(event -> event.active() && isAndroid(event), fall.days()) / sum(Event::active, fall.days());
        assertThat(first.ofBefore()).isCloseTo(partBefore, within(1e-12));
        assertThat(first.ofMissing()).isCloseTo((partBefore + partAfter) / 2 * moved / change, within(1e-9));
    }

    private static double meanLevel(Predicate<Event> which, DayRange days) {
        return HISTORY.events.stream()
                .filter(event -> event.active() && which.test(event) && days.contains(HISTORY.dayOf(event)))
                .mapToDouble(Event::level)
                .average()
                .orElseThrow();
    }

    /** Without the week in which they are missing nothing is found: the test above does not find what is always there. */
    @Test
    void aSteadyMeasureHasNoFall() {
        EventLog log = HISTORY.log(200, 4);
        assertThat(incidents(log, List.of(), chosen(log, "times", false, DONE))).isEmpty();
    }

    @Test
    void whatBeganWithAnIncidentIsPutToIt() {
        EventLog log = fallen();
        Monitor lit = chosen(log, "times", false, DONE);
        Incident together = incident(FELL.minusDays(2), FELL.plusDays(4));
        Incident longAgo = incident(FELL.minusDays(30), FELL.plusDays(3));
        Incident over = incident(FELL.minusDays(6), FELL.minusDays(4));
        Incident ofADay = incident(FELL, FELL.plusDays(1));

        List<Incident> found = incidents(log, List.of(longAgo, together, over, ofADay), lit);
        assertThat(found).hasSize(4);
        assertThat(found.get(0)).isEqualTo(longAgo);
        assertThat(found.get(1).chosen()).hasSize(1);
        assertThat(found.get(1).chosen().get(0).portions()).isEmpty();
        assertThat(found.get(1).days()).isEqualTo(together.days());
        assertThat(found.get(2)).isEqualTo(over);
        assertThat(found.get(3)).isEqualTo(ofADay);
        assertThat(incidents(log, List.of(longAgo, over, ofADay), lit)).hasSize(4);
    }

    @Test
    void whatBeganTogetherIsOneIncident() {
        EventLog log = fallen();
        List<Incident> found =
                incidents(log, List.of(), chosen(log, "rest", true, DONE), chosen(log, "times", false, DONE));
        assertThat(found).hasSize(1);
        assertThat(found.get(0).chosen()).hasSize(2);
        // What fell leads, not what rose for it.
        assertThat(found.get(0).chosen())
                .extracting(fall -> fall.of().isWorseAbove())
                .first()
                .isEqualTo(false);
    }

    @Test
    void aRiseCountsWhereItIsWorse() {
        HISTORY.events.removeIf(event -> event.active() && !isFallen(event) && event.timeMillis() % 10 < 6);
        EventLog log = HISTORY.log(200, 4);
        Incident rise =
                incidents(log, List.of(), chosen(log, "times", true, DONE)).get(0);
        assertThat(rise.chosen().get(0).change().low()).isPositive();
        assertThat(rise.chosen().get(0).portions()).isEmpty();
        assertThat(incidents(log, List.of(), chosen(log, "times", false, DONE))).isEmpty();
    }

    private static Incident incident(LocalDate from, LocalDate to) {
        double[] none = new double[0];
        return Incident.ofOutage(
                new Outage(
                        HISTORY.settings.calendar().startOf(from),
                        HISTORY.settings.calendar().startOf(to),
                        1,
                        0),
                List.of(),
                new DayRange(from, to),
                new DailyCourse(none, none, none, none));
    }
}
