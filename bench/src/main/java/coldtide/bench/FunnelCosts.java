package coldtide.bench;

import coldtide.core.filter.Conditions;
import coldtide.core.filter.EventCondition;
import coldtide.core.filter.value.ValueTest;
import coldtide.core.funnel.FunnelAnalysis;
import coldtide.core.funnel.IndependentCounts;
import coldtide.core.funnel.IndependentUnit;
import coldtide.core.funnel.UsualOrder;
import coldtide.core.funnel.dropoff.AfterAnalysis;
import coldtide.core.funnel.dropoff.AfterQuestion;
import coldtide.core.funnel.dropoff.AfterQuestion.Until;
import coldtide.core.funnel.dropoff.SlicesAnalysis;
import coldtide.core.funnel.dropoff.SlicesQuestion;
import coldtide.core.funnel.match.FunnelQuestion;
import coldtide.core.funnel.match.FunnelSplit;
import coldtide.core.funnel.match.FunnelStep;
import coldtide.core.log.EventLog;
import coldtide.core.scan.ScanRunner;
import java.time.Duration;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Supplier;

/** What is asked of a funnel beside its stairs, and what long ones with much between their steps cost. */
final class FunnelCosts {
    private static final List<String> SIX =
            List.of("app_open", "lesson_started", "lesson_finished", "beacon_started", "beacon_lit", "shop_opened");
    private static final List<String> ROUND =
            List.of("app_open", "beacon_started", "lamp_trimmed", "beacon_lit", "ad_shown");

    private final EventLog log;
    private final ScanRunner runner;
    private final Conditions kept = new Conditions(1L << 30);

    private FunnelCosts(EventLog log, ScanRunner runner) {
        this.log = log;
        this.runner = runner;
    }

    static void print(EventLog log, ScanRunner runner, int rounds) {
        System.out.printf("%n%-52s %9s%n", "of a funnel", "ms");
        new FunnelCosts(log, runner).asked().forEach((name, asking) -> {
            asking.get();
            double[] took = new double[rounds];
            for (int round = 0; round < rounds; round++) {
                took[round] = Bench.millis(() -> asking.get().hashCode());
            }
            System.out.printf("%-52s %9.2f%n", name, Bench.median(took));
        });
    }

    private Map<String, Supplier<Object>> asked() {
        List<FunnelStep> steps = SIX.stream().map(FunnelCosts::step).toList();
        FunnelQuestion six = FunnelQuestion.of(log.span(), FunnelQuestion.USUAL_WINDOW, steps);
        FunnelQuestion thirty = FunnelQuestion.of(log.span(), Duration.ofDays(30), beacons());
        FunnelQuestion again = FunnelQuestion.of(log.span(), Duration.ofDays(30), again());
        Map<String, Supplier<Object>> all = new LinkedHashMap<>();
        all.put("six steps from every opening, within 7 days", () -> stairs(six));
        all.put(
                "the same, split by the country at entry",
                () -> stairs(six.splitBy(new FunnelSplit.ByProperty("country", 0, FunnelSplit.MOST))));
        all.put("thirty with gaps and prohibitions, beacon by beacon", () -> stairs(thirty));
        all.put("thirty that are the same five again and again", () -> stairs(again));
        int last = SIX.size() - 1;
        all.put(
                "what those lost before the last of six did next",
                () -> runner.run(log, new AfterAnalysis(log, kept, new AfterQuestion(six, last, Until.WINDOW))));
        all.put(
                "who they are, by all values and pairs",
                () -> SlicesAnalysis.answer(log, runner, kept, new SlicesQuestion(six, last)));
        all.put(
                "each of six by itself",
                () -> runner.run(log, new IndependentCounts(log, kept, six, IndependentUnit.PEOPLE)));
        all.put("the order in which most do them", () -> runner.run(log, new UsualOrder(log, kept, six)));
        return all;
    }

    private Object stairs(FunnelQuestion question) {
        return FunnelAnalysis.answer(log, runner, kept, question);
    }

    private static FunnelStep step(String event) {
        return FunnelStep.of(event, EventCondition.named(event));
    }

    /** From the install over the first lesson to the last beacon: each lit within a week of its start, without leaving by a crash. */
    private static List<FunnelStep> beacons() {
        List<FunnelStep> steps = new ArrayList<>(List.of(step("install"), step("lesson_finished")));
        for (int beacon = 1; steps.size() < FunnelQuestion.MOST_STEPS; beacon++) {
            steps.add(step("beacon " + beacon + " started", beacon("beacon_started", beacon), false, false));
            steps.add(step("beacon " + beacon + " lit", beacon("beacon_lit", beacon), false, true));
        }
        return steps;
    }

    private static EventCondition beacon(String event, int beacon) {
        return EventCondition.all(
                EventCondition.named(event),
                new EventCondition.Property("level", new ValueTest.IsOneOf(Set.of("" + beacon))));
    }

    private static FunnelStep step(String name, EventCondition what, boolean optional, boolean looksBack) {
        return new FunnelStep(
                name,
                what,
                optional,
                looksBack ? Optional.of(EventCondition.named("crash")) : Optional.empty(),
                Duration.ZERO,
                looksBack ? Optional.of(Duration.ofDays(7)) : Optional.empty());
    }

    /** Every event is six of the steps; every second must come within a week and forbids a crash, every third may be left out. */
    private static List<FunnelStep> again() {
        List<FunnelStep> steps = new ArrayList<>();
        for (int at = 0; at < FunnelQuestion.MOST_STEPS; at++) {
            String event = ROUND.get(at % ROUND.size());
            steps.add(step(event, EventCondition.named(event), at % 3 == 2, at % 2 == 1));
        }
        return steps;
    }
}
