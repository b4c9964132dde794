package coldtide.bench;

import coldtide.core.funnel.AfterAnalysis;
import coldtide.core.funnel.AfterQuestion;
import coldtide.core.funnel.AfterQuestion.Until;
import coldtide.core.funnel.FunnelAnalysis;
import coldtide.core.funnel.FunnelQuestion;
import coldtide.core.funnel.FunnelSplit;
import coldtide.core.funnel.FunnelStep;
import coldtide.core.funnel.IndependentCounts;
import coldtide.core.funnel.IndependentUnit;
import coldtide.core.funnel.SlicesAnalysis;
import coldtide.core.funnel.SlicesQuestion;
import coldtide.core.funnel.UsualOrder;
import coldtide.core.log.EventLog;
import coldtide.core.scan.ScanRunner;
import coldtide.core.who.Conditions;
import coldtide.core.who.EventCondition;
import java.time.Duration;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
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
        FunnelQuestion thirty = FunnelQuestion.of(log.span(), Duration.ofDays(30), thirty());
        Map<String, Supplier<Object>> all = new LinkedHashMap<>();
        all.put("six steps from every opening, within 7 days", () -> stairs(six));
        all.put(
                "the same, split by the country at entry",
                () -> stairs(six.splitBy(new FunnelSplit.ByProperty("country", 0, FunnelSplit.MOST))));
        all.put("thirty with gaps, prohibitions, some left out", () -> stairs(thirty));
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

    /** The same five again and again: every second must come within three days, every third may be left out and forbids a purchase. */
    private static List<FunnelStep> thirty() {
        List<FunnelStep> steps = new ArrayList<>();
        for (int at = 0; at < FunnelQuestion.MOST_STEPS; at++) {
            String event = ROUND.get(at % ROUND.size());
            boolean third = at % 3 == 2;
            steps.add(new FunnelStep(
                    event,
                    EventCondition.named(event),
                    third,
                    third ? Optional.of(EventCondition.named("purchase")) : Optional.empty(),
                    Duration.ZERO,
                    at % 2 == 1 ? Optional.of(Duration.ofDays(3)) : Optional.empty()));
        }
        return steps;
    }
}
