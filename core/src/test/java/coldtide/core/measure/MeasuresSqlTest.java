package coldtide.core.measure;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import coldtide.core.RandomHistory;
import coldtide.core.RandomHistory.Event;
import coldtide.core.filter.Conditions;
import coldtide.core.filter.EventCondition;
import coldtide.core.filter.PersonCondition;
import coldtide.core.log.EventLog;
import coldtide.core.log.rule.Money;
import coldtide.core.measure.Measure.Kind;
import coldtide.core.measure.MeasureAnswer.Line;
import coldtide.core.measure.MeasureAnswer.Part;
import coldtide.core.measure.MeasureAnswer.Table;
import coldtide.core.measure.MeasureAnswer.Values;
import coldtide.core.scan.ScanRunner;
import coldtide.core.time.DayRange;
import java.math.BigDecimal;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.Duration;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalLong;
import org.duckdb.DuckDBAppender;
import org.duckdb.DuckDBConnection;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Every kind of measure over random histories against SQL in an embedded analytic engine, DuckDB. */
class MeasuresSqlTest {
    private static final EventCondition DONE = EventCondition.named("beacon_lit", "purchase", "ad_finished");
    private static final String IS_DONE = "name in ('beacon_lit', 'purchase', 'ad_finished')";
    private static final String IS_ACTIVE = "name not in ('push_received', 'uninstall_detected')";
    private static final String COLUMNS = "person varchar, day date, name varchar, platform varchar, item varchar,"
            + " level double, amount decimal(18, 6), revenue decimal(18, 6)";

    /** A measure and the same as an aggregate over all events of a period and group. */
    private record Asked(Measure measure, String sql) {}

    private static Asked asked(String name, Kind kind, String property, double percent, String aggregate) {
        return new Asked(
                new Measure(name, kind, property, percent, DONE), aggregate + " filter (where " + IS_DONE + ")");
    }

    private static final List<Asked> COUNTS = List.of(
            asked("people", Kind.PEOPLE, "", 0, "count(distinct person)"),
            asked("times", Kind.EVENTS, "", 0, "count(*)"),
            new Asked(
                    Measure.of("each", Kind.EACH, DONE),
                    "count(*) filter (where " + IS_DONE + ") / nullif(count(distinct person) filter (where " + IS_DONE
                            + "), 0)"),
            asked("levels", Kind.SUM, "level", 0, "sum(level)"),
            asked("revenue", Kind.SUM, "revenue", 0, "sum(revenue)"),
            asked("items", Kind.DISTINCT, "item", 0, "count(distinct item)"));
    private static final List<Asked> FIGURES = List.of(
            asked("mean", Kind.MEAN, "level", 0, "avg(level)"),
            asked("median", Kind.PERCENTILE, "amount", 50, "quantile_cont(amount::double, 0.5)"),
            asked("late", Kind.PERCENTILE, "level", 90, "quantile_cont(level, 0.9)"),
            asked("least", Kind.LEAST, "revenue", 0, "min(revenue)"),
            asked("most", Kind.MOST, "level", 0, "max(level)"),
            asked("levels", Kind.DISTINCT, "level", 0, "count(distinct level)"));
    private static final List<Asked> SHARES = List.of(new Asked(
            Measure.of("share", Kind.SHARE, DONE),
            "count(distinct person) filter (where " + IS_DONE + ") / nullif(count(distinct person) filter (where "
                    + IS_ACTIVE + "), 0)"));

    @ParameterizedTest
    @CsvSource({
        "51,DAY,counts,platform", "52,WEEK,counts,item", "53,MONTH,counts,platform",
        "54,WEEK,figures,item", "55,MONTH,figures,platform", "56,DAY,figures,item",
        "57,WEEK,shares,platform", "58,DAY,shares,platform"
    })
    void everyKindIsWhatSqlSays(long seed, Step step, String which, String property) throws SQLException {
        List<Asked> asked = switch (which) {
            case "counts" -> COUNTS;
            case "figures" -> FIGURES;
            default -> SHARES;
        };
        RandomHistory history = new RandomHistory(seed, 150, 45).dropTies();
        EventLog log = history.log(40, seed);
        DayRange range = new DayRange(log.firstDay().plusDays(3), log.firstDay().plusDays(log.days() - 2L));
        Table table = ask(log, range, step, asked.stream().map(Asked::measure).toList(), property);
        assertThat(table.groups()).hasSizeGreaterThan(1);
        try (DuckDBConnection connection = (DuckDBConnection) DriverManager.getConnection("jdbc:duckdb:");
                Statement sql = connection.createStatement()) {
            fill(connection, history);
            for (int m = 0; m < asked.size(); m++) {
                Map<String, Double> cells =
                        cells(sql, range, step, property, asked.get(m).sql());
                Values found = table.measures().get(m);
                check(table, found.all(), "all", asked.get(m), cells);
                for (int g = 0; g < table.groups().size(); g++) {
                    Part part = table.groups().get(g).parts().get(0);
                    check(table, found.groups().get(g), "=" + part.value().orElse(""), asked.get(m), cells);
                }
            }
        }
    }

