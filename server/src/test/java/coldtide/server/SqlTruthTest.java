package coldtide.server;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.sql.SQLException;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import tools.jackson.databind.JsonNode;

/**
 * Every figure and every cell against SQL written independently from the handbook, on PostgreSQL, for a small demo
 * world that spans the change to summer time.
 */
@ExtendWith(Application.class)
class SqlTruthTest {
    @BeforeAll
    static void theTruthAsTables() throws SQLException {
        Truth.tell();
    }

    private static final String IN = " day >= ? and day < ? ";

    private static final Map<String, String> FIGURES = new LinkedHashMap<>();

    static {
        FIGURES.put("INSTALLS", "select count(*) from (select min(day) as day from e group by install) f where" + IN);
        FIGURES.put("NEW_PEOPLE", "select count(*) from (select min(day) as day from e group by person) f where" + IN);
        FIGURES.put(
                "FIRST_PATH",
                "select count(*) from (select min(day) as day from e where name = 'beacon_lit'"
                        + " and properties ->> 'level' = '1' group by person) f where" + IN);
        FIGURES.put("ACTIVE_PEOPLE", "select count(distinct person) from e where active and" + IN);
        FIGURES.put("SESSIONS", "select count(*) from sessions where" + IN);
        FIGURES.put("SESSION_LENGTH", "select avg(seconds) from sessions where" + IN);
        FIGURES.put(
                "FRAME_RATE",
                "select avg((properties ->> 'fps')::numeric) from e where properties ->> 'fps' is not null and" + IN);
        FIGURES.put(
                "REVENUE",
                "select coalesce(sum(case when revenue_type = 'refund' then -eur else eur end), 0) from money where"
                        + IN);
        FIGURES.put("PURCHASE_REVENUE", revenue("purchase"));
        FIGURES.put("AD_REVENUE", revenue("ad"));
        FIGURES.put("SUBSCRIPTION_REVENUE", revenue("subscription"));
        FIGURES.put("REFUNDS", revenue("refund"));
        FIGURES.put("PURCHASES", "select count(*) from money where revenue_type = 'purchase' and" + IN);
        FIGURES.put(
                "PAYERS",
                "select count(distinct person) from money where revenue_type in ('purchase', 'subscription') and" + IN);
        FIGURES.put("UNINSTALLS", "select count(*) from e where name = 'uninstall_detected' and" + IN);
        FIGURES.put("PERSON_DAYS", "select count(distinct (person, day)) from e where active and" + IN);
    }

    private static String revenue(String type) {
        return "select coalesce(sum(eur), 0) from money where revenue_type = '" + type + "' and" + IN;
    }

    private static Double figure(String name, LocalDate from, LocalDate to) throws SQLException {
        long days = to.toEpochDay() - from.toEpochDay();
        return switch (name) {
            case "STICKINESS" ->
                days < 2 ? null : ratio(figure("PERSON_DAYS", from, to) / days, figure("ACTIVE_PEOPLE", from, to));
            case "PAYER_SHARE" -> ratio(figure("PAYERS", from, to), figure("ACTIVE_PEOPLE", from, to));
            case "ARPU" -> ratio(figure("REVENUE", from, to), figure("ACTIVE_PEOPLE", from, to));
            case "ARPDAU" -> ratio(figure("REVENUE", from, to), figure("PERSON_DAYS", from, to));
            case "GONE_QUIET" -> goneQuiet(from, to);
            case "CRASH_FREE_SESSIONS" -> crashFree(from, to);
            case "NEXT_DAY" -> nextDay(from, to);
            case "ARPPU" -> ratio(figure("REVENUE", from, to), figure("PAYERS", from, to));
            case "AOV" -> ratio(figure("PURCHASE_REVENUE", from, to), figure("PURCHASES", from, to));
            default -> Truth.number(FIGURES.get(name), from, to);
        };
    }

    private static Double nextDay(LocalDate from, LocalDate to) throws SQLException {
        return Truth.number(
                "select avg(case when exists (select 1 from e where e.person = n.person and active and e.day = n.first + 1)"
                        + " then 1.0 else 0 end) from (select person, min(day) as first from e group by person) n"
                        + " where n.first >= ? and n.first < ?",
                from.minusDays(1),
                to.minusDays(1));
    }

