package coldtide.bench;

import coldtide.core.anomaly.Changes;
import coldtide.core.anomaly.Incident;
import coldtide.core.anomaly.SearchProgress;
import coldtide.core.log.EventLog;
import coldtide.core.release.KnownRelease;
import coldtide.core.scan.ScanRunner;
import coldtide.world.scenario.Scenario;
import coldtide.world.scenario.ScenarioFile;
import coldtide.world.scenario.ScenarioRefused;
import it.unimi.dsi.fastutil.doubles.DoubleArrayList;
import java.nio.file.Path;
import java.time.Duration;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.function.Consumer;

/**
 * Prints how well what fell is found and named, over worlds with something planted and others with nothing; or of scenario files.
 * {@code Diagnose [worlds] [people] [weeks] [seed] [worlds with nothing, else as many]} or {@code Diagnose file.json...}. Nothing is tuned on these worlds: give
 * another seed after the watch was changed.
 */
public final class Diagnose {
    private static final LocalDate END = LocalDate.of(2026, 6, 28);

    private final ScanRunner runner;

    Diagnose(ScanRunner runner) {
        this.runner = runner;
    }

    public static void main(String[] args) throws ScenarioRefused {
        Accuracy accuracy = new Accuracy();
        try (ScanRunner runner = new ScanRunner(Runtime.getRuntime().availableProcessors(), Duration.ofMinutes(10))) {
            Diagnose diagnose = new Diagnose(runner);
            if (args.length > 0 && args[0].endsWith(".json")) {
                for (String file : args) {
                    diagnose.look(ScenarioFile.read(Path.of(file)), accuracy);
                }
            } else {
                long[] given = Arrays.stream(args).mapToLong(Long::parseLong).toArray();
                diagnose.run(given, accuracy);
            }
        }
        accuracy.print(System.out);
    }

    private void run(long[] given, Accuracy accuracy) {
        int worlds = given.length > 0 ? (int) given[0] : 200;
        int people = given.length > 1 ? (int) given[1] : 45_000;
        int weeks = given.length > 2 ? (int) given[2] : 20;
        long seed = given.length > 3 ? given[3] : 1;
        int quiet = given.length > 4 ? (int) given[4] : worlds;
        System.out.printf(
                "%d worlds with something planted and %d with nothing, of %,d people and %d weeks each; seed %d%n",
                worlds, quiet, people, weeks, seed);
        run(worlds, quiet, ScenarioFile.gullcombe().sized(people, weeks, END), new Random(seed), accuracy);
    }

    void run(int worlds, int quiet, Scenario size, Random random, Accuracy accuracy) {
        Plants plants = new Plants(size, random);
        for (int number = 0; number < Math.max(worlds, quiet); number++) {
            if (number < worlds) {
                look(plants.world(number), accuracy);
            }
            if (number < quiet) {
                look(size.quiet().withSeed(random.nextLong()), accuracy);
            }
            System.err.printf(
                    "%d worlds with something, %d with nothing%n",
                    Math.min(worlds, number + 1), Math.min(quiet, number + 1));
        }
    }

    private void look(Scenario scenario, Accuracy accuracy) {
        EventLog log = WorldLog.of(scenario);
        long begun = System.nanoTime();
        DoubleArrayList watched = new DoubleArrayList();
        List<Incident> found = in(log, scenario, search -> {
                    if (search.ofIncidents() > 0 && watched.isEmpty()) {
                        watched.add((System.nanoTime() - begun) / 1e6);
                    }
                })
                .incidents();
        double all = (System.nanoTime() - begun) / 1e6;
        accuracy.took(watched.isEmpty() ? all : watched.getDouble(0), all);
        if (scenario.planted().isEmpty()) {
            accuracy.quiet(found, scenario.days());
        }
        scenario.planted()
                .forEach(happening -> PlantedTruth.of(scenario, happening)
                        .ifPresent(truth -> accuracy.planted(
                                truth, scenario, found, new LostAmount(runner, scenario, happening, log, truth))));
    }

    /** What the watch finds in a world, its releases being known. */
    private Changes in(EventLog log, Scenario scenario, Consumer<SearchProgress> told) {
        List<KnownRelease> releases = scenario.releases().stream()
                .map(release -> new KnownRelease(
                        release.version(),
                        release.platform(),
                        scenario.firstDay().plusDays(release.day())))
                .toList();
        return Changes.in(log, runner, new Changes.Question(Optional.empty(), releases, List.of()), told);
    }
}
