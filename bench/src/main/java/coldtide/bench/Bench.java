package coldtide.bench;

import coldtide.bench.Questions.Question;
import coldtide.core.log.EventLog;
import coldtide.core.scan.ScanRunner;
import coldtide.world.scenario.Scenario;
import coldtide.world.scenario.ScenarioFile;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.Duration;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.function.DoubleSupplier;
import org.duckdb.DuckDBConnection;

/**
 * Prints medians of each question here, in an embedded SQL engine and in a database server, taken in turn in one run, and their
 * ratios. All must give the same total, else the run fails. {@code Bench [people,people...] [rounds]}: with more than one size also
 * how times grow. The database server is the one the environment names, if it does; it is asked each question once.
 */
public final class Bench {
    private static final String DAY = "((epoch_ms(t) at time zone 'UTC') at time zone 'Europe/Lisbon')::date";

    /** A server has answered before; the first answers of a process are slow. */
    private static final int WARM_UPS = 5;

    private final Engines engines;
    private final Floor floor;
    private final int rounds;

    private Bench(Engines engines, Floor floor, int rounds) {
        this.engines = engines;
        this.floor = floor;
        this.rounds = rounds;
    }

    /** A question and what it took, in milliseconds; not a number where it was not asked. */
    record Row(
            String question, double answer, double floor, double byHand, double here, double embedded, double server) {
        void print() {
            System.out.printf(
                    "%-44s %8.1f %8.1f %9.2f %8.1f x %10.1f %7.1f x %10.1f %8.1f x%n",
                    question, floor, byHand, here, here / floor, embedded, embedded / here, server, server / here);
        }
    }

    /** What one size gave. */
    record Run(long events, List<Row> rows) {
        void print() {
            System.out.printf(
                    "%n%-44s %8s %8s %9s %10s %10s %9s %10s %10s%n",
                    "ms of " + String.format("%,d", events) + " events",
                    "floor",
                    "by hand",
                    "here",
                    "of floor",
                    "embedded",
                    "ratio",
                    "server",
                    "ratio");
            rows.forEach(Row::print);
        }

        void printGrowth(Run from) {
            System.out.printf(
                    "%n%-44s %9s %9s %9s%n",
                    String.format("%.1f times the events", (double) events / from.events), "before", "now", "times");
            for (int i = 0; i < rows.size(); i++) {
                double before = from.rows.get(i).here();
                double now = rows.get(i).here();
                System.out.printf("%-44s %9.2f %9.2f %9.1f%n", rows.get(i).question(), before, now, now / before);
            }
        }
    }

    public static void main(String[] arguments) throws Exception {
        int[] sizes = Arrays.stream((arguments.length > 0 ? arguments[0] : "45000").split(","))
                .mapToInt(Integer::parseInt)
                .toArray();
        int rounds = arguments.length > 1 ? Integer.parseInt(arguments[1]) : 7;
        List<Run> runs = new ArrayList<>();
        for (int people : sizes) {
            runs.add(run(people, rounds));
            runs.get(runs.size() - 1).print();
        }
        for (int size = 1; size < sizes.length; size++) {
            runs.get(size).printGrowth(runs.get(size - 1));
        }
    }

    static Run run(int people, int rounds) throws Exception {
        try (DuckDBConnection embedded = (DuckDBConnection) DriverManager.getConnection("jdbc:duckdb:");
                Connection server = server();
                Engines engines = new Engines(embedded, server);
                ScanRunner runner = new ScanRunner(Runtime.getRuntime().availableProcessors(), Duration.ofMinutes(5))) {
            EventLog log = load(people, embedded, engines);
            Floor floor = new Floor(log, runner, rounds);
            floor.print();
            Bench bench = new Bench(engines, floor, rounds);
            List<Row> rows = new ArrayList<>();
            for (Question question : new Questions(log, runner).all()) {
                rows.add(bench.row(question));
            }
            ConditionCosts.print(log, runner, rounds);
            FunnelCosts.print(log, runner, rounds);
            return new Run(log.events(), rows);
        }
    }

    private static Connection server() throws SQLException {
        String url = System.getenv("COLDTIDE_BENCH_URL");
        return url == null
                ? null
                : DriverManager.getConnection(
                        url, System.getenv("COLDTIDE_BENCH_USER"), System.getenv("COLDTIDE_BENCH_PASSWORD"));
    }

    private static EventLog load(int people, DuckDBConnection embedded, Engines engines) throws Exception {
        Scenario scenario = ScenarioFile.gullcombe().sized(people, 26, LocalDate.of(2026, 6, 28));
        try (Statement sql = embedded.createStatement()) {
            sql.execute("create table e (" + Engines.COLUMNS + ")");
            long began = System.nanoTime();
            EventLog log = WorldLog.fill(scenario, embedded);
            System.out.printf(
                    "%n%,d events, %,d people, %d days; made and loaded here and there in %.1f s%n",
                    log.events(), log.people(), log.days(), (System.nanoTime() - began) / 1e9);
            memory(log);
            sql.execute("alter table e add column day date");
            sql.execute("update e set day = " + DAY);
            engines.copy();
            return log;
        }
    }

    private static void memory(EventLog log) {
        System.out.println("bytes an event, by what they are for:");
        long all = 0;
        for (Map.Entry<String, Long> each : log.bytes().entrySet()) {
            System.out.printf("  %-22s %6.2f%n", each.getKey(), (double) each.getValue() / log.events());
            all += each.getValue();
        }
        System.out.printf("  %-22s %6.2f%n", "together", (double) all / log.events());
    }

    private Row row(Question question) throws SQLException {
        double answer = question.here().getAsDouble();
        for (int again = 0; again < WARM_UPS; again++) {
            question.here().getAsDouble();
        }
        same(question.name(), answer, engines.embedded(question.sql()), "embedded engine");
        double[] here = new double[rounds];
        double[] embedded = new double[rounds];
        double[] byHand = new double[rounds];
        Arrays.fill(byHand, Double.NaN);
        for (int round = 0; round < rounds; round++) {
            here[round] = millis(question.here());
            long began = System.nanoTime();
            engines.embedded(question.sql());
            embedded[round] = (System.nanoTime() - began) / 1e6;
            if (question.byHand().isPresent()) {
                same(question.name(), answer, question.byHand().get().getAsDouble(), "loop by hand");
                byHand[round] = millis(question.byHand().get());
            }
        }
        double server = Double.NaN;
        if (engines.hasServer()) {
            Engines.Answer there = engines.server(question.sql());
            same(question.name(), answer, there.value(), "database server");
            server = there.millis();
        }
        return new Row(
                question.name(),
                answer,
                floor.millis(question.reads()),
                median(byHand),
                median(here),
                median(embedded),
                server);
    }

    private static void same(String question, double here, double there, String where) {
        if (here != there) {
            throw new IllegalStateException(
                    "\"" + question + "\" gives " + here + " here and " + there + " in the " + where + ".");
        }
    }

    static double millis(DoubleSupplier asking) {
        long began = System.nanoTime();
        asking.getAsDouble();
        return (System.nanoTime() - began) / 1e6;
    }

    static double median(double[] values) {
        Arrays.sort(values);
        return values[values.length / 2];
    }
}