    /** Unknown before the first crash was sent. */
    private static Double crashFree(LocalDate from, LocalDate to) throws SQLException {
        boolean isKnown = Truth.number("select 1 from e where name = 'crash' having min(day) <= ?", from) != null;
        return isKnown
                ? Truth.number("select avg(case when crashed then 0.0 else 1 end) from sessions where" + IN, from, to)
                : null;
    }

    /** Active in the period before and not in this one; unknown where the period before is not whole in the data. */
    private static Double goneQuiet(LocalDate from, LocalDate to) throws SQLException {
        boolean isMonth = from.getDayOfMonth() == 1 && to.equals(from.plusMonths(1));
        LocalDate before = isMonth ? from.minusMonths(1) : from.minusDays(to.toEpochDay() - from.toEpochDay());
        if (Truth.number("select 1 from e having min(day) > ?", before) != null) {
            return null;
        }
        return Truth.number(
                "select count(distinct person) from e where active and day >= ? and day < ? and person not in"
                        + " (select person from e where active and day >= ? and day < ?)",
                before,
                from,
                from,
                to);
    }

    private static Double ratio(double over, double under) {
        return under == 0 ? null : over / under;
    }

    private static Map<String, Object> question(LocalDate from, LocalDate to, String grain) {
        long days = to.toEpochDay() - from.toEpochDay();
        Map<String, Object> question = new HashMap<>();
        question.put("range", Map.of("from", from.toString(), "to", to.toString()));
        question.put("compared", Map.of("from", from.minusDays(days).toString(), "to", from.toString()));
        question.put("grain", grain);
        return question;
    }

    @ParameterizedTest
    @CsvSource({
        "2026-06-01,2026-06-29,DAY",
        "2026-05-04,2026-06-29,WEEK",
        "2026-03-09,2026-06-29,MONTH",
        "2026-03-23,2026-04-06,DAY"
    })
    void everyHeadlineFigureIsWhatSqlSays(LocalDate from, LocalDate to, String grain) throws SQLException {
        JsonNode answer = Caller.demo()
                .post("/api/apps/gullcombe/tide-table", question(from, to, grain))
                .json()
                .get("answer");
        JsonNode history = answer.get("history");
        assertThat(history.size()).isPositive();
        JsonNode latest = history.get(history.size() - 1);
        LocalDate latestFrom = LocalDate.parse(latest.get("from").asString());
        LocalDate latestTo = LocalDate.parse(latest.get("to").asString());
        assertThat(latestTo).isBeforeOrEqualTo(to);
        assertThat(answer.get("rows").size()).isEqualTo(24);
        for (JsonNode row : answer.get("rows")) {
            String name = row.get("figure").asString();
            JsonNode series = row.get("series");
            same(name + " latest", series.get(series.size() - 1), figure(name, latestFrom, latestTo));
            same(name + " range", row.get("range"), figure(name, from, to));
        }
    }

    @Test
    void figuresOfSomePeopleAreWhatSqlSaysOfThem() throws SQLException {
        Map<String, Object> question = question(LocalDate.parse("2026-05-01"), LocalDate.parse("2026-06-01"), "DAY");
        question.put("among", Map.of("did", Map.of("event", "ad_shown"), "when", Map.of("fromDay", 0, "toDay", 1)));
        JsonNode rows = Caller.demo()
                .post("/api/apps/gullcombe/tide-table", question)
                .json()
                .get("answer")
                .get("rows");
        String those =
                " person in (select e.person from e join (select person, min(day) as first from e group by person)"
                        + " f using (person) where name = 'ad_shown' and day - first between 0 and 1)";
        String may = " day >= '2026-05-01' and day < '2026-06-01' and";
        Map<String, String> truths = Map.of(
                "ACTIVE_PEOPLE", "select count(distinct person) from e where active and" + may + those,
                "SESSIONS", "select count(*) from sessions where" + may + those,
                "PURCHASES", "select count(*) from money where revenue_type = 'purchase' and" + may + those,
                "NEW_PEOPLE",
                        "select count(*) from (select person, min(day) as day from e group by person) f where" + may
                                + those);
        int held = 0;
        for (JsonNode row : rows) {
            String truth = truths.get(row.get("figure").asString());
            if (truth != null) {
                double expected = Truth.number(truth);
                assertThat(expected).isPositive();
                same(row.get("figure").asString(), row.get("range"), expected);
                held++;
            }
        }
        assertThat(held).isEqualTo(truths.size());
    }

