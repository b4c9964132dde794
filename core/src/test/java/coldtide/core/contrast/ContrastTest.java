package coldtide.core.contrast;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import coldtide.core.RandomHistory;
import coldtide.core.RandomHistory.Event;
import coldtide.core.contrast.ContrastAnswer.About;
import coldtide.core.contrast.ContrastAnswer.Row;
import coldtide.core.filter.Conditions;
import coldtide.core.filter.EventCondition;
import coldtide.core.filter.PersonCondition;
import coldtide.core.filter.PersonCondition.Did;
import coldtide.core.filter.Window;
import coldtide.core.log.EventLog;
import coldtide.core.log.rule.RevenueType;
import coldtide.core.scan.ScanRunner;
import coldtide.core.stats.Difference;
import coldtide.core.stats.FalseDiscovery;
import coldtide.core.time.DayRange;
import java.time.Duration;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;

class ContrastTest {
    private static final PersonCondition LIGHTERS = Did.atLeast(1, EventCondition.named("beacon_lit"), Window.EVER);
    private static final PersonCondition BUYERS = Did.atLeast(1, EventCondition.named("purchase"), Window.EVER);

    private static ContrastAnswer ask(EventLog log, DayRange range, PersonCondition first, PersonCondition second) {
        try (ScanRunner runner = new ScanRunner(2, Duration.ofMinutes(1))) {
            return Contrast.answer(log, runner, new Conditions(1 << 20), new ContrastQuestion(range, first, second));
        }
    }

    private static Set<String> people(RandomHistory history, Predicate<Event> which) {
        return history.events.stream().filter(which).map(Event::person).collect(Collectors.toSet());
    }

    private static Row row(ContrastAnswer answer, About about, String name) {
        return answer.rows().stream()
                .filter(row -> row.about() == about && row.name().equals(name))
                .findFirst()
                .orElseThrow();
    }

    @Test
    void everyValueIsWhatThePlainEventsSay() {
        RandomHistory history = new RandomHistory(81, 250, 40);
        EventLog log = history.log(70, 2);
        DayRange range = new DayRange(log.firstDay().plusDays(5), log.firstDay().plusDays(30));
        ContrastAnswer answer = ask(log, range, LIGHTERS, Contrast.everyoneBut(LIGHTERS));
        Set<String> lighters = people(history, event -> event.name().equals("beacon_lit"));
        Predicate<Event> inRange = event -> range.contains(history.dayOf(event));
        for (boolean isFirst : new boolean[] {true, false}) {
            Set<String> group = people(history, inRange.and(Event::active));
            group.removeIf(person -> lighters.contains(person) != isFirst);
            assertThat(isFirst ? answer.first() : answer.second()).isEqualTo(group.size());
            List<Event> events = history.events.stream()
                    .filter(inRange)
                    .filter(event -> group.contains(event.person()))
                    .toList();
            value(answer, About.EVENT_EACH, "app_open", isFirst, count(events, "app_open") / group.size());
            Set<String> opened =
                    people(history, inRange.and(event -> event.name().equals("app_open")));
            opened.retainAll(group);
            value(answer, About.EVENT_SHARE, "app_open", isFirst, (double) opened.size() / group.size());
            double revenue = events.stream()
                    .filter(event -> event.money() != null)
                    .mapToDouble(event -> euros(history, event))
                    .sum();
            value(answer, About.FIGURE, "ARPU", isFirst, revenue / group.size());
            Set<String> days = events.stream()
                    .filter(Event::active)
                    .map(event -> event.person() + history.dayOf(event))
                    .collect(Collectors.toSet());
            value(answer, About.FIGURE, "ACTIVE_DAYS", isFirst, (double) days.size() / group.size());
        }
        assertThat(answer.both()).isZero();
    }

    private static void value(ContrastAnswer answer, About about, String name, boolean isFirst, double expected) {
        Row row = row(answer, about, name);
        assertThat(isFirst ? row.first() : row.second()).as(name).isCloseTo(expected, within(1e-9));
    }

    private static double count(List<Event> events, String name) {
        return events.stream().filter(event -> event.name().equals(name)).count();
    }

    private static double euros(RandomHistory history, Event event) {
        var micros = history.worth(event);
        double euros = micros.orElse(0) / 1e6;
        return event.money().type() == RevenueType.REFUND ? -euros : euros;
    }

    @Test
    void whoIsInBothGroupsIsInNeitherAndRowsAreCorrectedTogether() {
        RandomHistory history = new RandomHistory(82, 250, 40);
        EventLog log = history.log(70, 2);
        ContrastAnswer answer = ask(log, log.span(), LIGHTERS, BUYERS);
        Set<String> active = people(history, Event::active);
        Set<String> both = new HashSet<>(people(history, event -> event.name().equals("beacon_lit")));
        both.retainAll(people(history, event -> event.name().equals("purchase")));
        both.retainAll(active);
        assertThat(answer.both()).isEqualTo(both.size()).isPositive();
        double[] p = answer.rows().stream()
                .mapToDouble(row -> row.difference().map(Difference::p).orElse(Double.NaN))
                .toArray();
        assertThat(answer.rows().stream().mapToDouble(Row::adjusted).toArray()).isEqualTo(FalseDiscovery.adjusted(p));
        assertThat(answer.tests()).isEqualTo((int)
                java.util.Arrays.stream(p).filter(each -> !Double.isNaN(each)).count());
    }

    @Test
    void groupsChangePlacesAndAnyCutIntoShardsGivesTheSame() {
        RandomHistory history = new RandomHistory(83, 200, 30).dropTies();
        EventLog log = history.log(60, 1);
        ContrastAnswer there = ask(log, log.span(), LIGHTERS, Contrast.everyoneBut(LIGHTERS));
        ContrastAnswer back = ask(log, log.span(), Contrast.everyoneBut(LIGHTERS), LIGHTERS);
        for (int i = 0; i < there.rows().size(); i++) {
            Row a = there.rows().get(i);
            Row b = back.rows().get(i);
            assertThat(b.first()).isEqualTo(a.second());
            a.difference().ifPresent(difference -> {
                assertThat(b.difference().orElseThrow().value()).isEqualTo(-difference.value());
                assertThat(b.difference().orElseThrow().p()).isCloseTo(difference.p(), within(1e-12));
            });
        }
        ContrastAnswer other = ask(history.log(7, 9), log.span(), LIGHTERS, Contrast.everyoneBut(LIGHTERS));
        for (int i = 0; i < there.rows().size(); i++) {
            assertThat(row(
                                    other,
                                    there.rows().get(i).about(),
                                    there.rows().get(i).name())
                            .first())
                    .isCloseTo(there.rows().get(i).first(), within(1e-9));
        }
    }

    @Test
    void nobodyOnOneSideHasNoValues() {
        RandomHistory history = new RandomHistory(84, 30, 20);
        EventLog log = history.log(60, 1);
        PersonCondition nobody = new PersonCondition.Either(List.of());
        ContrastAnswer answer = ask(log, log.span(), nobody, PersonCondition.EVERYBODY);
        assertThat(answer.first()).isZero();
        assertThat(answer.rows()).allSatisfy(row -> assertThat(row.difference()).isEmpty());
    }
}
