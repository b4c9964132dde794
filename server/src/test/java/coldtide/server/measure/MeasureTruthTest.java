package coldtide.server.measure;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import coldtide.server.Application;
import coldtide.server.Caller;
import coldtide.server.Caller.Answer;
import coldtide.server.Truth;
import java.sql.SQLException;
import java.util.HashMap;
import java.util.Map;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import tools.jackson.databind.JsonNode;

/** Measures over HTTP against SQL written independently from the handbook. */
@ExtendWith(Application.class)
class MeasureTruthTest {
    private static final String CONTEXT = " from e join event_context c on c.id = context_id where ";
    private static final String DAYS = " and day >= '2026-04-06' and day < '2026-06-29'";

    @BeforeAll
    static void theTruthAsTables() throws SQLException {
        Truth.tell();
    }

    private static Answer ask(String step, String rest) {
        return Caller.demo()
                .postText(
                        "/api/apps/gullcombe/measures",
                        "{\"range\":{\"from\":\"2026-04-06\",\"to\":\"2026-06-29\"},\"step\":\"" + step + "\""
                                + rest.replace('\'', '"') + "}");
    }

    private static JsonNode table(String step, String rest) {
        Answer answer = ask(step, rest);
        assertThat(answer.status()).as(answer.text()).isEqualTo(200);
        return answer.json().get("answer").get("range");
    }

    private static String measure(String kind, String rest) {
        return ",'measures':[{'name':'a','kind':'" + kind + "'" + rest + "}]";
    }

    /** By period and value, as {@code 2026-04-06 android}, leaving out cells without any. */
    private static Map<String, Long> cells(JsonNode table) {
        Map<String, Long> cells = new HashMap<>();
        for (int g = 0; g < table.get("groups").size(); g++) {
            JsonNode part = table.get("groups").get(g).get("parts").get(0);
            String value = part.get("value").isNull()
                    ? part.get("kind").asString()
                    : part.get("value").asString();
            JsonNode periods = table.get("measures").get(0).get("groups").get(g).get("periods");
            for (int p = 0; p < periods.size(); p++) {
                String key = table.get("periods").get(p).get("days").get("from").asString() + " " + value;
                if (periods.get(p).asLong() > 0) {
                    cells.put(key, periods.get(p).asLong());
                }
            }
        }
        return cells;
    }

    @ParameterizedTest
    @CsvSource({"DAY,day", "WEEK,week", "MONTH,month"})
    void activePeopleAndEventsByPlatformAreWhatSqlSays(String step, String unit) throws SQLException {
        String key =
                "select date_trunc('" + unit + "', day)::date || ' ' || coalesce(c.properties ->> 'platform', 'x'), ";
        String where = CONTEXT + "active" + DAYS + " group by 1";
        String split = ",'splits':[{'property':'platform'}]";
        assertThat(cells(table(step, measure("EVENTS", "") + split))).isEqualTo(Truth.counts(key + "count(*)" + where));
        assertThat(cells(table(step, measure("PEOPLE", "") + split)))
                .isEqualTo(Truth.counts(key + "count(distinct person)" + where));
    }

    @Test
    void anEventByItsOwnPropertyIsWhatSqlSays() throws SQLException {
        JsonNode table = table(
                "WEEK",
                measure("PEOPLE", ",'what':{'event':'beacon_lit'}") + ",'splits':[{'property':'level','top':3}]");
        String where = " from e where name = 'beacon_lit'" + DAYS;
        Map<String, Long> best = Truth.counts("select properties ->> 'level', count(distinct person)" + where
                + " group by 1 order by 2 desc, 1 limit 3");
        String value = "case when properties ->> 'level' in ('" + String.join("', '", best.keySet())
                + "') then properties ->> 'level' else 'OTHER' end";
        assertThat(cells(table))
                .isEqualTo(Truth.counts("select date_trunc('week', day)::date || ' ' || " + value
                        + ", count(distinct person)" + where + " group by 1"));
    }

    /** People who lit a beacon with three stars on Android in two countries, by month. */
    @Test
    void conditionsOnEventsAndPeopleHold() throws SQLException {
        JsonNode all = table(
                        "MONTH",
                        measure(
                                        "PEOPLE",
                                        ",'what':{'all':[{'event':'beacon_lit'},{'property':'stars','atLeast':3},"
                                                + "{'property':'platform','is':'android'},"
                                                + "{'property':'country','is':['PT','GB']}]}")
                                + ",'among':{'did':{'event':'ad_shown'},'atLeast':2}")
                .get("measures")
                .get(0)
                .get("all");
        String where = CONTEXT + "name = 'beacon_lit' and (e.properties ->> 'stars')::numeric >= 3"
                + " and c.properties ->> 'platform' = 'android' and c.properties ->> 'country' in ('PT', 'GB')" + DAYS
                + " and person in (select person from e"
                + " where name = 'ad_shown' group by person having count(*) >= 2)";
        assertThat(all.get("range").asDouble())
                .isEqualTo(Truth.number("select count(distinct person)" + where))
                .isPositive();
        assertThat(all.get("periods").get(2).asDouble())
                .isEqualTo(Truth.number("select count(distinct person)" + where + " and day >= '2026-06-01'"));
    }