    private static void same(String what, JsonNode value, Double expected) {
        if (expected == null) {
            assertThat(value.isNull()).as(what).isTrue();
        } else {
            assertThat(value.isNumber()).as(what).isTrue();
            assertThat(value.asDouble()).as(what).isCloseTo(expected, within(1e-6 + Math.abs(expected) * 1e-9));
        }
    }

    @ParameterizedTest
    @CsvSource({
        "DAY,day,21,,",
        "WEEK,week,8,,",
        "MONTH,month,3,,",
        "DAY,day,10,beacon_lit,",
        "WEEK,week,6,purchase,",
        "WEEK,week,6,,purchase",
        "DAY,day,9,beacon_lit,ad_shown"
    })
    void everyCellOfTheTriangleIsWhatSqlSays(String grain, String unit, int ages, String cameBack, String amongDoers)
            throws SQLException {
        Map<String, Object> question = new HashMap<>();
        question.put("following", Map.of("range", Map.of("from", "2026-03-12", "to", "2026-06-20"), "grain", grain));
        question.put("ages", ages);
        question.put(
                "returns",
                cameBack == null
                        ? null
                        : List.of(Map.of("name", "any", "what", Map.of("active", true)), named(cameBack)));
        question.put("among", amongDoers == null ? null : Map.of("did", Map.of("event", amongDoers)));
        String among =
                amongDoers == null ? "true" : "person in (select person from e where name = '" + amongDoers + "')";
        JsonNode answer = Caller.demo()
                .post("/api/apps/gullcombe/retention", question)
                .json()
                .get("answer");
        Map<String, Long> sizes = Truth.counts("""
                select date_trunc('%s', day)::date::text, count(*)
                from (select person, min(day) as day from e group by person) f
                where day >= '2026-03-12' and day < '2026-06-20' and %s group by 1""".formatted(unit, among));
        String returned = cameBack == null ? "e.active" : "e.name = '" + cameBack + "'";
        Map<String, Long> cells = Truth.counts("""
                select date_trunc('%1$s', f.day)::date || ' ' || %2$s, count(distinct person)
                from e join (select person, min(day) as day, min(time) as first from e group by person) f using (person)
                where f.day >= '2026-03-12' and f.day < '2026-06-20' and %3$s and (%4$s or e.time > f.first)
                and %5$s group by 1""".formatted(unit, age(unit), returned, cameBack == null, among));
        assertThat(sizes).isNotEmpty();
        assertCells(answer, cameBack == null ? 0 : 1, sizes, cells);
    }

    private static Map<String, Object> named(String event) {
        return Map.of("name", event, "what", Map.of("event", event));
    }

    private static void assertCells(JsonNode answer, int way, Map<String, Long> sizes, Map<String, Long> cells) {
        JsonNode returned = answer.get("triangles").get(way).get("returned");
        for (int c = 0; c < returned.size(); c++) {
            JsonNode cohort = answer.get("cohorts").get(c);
            String from = cohort.get("period").get("from").asString();
            assertThat(cohort.get("size").asLong()).as("size of " + from).isEqualTo(sizes.getOrDefault(from, 0L));
            for (int age = 0; age < answer.get("columns").size(); age++) {
                assertThat(returned.get(c).get(age).asLong())
                        .as("%s at age %s", from, age)
                        .isEqualTo(cells.getOrDefault(from + " " + age, 0L));
            }
        }
    }

