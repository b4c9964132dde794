package coldtide.core.funnel;

import static coldtide.core.funnel.FunnelReference.WINDOW;
import static coldtide.core.funnel.FunnelReference.step;
import static coldtide.core.funnel.FunnelReference.steps;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import coldtide.core.RandomHistory;
import coldtide.core.RandomHistory.Event;
import coldtide.core.filter.Conditions;
import coldtide.core.funnel.FunnelAnswer.Versus;
import coldtide.core.funnel.FunnelReference.Found;
import coldtide.core.funnel.dropoff.AfterAnalysis;
import coldtide.core.funnel.dropoff.AfterAnswer;
import coldtide.core.funnel.dropoff.AfterAnswer.Done;
import coldtide.core.funnel.dropoff.AfterAnswer.Side;
import coldtide.core.funnel.dropoff.AfterQuestion;
import coldtide.core.funnel.dropoff.AfterQuestion.Until;
import coldtide.core.funnel.dropoff.SlicesQuestion;
import coldtide.core.funnel.match.FunnelQuestion;
import coldtide.core.funnel.match.Order;
import coldtide.core.funnel.match.Unit;
import coldtide.core.log.EventLog;
import coldtide.core.scan.ScanRunner;
import coldtide.core.stats.FalseDiscovery;
import java.time.Duration;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What units did after the last step before one, read out of whole random histories as it is defined. */
class AfterTest {
    private static final ScanRunner RUNNER = new ScanRunner(2, Duration.ofMinutes(1));

    @AfterAll
    static void close() {
        RUNNER.close();
    }

    @ParameterizedTest
    @CsvSource({
        "61,IN_ORDER,PEOPLE,true,1,WINDOW",
        "62,IN_ORDER,PEOPLE,true,2,SESSION",
        "63,IN_ORDER,PEOPLE,false,2,WINDOW",
        "64,IN_ORDER,PEOPLE,false,3,SESSION",
        "65,BACK_TO_BACK,PEOPLE,true,1,WINDOW",
        "66,ANY_ORDER,PEOPLE,true,1,WINDOW",
        "67,IN_ORDER,ATTEMPTS,true,1,SESSION",
        "68,IN_ORDER,SESSIONS,true,1,WINDOW"
    })
    void whatFollowsIsTheReferences(long seed, Order order, Unit unit, boolean plain, int step, Until until) {
        RandomHistory history = new RandomHistory(seed, 400, 40).dropTies();
        EventLog log = history.log(60, seed);
        FunnelQuestion question =
                FunnelQuestion.of(log.span(), WINDOW, steps(plain)).in(order).counting(unit);
        Sums lost = new Sums();
        Sums wentOn = new Sums();
        int before = question.lastRequiredBefore(step);
        for (Found found : new FunnelReference(history, log, question, plain).units) {
            if (found.reached(step)) {
                wentOn.add(found, step, until);
            } else if (found.reached(before)) {
                lost.add(found, step, until);
            }
        }
        AfterAnswer answer = RUNNER.run(
                log, new AfterAnalysis(log, new Conditions(1 << 22), new AfterQuestion(question, step, until)));
        lost.assertIs(answer.lost());
        wentOn.assertIs(answer.wentOn());
        assertThat(lost.nothing).isPositive();
        Map<String, List<Long>> told = new TreeMap<>();
        answer.done()
                .forEach(each -> told.put(
                        each.event(), List.of(each.lostNext(), each.lost(), each.wentOnNext(), each.wentOn())));
        Map<String, List<Long>> expected = new TreeMap<>();
        for (String name : RandomHistory.NAMES) {
            List<Long> counts = List.of(
                    lost.next.getOrDefault(name, 0L),
                    lost.done.getOrDefault(name, 0L),
                    wentOn.next.getOrDefault(name, 0L),
                    wentOn.done.getOrDefault(name, 0L));
            if (counts.get(1) + counts.get(3) > 0) {
                expected.put(name, counts);
            }
        }
        assertThat(told).isEqualTo(expected).isNotEmpty();
        assertCorrected(answer);
    }