    /** Aggregates of numbers; percentile_cont is the definition of percentiles. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "SUM|revenue||sum(case revenue_type when 'refund' then -eur else eur end) from money",
                "MEAN|amount||avg(eur) from money",
                "PERCENTILE|amount|,'percent':90|percentile_cont(0.9) within group (order by eur) from money",
                "PERCENTILE|fps||percentile_cont(0.5) within group (order by (properties ->> 'fps')::numeric) from e",
                "LEAST|fps||min((properties ->> 'fps')::numeric) from e",
                "MOST|memory_mb||max((properties ->> 'memory_mb')::numeric) from e",
                "DISTINCT|item||count(distinct properties ->> 'item') from e",
                "DISTINCT|revenue_type||count(distinct revenue_type) from money",
            })
    void figuresOfPropertiesAreWhatSqlSays(String kind, String property, String rest, String sql) throws SQLException {
        JsonNode all = table(
                        "WEEK",
                        measure(
                                kind,
                                ",'property':'" + property + "'" + (rest == null ? "" : rest)
                                        + ",'what':{'active':true}"))
                .get("measures")
                .get(0)
                .get("all");
        String where = " where active" + DAYS;
        assertThat(all.get("range").asDouble()).isCloseTo(Truth.number("select " + sql + where), within(1e-6));
        assertThat(all.get("periods").get(3).asDouble())
                .isCloseTo(
                        Truth.number("select " + sql + where + " and day >= '2026-04-27' and day < '2026-05-04'"),
                        within(1e-6));
    }

    @Test
    void sessionsAndTheirLengthAreWhatSqlSays() throws SQLException {
        JsonNode measures = table(
                        "MONTH",
                        ",'measures':[{'name':'a','kind':'SESSIONS'},"
                                + "{'name':'b','kind':'MEAN','property':'session_length'},"
                                + "{'name':'c','kind':'PERCENTILE','property':'session_length'},"
                                + "{'name':'d','kind':'SESSIONS','what':{'event':'crash'}}]")
                .get("measures");
        String where = " from sessions where true" + DAYS;
        assertThat(measures.get(0).get("all").get("range").asDouble())
                .isEqualTo(Truth.number("select count(*)" + where));
        assertThat(measures.get(1).get("all").get("range").asDouble())
                .isCloseTo(Truth.number("select avg(seconds)" + where), within(1e-6));
        assertThat(measures.get(2).get("all").get("range").asDouble())
                .isCloseTo(
                        Truth.number("select percentile_cont(0.5) within group (order by seconds)" + where),
                        within(1e-6));
        assertThat(measures.get(3).get("all").get("range").asDouble()).isPositive();
    }

    /** Revenue per active person by channel, against the month before. */
    @Test
    void aFormulaByChannelAgainstTheMonthBeforeIsWhatSqlSays() throws SQLException {
        Answer answer = Caller.demo().postText("/api/apps/gullcombe/measures", """
                        {"range":{"from":"2026-05-01","to":"2026-06-01"},"compared":{"from":"2026-04-01","to":"2026-05-01"},
                         "step":"MONTH","measures":[{"name":"revenue","kind":"SUM","property":"revenue"}],
                         "formulas":[{"name":"each","text":"revenue / active"}],"splits":[{"property":"channel","top":3}]}""");
        JsonNode view = answer.json().get("answer");
        for (String month : new String[] {"range", "compared"}) {
            JsonNode table = view.get(month);
            String from = table.get("periods").get(0).get("days").get("from").asString();
            for (int g = 0; g < 3; g++) {
                String channel = table.get("groups")
                        .get(g)
                        .get("parts")
                        .get(0)
                        .get("value")
                        .asString();
                String where = " join event_context c on c.id = context_id where active and day >= '" + from
                        + "' and day < date '" + from + "' + interval '1 month' and c.properties ->> 'channel' = ?";
                double revenue = Truth.number(
                        "select coalesce(sum(case revenue_type when 'refund' then -eur else eur end), 0) from money m"
                                + where.replace("active", "m.active"),
                        channel);
                double active = Truth.number("select count(distinct person) from e" + where, channel);
                assertThat(table.get("measures")
                                .get(1)
                                .get("groups")
                                .get(g)
                                .get("range")
                                .asDouble())
                        .as(channel + " " + from)
                        .isCloseTo(revenue / active, within(1e-9));
            }
        }
    }