    /** Any start, in each of the ways of being of a cohort, by both clocks, at an age or at it and later. */
    @ParameterizedTest
    @CsvSource({
        "DAY,day,14,beacon_lit,FIRST_EVER,OWN,AT,app_open",
        "WEEK,week,8,purchase,FIRST_IN_RANGE,OWN,OR_LATER,purchase",
        "WEEK,week,6,app_open,EVERY_PERIOD,CALENDAR,OR_LATER,beacon_lit",
        "MONTH,month,3,beacon_lit,EVERY_PERIOD,CALENDAR,AT,beacon_lit",
        "DAY,day,20,ad_shown,FIRST_IN_RANGE,CALENDAR,OR_LATER,purchase"
    })
    void startsAndClocksAreWhatSqlSays(
            String grain, String unit, int ages, String start, String entry, String clock, String counting, String back)
            throws SQLException {
        Map<String, Object> question = new HashMap<>();
        question.put(
                "following",
                Map.of(
                        "range",
                        Map.of("from", "2026-04-02", "to", "2026-06-13"),
                        "grain",
                        grain,
                        "start",
                        Map.of("event", start),
                        "entry",
                        entry,
                        "clock",
                        clock));
        question.put("ages", ages);
        question.put("counting", counting);
        question.put("returns", List.of(named(back)));
        JsonNode answer = Caller.demo()
                .post("/api/apps/gullcombe/retention", question)
                .json()
                .get("answer");
        String within = "day >= '2026-04-02' and day < '2026-06-13'";
        String starts = """
                s as (select person, min(time) as time, min(day) as day, min(date_trunc('%1$s', day))::date as cohort
                      from e where name = '%2$s' and %3$s group by person%4$s having min(day) >= '2026-04-02'
                        and min(day) < '2026-06-13')""".formatted(
                        unit,
                        start,
                        entry.equals("FIRST_EVER") ? "true" : within,
                        entry.equals("EVERY_PERIOD") ? ", date_trunc('" + unit + "', day)" : "");
        int days = unit.equals("day") ? 1 : unit.equals("week") ? 7 : 30;
        String age =
                clock.equals("OWN") ? "floor(extract(epoch from e.time - f.time) / " + days * 86_400 + ")" : age(unit);
        String counted = counting.equals("AT") ? "a.age = k.k" : "a.age between k.k and " + ages;
        Map<String, Long> sizes = Truth.counts("with " + starts + " select cohort::text, count(*) from s group by 1");
        Map<String, Long> cells = Truth.counts("""
                with %1$s,
                a as (select f.cohort, f.person, %2$s as age from e join s f using (person)
                      where e.name = '%3$s' and (e.time > f.time or '%3$s' = '%4$s' and e.time = f.time))
                select a.cohort || ' ' || k.k, count(distinct a.person)
                from a join generate_series(0, %5$s) as k(k) on %6$s group by 1""".formatted(starts, age, back, start, ages, counted));
        assertThat(sizes).isNotEmpty();
        assertThat(cells).isNotEmpty();
        assertCells(answer, 0, sizes, cells);
    }

    private static String age(String unit) {
        return switch (unit) {
            case "day" -> "(e.day - f.day)";
            case "week" -> "(date_trunc('week', e.day)::date - date_trunc('week', f.day)::date) / 7";
            default ->
                "(12 * (extract(year from e.day) - extract(year from f.day))"
                        + " + extract(month from e.day) - extract(month from f.day))";
        };
    }

    @ParameterizedTest
    @ValueSource(strings = {"2026-03-29", "2026-05-17", "2026-06-28"})
    void adoptionOfEachVersionIsWhatSqlSays(String day) throws SQLException {
        JsonNode rail = Caller.demo().get("/api/apps/gullcombe/rail").json().get("answer");
        int seen = 0;
        for (JsonNode version : rail.get("versions")) {
            int at = (int) (LocalDate.parse(day).toEpochDay()
                    - LocalDate.parse(version.get("from").asString()).toEpochDay());
            JsonNode adoption = version.get("adoption");
            double share =
                    at < 0 || at >= adoption.size() ? 0 : adoption.get(at).asDouble();
            assertThat(share)
                    .as(version.get("version").asString())
                    .isCloseTo(adoption(day, version.get("version").asString()), within(1e-12));
            seen += share > 0 ? 1 : 0;
        }
        assertThat(seen).isPositive();
    }

    private static double adoption(String day, String version) throws SQLException {
        return Truth.number("""
                select avg((version = ?)::int) from (
                  select distinct on (person) c.properties ->> 'app_version' as version
                  from e join event_context c on c.id = e.context_id
                  where active and day = ?::date
                  order by person, time desc, received desc) last""", version, day);
    }

    @Test
    void theFootSaysWhatTheAnswerRestsOn() throws SQLException {
        JsonNode foot = Caller.demo().get("/api/apps/gullcombe/rail").json().get("foot");
        assertThat(foot.get("events").asDouble()).isEqualTo(Truth.number("select count(*) from e"));
        assertThat(foot.get("millis").asDouble()).isPositive();
        assertThat(foot.get("dataTo").asString())
                .isLessThanOrEqualTo(foot.get("watermark").asString());
    }
}