    private static void assertCorrected(AfterAnswer answer) {
        List<Versus> tested =
                answer.done().stream().flatMap(each -> each.versus().stream()).toList();
        double[] adjusted = FalseDiscovery.adjusted(
                tested.stream().mapToDouble(each -> each.difference().p()).toArray());
        for (int i = 0; i < adjusted.length; i++) {
            assertThat(tested.get(i).adjusted()).isCloseTo(adjusted[i], within(1e-12));
        }
        for (Done each : answer.done()) {
            each.versus().ifPresent(versus -> {
                assertThat(versus.own().part()).isEqualTo(each.lost());
                assertThat(versus.others().whole()).isEqualTo(answer.wentOn().units());
            });
        }
    }

    /** What became of one side. */
    private static final class Sums {
        final Map<String, Long> next = new TreeMap<>();
        final Map<String, Long> done = new TreeMap<>();
        final List<Long> stayed = new ArrayList<>();
        long units;
        long nothing;
        long later;
        long uninstalled;

        void add(Found found, int step, Until until) {
            units++;
            int last = -1;
            for (int at = 0; at < step; at++) {
                last = Math.max(last, found.at()[at]);
            }
            Event from = found.events().get(last);
            long end = found.events().get(found.entry()).timeMillis() + WINDOW.toMillis();
            int place = found.person().indexOf(from);
            List<Event> after = found.person().subList(place + 1, found.person().size());
            boolean inSession = until == Until.SESSION || found.events() != found.person();
            List<Event> session = inSession
                    ? RandomHistory.sessions(found.person()).stream()
                            .filter(each -> each.contains(from))
                            .findFirst()
                            .orElseThrow()
                    : found.person();
            List<Event> seen = after.stream()
                    .filter(event -> event.active() && event.timeMillis() <= end && session.contains(event))
                    .toList();
            if (seen.isEmpty()) {
                nothing(after);
                return;
            }
            next.merge(seen.get(0).name(), 1L, Long::sum);
            Set<String> names = new HashSet<>();
            seen.forEach(event -> names.add(event.name()));
            names.forEach(name -> done.merge(name, 1L, Long::sum));
            stayed.add(seen.get(seen.size() - 1).timeMillis() - from.timeMillis());
        }

        private void nothing(List<Event> after) {
            nothing++;
            String first = after.stream()
                    .filter(event -> event.active() || event.name().equals("uninstall_detected"))
                    .map(Event::name)
                    .findFirst()
                    .orElse("");
            uninstalled += first.equals("uninstall_detected") ? 1 : 0;
            later += !first.isEmpty() && !first.equals("uninstall_detected") ? 1 : 0;
        }

        void assertIs(Side side) {
            assertThat(side.units()).isEqualTo(units);
            assertThat(side.nothing()).isEqualTo(nothing);
            assertThat(side.later()).isEqualTo(later);
            assertThat(side.uninstalled()).isEqualTo(uninstalled);
            assertThat(side.never()).isEqualTo(nothing - later - uninstalled);
            assertThat(side.stayed().counts().stream()
                            .mapToLong(Long::longValue)
                            .sum())
                    .isEqualTo(stayed.size());
            assertThat(side.stayed().counts().get(0))
                    .isEqualTo(stayed.stream().filter(each -> each <= 1_000).count());
        }
    }

    @Test
    void nobodyIsLostBeforeTheEntry() {
        EventLog log = new RandomHistory(69, 20, 20).log(50, 1);
        FunnelQuestion question = FunnelQuestion.of(log.span(), WINDOW, List.of(step("app_open"), step("purchase")));
        assertThatThrownBy(() -> new AfterQuestion(question, 0, Until.WINDOW))
                .isInstanceOf(IllegalArgumentException.class)
                .hasMessageContaining("before step 2 to 2");
        assertThatThrownBy(() -> new SlicesQuestion(question, 2))
                .isInstanceOf(IllegalArgumentException.class)
                .hasMessageContaining("not before step 3");
    }
}
