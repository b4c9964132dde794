package coldtide.core.funnel;

import static coldtide.core.funnel.FunnelReference.WINDOW;
import static coldtide.core.funnel.FunnelReference.step;
import static java.util.stream.Collectors.groupingBy;
import static org.assertj.core.api.Assertions.assertThat;

import coldtide.core.RandomHistory;
import coldtide.core.RandomHistory.Event;
import coldtide.core.filter.Conditions;
import coldtide.core.funnel.UsualOrderAnswer.Agreed;
import coldtide.core.funnel.match.FunnelQuestion;
import coldtide.core.funnel.match.FunnelStep;
import coldtide.core.log.EventLog;
import coldtide.core.scan.ScanRunner;
import coldtide.core.time.DayRange;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.List;
import java.util.function.ToLongFunction;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

/** Steps counted each by itself, and the order in which most do them. */
class IndependentTest {
    private static final ScanRunner RUNNER = new ScanRunner(2, Duration.ofMinutes(1));
    private static final List<String> STEPS = List.of("app_open", "purchase", "ad_finished", "beacon_lit");

    private final RandomHistory history = new RandomHistory(81, 300, 40).dropTies();
    private final EventLog log = history.log(60, 5);
    private final DayRange range =
            new DayRange(log.firstDay().plusDays(5), log.firstDay().plusDays(30));

    @AfterAll
    static void close() {
        RUNNER.close();
    }

    private FunnelQuestion question(String... events) {
        List<FunnelStep> steps = new ArrayList<>();
        for (String event : events) {
            steps.add(step(event));
        }
        return FunnelQuestion.of(range, WINDOW, steps);
    }

    private IndependentAnswer ask(FunnelQuestion question, IndependentUnit unit) {
        return RUNNER.run(log, new IndependentCounts(log, new Conditions(1 << 22), question, unit));
    }

    @ParameterizedTest
    @EnumSource(IndependentUnit.class)
    void eachStepIsCountedByItself(IndependentUnit unit) {
        Collection<List<Event>> people = history.events.stream()
                .filter(event -> range.contains(history.dayOf(event)))
                .collect(groupingBy(Event::person))
                .values();
        List<List<Event>> units = unit == IndependentUnit.SESSIONS ? sessions() : new ArrayList<>(people);
        List<Long> done = new ArrayList<>();
        List<Long> without = new ArrayList<>();
        for (int step = 0; step < STEPS.size(); step++) {
            String own = STEPS.get(step);
            String before = step == 0 ? null : STEPS.get(step - 1);
            ToLongFunction<List<Event>> times = events -> {
                long count = times(events, own);
                return unit == IndependentUnit.EVENTS ? count : Math.min(1, count);
            };
            done.add(units.stream().mapToLong(times).sum());
            without.add(units.stream()
                    .filter(events -> before != null && times(events, before) == 0)
                    .mapToLong(times)
                    .sum());
        }
        IndependentAnswer answer = ask(question(STEPS.toArray(String[]::new)), unit);
        assertThat(answer.done()).isEqualTo(done).doesNotContain(0L);
        assertThat(answer.withoutBefore()).isEqualTo(without);
        assertThat(without.get(1)).isPositive();
    }

    /** Sessions are of all the person's events; of each what lies in the range counts. */
    private List<List<Event>> sessions() {
        List<List<Event>> sessions = new ArrayList<>();
        for (List<Event> person :
                history.events.stream().collect(groupingBy(Event::person)).values()) {
            List<Event> sorted = person.stream()
                    .sorted(Comparator.comparingLong(Event::timeMillis).thenComparingLong(Event::receivedMillis))
                    .toList();
            for (List<Event> session : RandomHistory.sessions(sorted)) {
                sessions.add(session.stream()
                        .filter(event -> range.contains(history.dayOf(event)))
                        .toList());
            }
        }
        return sessions;
    }

    private static long times(List<Event> events, String name) {
        return events.stream().filter(event -> event.name().equals(name)).count();
    }

    /** Of the whole span, nothing lies after the range: whoever did a step in order did it in any case. */
    @Test
    void neverFewerThanInOrder() {
        FunnelQuestion question = FunnelQuestion.of(
                log.span(),
                WINDOW,
                question("app_open", "beacon_lit", "purchase").steps());
        List<Long> alone = ask(question, IndependentUnit.PEOPLE).done();
        List<Long> inOrder = FunnelAnalysis.answer(log, RUNNER, new Conditions(1 << 22), question)
                .all()
                .reached();
        for (int step = 0; step < 3; step++) {
            assertThat(alone.get(step)).isGreaterThanOrEqualTo(inOrder.get(step));
        }
        assertThat(alone.get(2)).isGreaterThan(inOrder.get(2));
    }

    /** Asked in the wrong order, what most do first comes first; how many agree is counted person by person. */
    @Test
    void theUsualOrderIsThatOfMost() {
        FunnelQuestion question = question("purchase", "app_open", "uninstall_detected", "app_open");
        UsualOrderAnswer answer = RUNNER.run(log, new UsualOrder(log, new Conditions(1 << 22), question));
        assertThat(answer.order()).containsExactlyInAnyOrder(0, 1, 2, 3);
        for (int at = 1; at < 4; at++) {
            String first = question.steps().get(answer.order().get(at - 1)).name();
            String second = question.steps().get(answer.order().get(at)).name();
            Agreed agreed = answer.agreed().get(at - 1);
            assertThat(agreed.inOrder()).isEqualTo(before(first, second));
            assertThat(agreed.both()).isEqualTo(before(first, second) + before(second, first));
        }
        // What is the same event twice is first done at the same time, so neither comes first and they stay as asked.
        assertThat(answer.order().indexOf(1)).isLessThan(answer.order().indexOf(3));
        assertThat(before("app_open", "purchase") > before("purchase", "app_open"))
                .isEqualTo(answer.order().indexOf(1) < answer.order().indexOf(0));
    }

    private long before(String first, String second) {
        return history.events.stream()
                .filter(event -> range.contains(history.dayOf(event)))
                .sorted(Comparator.comparingLong(Event::timeMillis).thenComparingLong(Event::receivedMillis))
                .collect(groupingBy(Event::person))
                .values()
                .stream()
                .filter(events -> {
                    List<String> names = events.stream().map(Event::name).toList();
                    return names.contains(first)
                            && names.contains(second)
                            && names.indexOf(first) < names.indexOf(second);
                })
                .count();
    }
}