    private static Table ask(EventLog log, DayRange range, Step step, List<Measure> measures, String property) {
        try (ScanRunner runner = new ScanRunner(2, Duration.ofMinutes(1))) {
            return Measures.answer(
                            log,
                            runner,
                            new Conditions(1 << 20),
                            new MeasureQuestion(
                                    range,
                                    Optional.empty(),
                                    step,
                                    Accumulation.EACH,
                                    measures,
                                    List.of(),
                                    EventCondition.ANY,
                                    PersonCondition.EVERYBODY,
                                    List.of(Split.ByProperty.top(property, 10))))
                    .range();
        }
    }

    private static void fill(DuckDBConnection connection, RandomHistory history) throws SQLException {
        try (Statement sql = connection.createStatement()) {
            sql.execute("create table e (" + COLUMNS + ")");
        }
        try (DuckDBAppender row = connection.createAppender("main", "e")) {
            for (Event event : history.events) {
                BigDecimal revenue = revenue(history, event);
                row.beginRow();
                row.append(event.person());
                row.append(history.dayOf(event));
                row.append(event.name());
                row.append(event.release().platform());
                row.append(event.item().isEmpty() ? null : event.item());
                row.append(event.level() > 0 ? (Double) event.level() : null);
                row.append(revenue == null ? null : revenue.abs());
                row.append(revenue);
                row.endRow();
            }
        }
    }

    /** In the app's currency, refunds below zero; null without a rate. */
    private static BigDecimal revenue(RandomHistory history, Event event) {
        Money money = event.money();
        if (money == null) {
            return null;
        }
        OptionalLong converted =
                history.settings.rates().convert(money.micros(), money.currency(), history.dayOf(event));
        boolean back = money.type().word().equals("refund");
        return converted.isEmpty() ? null : BigDecimal.valueOf((back ? -1 : 1) * converted.getAsLong(), 6);
    }

    /** By "period group", where a period is its first day or "range", and a group "all" or "=" and its value. */
    private static Map<String, Double> cells(
            Statement sql, DayRange range, Step step, String property, String aggregate) throws SQLException {
        Map<String, Double> cells = new HashMap<>();
        String period = "date_trunc('" + step.name().toLowerCase(Locale.ROOT) + "', day)::date";
        try (ResultSet row = sql.executeQuery("select case when grouping(p) = 1 then 'range' else p::varchar end,"
                + " case when grouping(g) = 1 then 'all' else '=' || g end, " + aggregate + " from (select *, "
                + period + " as p, coalesce(" + property + ", '') as g from e where day >= '" + range.from()
                + "' and day < '" + range.to() + "') group by grouping sets ((p, g), (p), (g), ())")) {
            while (row.next()) {
                double value = row.getDouble(3);
                cells.put(row.getString(1) + " " + row.getString(2), row.wasNull() ? Double.NaN : value);
            }
        }
        return cells;
    }

    private static void check(Table table, Line line, String group, Asked asked, Map<String, Double> cells) {
        boolean counts = switch (asked.measure().kind()) {
            case EVENTS, PEOPLE, SUM, DISTINCT -> true;
            default -> false;
        };
        for (int p = 0; p <= table.periods().size(); p++) {
            boolean isRange = p == table.periods().size();
            String cell = (isRange ? "range" : firstDay(table, p)) + " " + group;
            double there = cells.getOrDefault(cell, Double.NaN);
            double expected = counts && Double.isNaN(there) ? 0 : there;
            double actual = isRange ? line.range() : line.periods().get(p);
            if (Double.isNaN(expected)) {
                assertThat(actual).as(asked.sql() + " of " + cell).isNaN();
            } else {
                assertThat(actual)
                        .as(asked.sql() + " of " + cell)
                        .isCloseTo(expected, within(1e-6 * Math.max(1, Math.abs(expected))));
            }
        }
    }

    private static String firstDay(Table table, int period) {
        return table.periods().get(period).days().from().toString();
    }
}
