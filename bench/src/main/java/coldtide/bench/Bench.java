package coldtide.bench;

import coldtide.core.log.EventLog;
import coldtide.core.retention.RetentionAnalysis;
import coldtide.core.retention.RetentionQuestion;
import coldtide.core.scan.ScanRunner;
import coldtide.core.tidetable.Figure;
import coldtide.core.tidetable.PeriodAnalysis;
import coldtide.core.tidetable.TideTable;
import coldtide.core.tidetable.TideTableQuestion;
import coldtide.core.time.DayRange;
import coldtide.core.time.Grain;
import coldtide.world.scenario.Scenario;
import coldtide.world.scenario.ScenarioFile;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.Duration;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.duckdb.DuckDBConnection;

/**
 * Prints medians of each question here and in an embedded SQL engine, taken in turn in one run, and their ratio. Every pair
 * must give the same total, else the run fails. {@code Bench [people] [rounds]}.
 */
public final class Bench {
    private static final String DAY = "((epoch_ms(t) at time zone 'UTC') at time zone 'Europe/Lisbon')::date";

    private final EventLog log;
    private final Statement sql;
    private final ScanRunner runner;
    private final int rounds;

    private Bench(EventLog log, Statement sql, ScanRunner runner, int rounds) {
        this.log = log;
        this.sql = sql;
        this.runner = runner;
        this.rounds = rounds;
    }

    private interface Asking {
        double ask() throws SQLException;
    }

    /** A question with both its answers and what each took, in milliseconds. */
    record Row(String question, double here, double there, double hereMillis, double thereMillis) {}

    /** Runs every question and prints a table. */
    public static void main(String[] arguments) throws Exception {
        int people = arguments.length > 0 ? Integer.parseInt(arguments[0]) : 45_000;
        int rounds = arguments.length > 1 ? Integer.parseInt(arguments[1]) : 7;
        List<Row> rows = run(people, rounds);
        System.out.printf("%-46s %10s %10s %8s%n", "question", "here, ms", "SQL, ms", "ratio");
        for (Row row : rows) {
            System.out.printf(
                    "%-46s %10.2f %10.2f %7.1f x%n",
                    row.question(), row.hereMillis(), row.thereMillis(), row.thereMillis() / row.hereMillis());
        }
    }

    static List<Row> run(int people, int rounds) throws Exception {
        Scenario scenario = ScenarioFile.gullcombe().sized(people, 26, LocalDate.of(2026, 6, 28));
        try (DuckDBConnection connection = (DuckDBConnection) DriverManager.getConnection("jdbc:duckdb:");
                Statement sql = connection.createStatement();
                ScanRunner runner = new ScanRunner(Runtime.getRuntime().availableProcessors(), Duration.ofMinutes(5))) {
            sql.execute("create table e (person bigint, name varchar, t bigint)");
            EventLog log = WorldLog.fill(scenario, connection);
            sql.execute("alter table e add column day date");
            sql.execute("update e set day = " + DAY);
            System.out.printf("%,d events, %,d people, %d days%n", log.events(), log.people(), log.days());
            memory(log);
            return new Bench(log, sql, runner, rounds).questions();
        }
    }

    private static void memory(EventLog log) {
        System.out.println("bytes an event, by what they are for:");
        long all = 0;
        for (Map.Entry<String, Long> each : log.bytes().entrySet()) {
            System.out.printf("  %-22s %6.2f%n", each.getKey(), (double) each.getValue() / log.events());
            all += each.getValue();
        }
        System.out.printf("  %-22s %6.2f%n%n", "together", (double) all / log.events());
    }

    private List<Row> questions() throws SQLException {
        List<Row> rows = new ArrayList<>();
        for (Grain grain : Grain.values()) {
            String unit = grain.name().toLowerCase(java.util.Locale.ROOT);
            rows.add(row(
                    "active people by " + unit,
                    () -> active(grain),
                    "select sum(n) from (select count(distinct person) as n from e where name not in ('push_received',"
                            + " 'uninstall_detected') group by date_trunc('" + unit + "', day))"));
        }
        rows.add(row("retention triangle, day, 30 ages", () -> returned(Grain.DAY, 30), triangle("day", 30)));
        rows.add(row("retention triangle, week, 12 ages", () -> returned(Grain.WEEK, 12), triangle("week", 12)));
        DayRange last = DayRange.endingBefore(log.endOfFullDays(), 28);
        rows.add(row(
                "tide table of 28 days (SQL: active people only)",
                () -> TideTable.answer(log, runner, new TideTableQuestion(last, last.before(), Grain.DAY))
                        .range()
                        .value(Figure.ACTIVE_PEOPLE)
                        .orElseThrow(),
                "select count(distinct person) from e where name not in ('push_received', 'uninstall_detected') and day >="
                        + " '" + last.from() + "' and day < '" + last.to() + "'"));
        return rows;
    }

    private double active(Grain grain) {
        return runner.run(log, new PeriodAnalysis(log, log.span().periods(grain))).stream()
                .mapToDouble(period -> period.value(Figure.ACTIVE_PEOPLE).orElseThrow())
                .sum();
    }

    private double returned(Grain grain, int ages) {
        RetentionQuestion question = new RetentionQuestion(log.span(), grain, ages, Optional.empty());
        return runner.run(log, new RetentionAnalysis(log, question)).cohorts().stream()
                .flatMap(cohort -> cohort.returned().stream())
                .mapToDouble(Long::doubleValue)
                .sum();
    }

    private static String triangle(String unit, int ages) {
        return "with f as (select person, min(day) as d from e group by person), a as (select distinct person,"
                + " date_trunc('%1$s', day) as w from e where name not in ('push_received', 'uninstall_detected')) select"
                        .formatted(unit)
                + " count(*) from a join f using (person) where date_diff('%1$s', date_trunc('%1$s', d), w) <= %2$d"
                        .formatted(unit, ages);
    }

    private Row row(String question, Asking here, String there) throws SQLException {
        Asking inSql = () -> {
            try (ResultSet result = sql.executeQuery(there)) {
                result.next();
                return result.getDouble(1);
            }
        };
        double hereAnswer = here.ask();
        double thereAnswer = inSql.ask();
        if (hereAnswer != thereAnswer) {
            throw new IllegalStateException(
                    "\"" + question + "\" gives " + hereAnswer + " here and " + thereAnswer + " in SQL.");
        }
        double[] hereMillis = new double[rounds];
        double[] thereMillis = new double[rounds];
        for (int round = 0; round < rounds; round++) {
            hereMillis[round] = millis(here);
            thereMillis[round] = millis(inSql);
        }
        return new Row(question, hereAnswer, thereAnswer, median(hereMillis), median(thereMillis));
    }

    private static double millis(Asking asking) throws SQLException {
        long began = System.nanoTime();
        asking.ask();
        return (System.nanoTime() - began) / 1e6;
    }

    private static double median(double[] values) {
        Arrays.sort(values);
        return values[values.length / 2];
    }
}
