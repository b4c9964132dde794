package coldtide.bench;

import coldtide.core.log.EventLog;
import coldtide.core.retention.RetentionAnalysis;
import coldtide.core.retention.RetentionQuestion;
import coldtide.core.scan.ScanRunner;
import coldtide.core.time.DayRange;
import coldtide.core.time.Grain;
import coldtide.core.who.Conditions;
import coldtide.core.who.EventCondition;
import coldtide.core.who.PersonCondition;
import coldtide.core.who.PersonCondition.Did;
import coldtide.core.who.PersonCondition.Which;
import coldtide.core.who.ValueTest;
import coldtide.core.who.Window;
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
import java.util.Optional;
import java.util.Set;
import org.duckdb.DuckDBConnection;

/**
 * Prints medians of each question here, in an embedded SQL engine and in a database server, taken in turn in one run, and their
 * ratios. All must give the same total, else the run fails. {@code Bench [people] [rounds]}; the database server is the one the
 * environment names, if it does.
 */
public final class Bench {
    private static final String DAY = "((epoch_ms(t) at time zone 'UTC') at time zone 'Europe/Lisbon')::date";
    private static final String ACTIVE = " name not in ('push_received', 'uninstall_detected') ";
    private static final List<String> STEPS =
            List.of("install", "lesson_finished", "beacon_lit", "shop_opened", "purchase");
    private static final long WEEK_MILLIS = Duration.ofDays(7).toMillis();

    private final EventLog log;
    private final Engines engines;
    private final ScanRunner runner;
    private final int rounds;
    private final Conditions kept = new Conditions(1L << 30);

    private Bench(EventLog log, Engines engines, ScanRunner runner, int rounds) {
        this.log = log;
        this.engines = engines;
        this.runner = runner;
        this.rounds = rounds;
    }

    private interface Asking {
        double ask() throws SQLException;
    }

    /** A question and what it took, in milliseconds; the server's is not a number where there is none. */
    record Row(String question, double answer, double here, double embedded, double server) {
        void print() {
            System.out.printf(
                    "%-52s %9.2f %10.1f %8.1f x %10.1f %8.1f x%n",
                    question, here, embedded, embedded / here, server, server / here);
        }
    }

    /** Runs every question and prints a table. */
    public static void main(String[] arguments) throws Exception {
        int people = arguments.length > 0 ? Integer.parseInt(arguments[0]) : 45_000;
        int rounds = arguments.length > 1 ? Integer.parseInt(arguments[1]) : 7;
        List<Row> rows = run(people, rounds);
        System.out.printf(
                "%n%-52s %9s %10s %10s %10s %10s%n", "question", "here, ms", "embedded", "ratio", "server", "ratio");
        rows.forEach(Row::print);
    }

