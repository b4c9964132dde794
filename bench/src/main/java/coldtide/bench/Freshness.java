package coldtide.bench;

import coldtide.core.log.EventLog;
import coldtide.core.log.EventLogBuilder;
import coldtide.core.scan.ScanRunner;
import coldtide.core.tidetable.MetricScope;
import coldtide.core.tidetable.TideTable;
import coldtide.world.scenario.Scenario;
import coldtide.world.scenario.ScenarioFile;
import java.time.Duration;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;

/**
 * What arrivals do to questions: the last days of a world come in by seconds of 5,000 events, a log is built after each, as the
 * server does, and the same questions are asked of it and of the log as it was before. {@code Freshness [people]}.
 */
public final class Freshness {
    private static final int A_SECOND = 5_000;
    private static final int SECONDS = 60;
    private static final int ROUNDS = 25;

    private Freshness() {}

    public static void main(String[] arguments) {
        int people = arguments.length > 0 ? Integer.parseInt(arguments[0]) : 70_000;
        Scenario scenario = ScenarioFile.gullcombe().sized(people, 26, LocalDate.of(2026, 6, 28));
        WorldLog.Arriving world = WorldLog.arriving(scenario, A_SECOND * SECONDS);
        EventLogBuilder builder = world.builder();
        EventLog before = builder.build().orElseThrow();
        List<Double> building = new ArrayList<>();
        EventLog after = before;
        for (int second = 0; second < SECONDS; second++) {
            world.add(A_SECOND);
            long began = System.nanoTime();
            after = builder.build().orElseThrow();
            building.add((System.nanoTime() - began) / 1e6);
        }
        building.sort(null);
        System.out.printf(
                "%,d events, then %,d by seconds of %,d: a second of them takes %.0f ms to take in (the longest %.0f);"
                        + " %d shards, %d before%n",
                before.events(),
                after.events() - before.events(),
                A_SECOND,
                building.get(SECONDS / 2),
                building.get(SECONDS - 1),
                after.shards().size(),
                before.shards().size());
        try (ScanRunner runner = new ScanRunner(Runtime.getRuntime().availableProcessors(), Duration.ofMinutes(5))) {
            ask("days", before, after, log -> TideTable.daily(log, runner, MetricScope.AT_ALL));
            for (Questions.Question question : new Questions(before, runner).all()) {
                Questions.Question now = named(new Questions(after, runner), question.name());
                ask(question.name(), question, now);
            }
        }
    }

    private static Questions.Question named(Questions questions, String name) {
        return questions.all().stream()
                .filter(each -> each.name().equals(name))
                .findFirst()
                .orElseThrow();
    }

    private interface Asking {
        void of(EventLog log);
    }

    private static void ask(String name, EventLog before, EventLog after, Asking asking) {
        print(name, () -> asking.of(before), () -> asking.of(after));
    }

    private static void ask(String name, Questions.Question before, Questions.Question after) {
        print(name, () -> before.here().getAsDouble(), () -> after.here().getAsDouble());
    }

    /** In turn, so that a busy machine is as busy for both. */
    private static void print(String name, Runnable before, Runnable after) {
        double[] old = new double[ROUNDS];
        double[] fresh = new double[ROUNDS];
        for (int warm = 0; warm < ROUNDS; warm++) {
            before.run();
            after.run();
        }
        for (int round = 0; round < ROUNDS; round++) {
            old[round] = Bench.millis(() -> run(before));
            fresh[round] = Bench.millis(() -> run(after));
        }
        double then = Bench.median(old);
        double now = Bench.median(fresh);
        System.out.printf("%-52s before %8.2f ms, fresh %8.2f ms, %5.2f times%n", name, then, now, now / then);
    }

    private static double run(Runnable asking) {
        asking.run();
        return 0;
    }
}