    /** Rolling 7 days ending each day, people counted once (handbook, Cumulative, rolling). */
    @Test
    void trailingPeopleAreWhatSqlSays() throws SQLException {
        JsonNode all = table("DAY", measure("PEOPLE", "") + ",'course':{'kind':'TRAILING','periods':7}")
                .get("measures")
                .get(0)
                .get("all");
        for (int day : new int[] {0, 3, 40, 83}) {
            assertThat(all.get("periods").get(day).asDouble())
                    .isEqualTo(Truth.number("select count(distinct person) from e where active and day > date"
                            + " '2026-04-06' + " + day + " - 7 and day <= date '2026-04-06' + " + day));
        }
    }

    @Test
    void whatIsNotThereIsLeftOutAndSaidIfTheAskerIsLenient() {
        String gone = measure("PEOPLE", "") + ",'splits':[{'property':'gone'}],'only':{'property':'gone','is':'1'},"
                + "'among':{'all':[{'segment':4711},{'property':'platform','is':'ios'}]}";
        Answer refused = ask("WEEK", gone);
        assertThat(refused.status()).isEqualTo(400);
        JsonNode view = ask("WEEK", gone + ",'lenient':true").json().get("answer");
        assertThat(view.get("leftOut").size()).isEqualTo(2);
        assertThat(view.get("leftOut").toString())
                .contains("No property named \\\"gone\\\" was ever received.")
                .contains("There is no segment number 4711.");
        JsonNode rest = table("WEEK", measure("PEOPLE", "") + ",'among':{'property':'platform','is':'ios'}");
        assertThat(view.get("range")).isEqualTo(rest);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "'splits':[{'property':'nothing'}] | No property named \\\"nothing\\\" was ever received.",
                "'splits':[{'property':'country','top':1001}] | A split tells 1 to 1000 values apart, not 1001.",
                "'splits':[{'property':'country','people':[]}] | A split is by a property or by groups of users.",
                "'measures':[{'name':'a','kind':'PEOPLE','what':{'event':'nothing'}}] | measures[0].what",
                "'measures':[{'name':'a','kind':'PEOPLE','what':{'did':{'event':'purchase'}}}] | is not a condition on events",
                "'measures':[{'name':'a','kind':'SUM','property':'item'}] | has no numbers to compute with",
                "'measures':[{'name':'a','kind':'SUM','property':'nothing'}] | measures[0].property",
                "'formulas':[{'name':'f','text':'a / ) 2'}] | formulas[0]@5",
                "'formulas':[{'name':'f','text':'a / b'}] | Unknown name \\\"b\\\"",
                "'compared':{'from':'2026-01-01','to':'2026-01-08'} | has 7 days and the range asked about 84",
            })
    void whatCannotBeAskedIsRefusedWithItsPlace(String rest, String sentence) {
        String measures = rest.contains("'measures'") ? "" : measure("PEOPLE", "");
        Answer refused = ask("DAY", measures + "," + rest);
        assertThat(refused.status()).isEqualTo(400);
        assertThat(refused.text()).contains(sentence);
        assertThat(refused.json().hasNonNull("field")).as(refused.text()).isTrue();
    }

    /** By the clocks of Lisbon, across the change of 29 March. */
    @Test
    void whenInTheWeekIsWhatSqlSays() throws SQLException {
        JsonNode week = Caller.demo()
                .postText("/api/apps/gullcombe/week-hours", """
                        {"range":{"from":"2026-03-23","to":"2026-04-13"},"what":{"event":"app_open"},
                         "only":{"property":"platform","is":"android"}}""")
                .json()
                .get("answer");
        assertThat(week.get("days").toString()).isEqualTo("[3,3,3,3,3,3,3]");
        String where = CONTEXT + "name = 'app_open' and c.properties ->> 'platform' = 'android'"
                + " and day >= '2026-03-23' and day < '2026-04-13' group by 1";
        String key = "select (extract(isodow from time at time zone 'Europe/Lisbon') - 1) || ' '"
                + " || extract(hour from time at time zone 'Europe/Lisbon'), ";
        for (String what : new String[] {"events", "people"}) {
            Map<String, Long> found = new HashMap<>();
            for (int day = 0; day < 7; day++) {
                for (int hour = 0; hour < 24; hour++) {
                    long count = week.get(what).get(day).get(hour).asLong();
                    if (count > 0) {
                        found.put(day + " " + hour, count);
                    }
                }
            }
            String count = what.equals("events") ? "count(*)" : "count(distinct person)";
            assertThat(found).isEqualTo(Truth.counts(key + count + where));
        }
    }

    @Test
    void tooManyPeriodsAreRefused() {
        Answer refused = Caller.demo()
                .postText(
                        "/api/apps/gullcombe/measures",
                        "{\"range\":{\"from\":\"2020-01-01\",\"to\":\"2026-06-29\"},\"step\":\"DAY\",\"measures\":"
                                + "[{\"name\":\"a\",\"kind\":\"PEOPLE\"}]}");
        assertThat(refused.status()).isEqualTo(400);
        assertThat(refused.text()).contains("periods; at most 1100 are counted");
    }
}