    static List<Row> run(int people, int rounds) throws Exception {
        try (DuckDBConnection embedded = (DuckDBConnection) DriverManager.getConnection("jdbc:duckdb:");
                Connection server = server();
                Engines engines = new Engines(embedded, server);
                ScanRunner runner = new ScanRunner(Runtime.getRuntime().availableProcessors(), Duration.ofMinutes(5))) {
            EventLog log = load(people, embedded, engines);
            List<Row> rows = new Bench(log, engines, runner, rounds).questions();
            costs(log, runner, rounds);
            return rows;
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
                    "%,d events, %,d people, %d days; made and loaded here and there in %.1f s%n",
                    log.events(), log.people(), log.days(), (System.nanoTime() - began) / 1e9);
            memory(log);
            sql.execute("alter table e add column day date");
            sql.execute("update e set day = " + DAY);
            engines.copy();
            return log;
        }
    }

    private static void costs(EventLog log, ScanRunner runner, int rounds) {
        ConditionCosts costs = new ConditionCosts(log, runner, rounds);
        System.out.printf("%n%-52s %9s %9s %12s %12s%n", "condition", "first, ms", "again, ms", "bytes kept", "people");
        costs.costs().forEach(ConditionCosts.Cost::print);
        double floor = costs.floor();
        System.out.printf(
                "reading day and time of every event once: %.2f ms, %.1f GB/s%n",
                floor, 6.0 * log.events() / floor / 1e6);
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

    private List<Row> questions() throws SQLException {
        List<Row> rows = new ArrayList<>();
        rows.add(row("active people by day", () -> active(Grain.DAY), active("day")));
        rows.add(row(
                "active people by week and by month",
                () -> active(Grain.WEEK) + active(Grain.MONTH),
                "select (" + active("week") + ") + (" + active("month") + ")"));
        rows.add(row("retention triangle by day, 31 ages", () -> returned(Grain.DAY, 30), triangle("day", 30)));
        rows.add(row("retention triangle by week, 13 ages", () -> returned(Grain.WEEK, 12), triangle("week", 84)));
        rows.add(row("five steps in order within 7 days of entry", this::steps, stepsSql()));
        rows.add(row("revenue and ARPU a day, version x country", this::revenue, revenueSql()));
        PersonCondition segment = segment();
        rows.add(row(
                "behaviour segment by country, first asked",
                () -> runner.run(log, new ByCountry(log, new Conditions(1L << 30).of(log, segment))),
                segmentSql()));
        rows.add(row(
                "behaviour segment by country, asked again",
                () -> runner.run(log, new ByCountry(log, kept.of(log, segment))),
                segmentSql()));
        return rows;
    }

    private double active(Grain grain) {
        return runner.run(log, new ActivePeople(log, log.span().periods(grain)));
    }

    private static String active(String unit) {
        return "select sum(n) from (select count(distinct person) as n from e where" + ACTIVE + "group by date_trunc('"
                + unit + "', day)) counts";
    }

    private double returned(Grain grain, int ages) {
        RetentionQuestion question = new RetentionQuestion(log.span(), grain, ages, Optional.empty());
        return runner.run(log, new RetentionAnalysis(log, question)).cohorts().stream()
                .flatMap(cohort -> cohort.returned().stream())
                .mapToDouble(Long::doubleValue)
                .sum();
    }

    private static String triangle(String unit, int days) {
        return "with f as (select person, date_trunc('%1$s', min(day))::date as d from e group by person),"
                        .formatted(unit)
                + " a as (select distinct person, date_trunc('%1$s', day)::date as w from e where".formatted(unit)
                + ACTIVE
                + ") select count(*) from a join f using (person) where w - d <= " + days;
    }

    private double steps() {
        return runner.run(log, new Steps(log, STEPS, WEEK_MILLIS)).stream()
                .mapToDouble(Long::doubleValue)
                .sum();
    }

    /** The latest entry from which each step was reached, step by step as a running maximum over the person's events. */
    private static String stepsSql() {
        StringBuilder sql = new StringBuilder("with s0 as (select person, t, received, name, case when name = '"
                + STEPS.get(0) + "' then t end as entry from e where name in ('" + String.join("', '", STEPS) + "'))");
        for (int step = 1; step < STEPS.size(); step++) {
            sql.append(", s%d as (select person, t, received, name, s%d.entry as was, case when name = '%s' and t -"
                            .formatted(step, step - 1, STEPS.get(step)))
                    .append(" max(s%d.entry) over w <= %d then max(s%d.entry) over w end as entry from s%d window w as"
                            .formatted(step - 1, WEEK_MILLIS, step - 1, step - 1))
                    .append(
                            " (partition by person order by t, received rows between unbounded preceding and 1 preceding))");
        }
        sql.append(" select ");
        for (int step = 0; step < STEPS.size(); step++) {
            sql.append(step == 0 ? "" : " + ")
                    .append("(select count(distinct person) from s%d where entry is not null)".formatted(step));
        }
        return sql.toString();
    }

    private double revenue() {
        Revenue.Total total = runner.run(log, new Revenue(log));
        return total.micros() + total.people() + total.cells();
    }

    private static String revenueSql() {
        return "select sum(micros) + sum(people) + count(*) from (select day, version, country, coalesce(sum(micros), 0) as"
                + " micros, count(distinct person) filter (where" + ACTIVE + ") as people from e group by day, version,"
                + " country) cells where people > 0 or micros > 0";
    }

    /** Lit five beacons or more in their first week, and never bought, or watched an advert in the last 28 days on 1.8.0. */
    private PersonCondition segment() {
        DayRange last = DayRange.endingBefore(log.endOfFullDays(), 28);
        return PersonCondition.all(
                Did.atLeast(5, EventCondition.named("beacon_lit"), new Window.OfPerson(0, 6)),
                new PersonCondition.Either(List.of(
                        Did.never(EventCondition.named("purchase"), Window.EVER),
                        PersonCondition.all(
                                Did.atLeast(1, EventCondition.named("ad_shown"), new Window.Days(last)),
                                new PersonCondition.Property(
                                        "app_version", Which.LATEST, new ValueTest.IsOneOf(Set.of("1.8.0")))))));
    }

    private String segmentSql() {
        DayRange last = DayRange.endingBefore(log.endOfFullDays(), 28);
        return "with f as (select person, min(day) as d from e group by person), p as (select person,"
                + " count(*) filter (where name = 'beacon_lit' and day - d <= 6) as lit,"
                + " count(*) filter (where name = 'purchase') as bought,"
                + " count(*) filter (where name = 'ad_shown' and day >= '" + last.from() + "' and day < '" + last.to()
                + "') as watched from e join f using (person) group by person),"
                + " l as (select distinct on (person) person, version, country from e order by person, t desc, received desc)"
                + " select sum(n * n) from (select count(*) as n from p join l using (person) where lit >= 5 and (bought = 0"
                + " or watched >= 1 and version = '1.8.0') group by country) counts";
    }

    private Row row(String question, Asking here, String sql) throws SQLException {
        double answer = here.ask();
        same(question, answer, engines.embedded(sql), "embedded engine");
        double[] hereMillis = new double[rounds];
        double[] embeddedMillis = new double[rounds];
        for (int round = 0; round < rounds; round++) {
            hereMillis[round] = millis(here);
            embeddedMillis[round] = millis(() -> engines.embedded(sql));
        }
        double server = Double.NaN;
        if (engines.hasServer()) {
            same(question, answer, engines.server(sql), "database server");
            server = millis(() -> engines.server(sql));
        }
        return new Row(question, answer, median(hereMillis), median(embeddedMillis), server);
    }

    private static void same(String question, double here, double there, String where) {
        if (here != there) {
            throw new IllegalStateException(
                    "\"" + question + "\" gives " + here + " here and " + there + " in the " + where + ".");
        }
    }

    private static double millis(Asking asking) throws SQLException {
        long began = System.nanoTime();
        asking.ask();
        return (System.nanoTime() - began) / 1e6;
    }

    static double median(double[] values) {
        Arrays.sort(values);
        return values[values.length / 2];
    }
}
