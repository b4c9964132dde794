package coldtide.server.measure;

import static org.assertj.core.api.Assertions.assertThat;

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

/** Counts by period and value over HTTP against SQL written independently from handbook §6. */
@ExtendWith(Application.class)
class MeasureTruthTest {
    private static final String CONTEXT = " from e join event_context c on c.id = context_id where ";

    @BeforeAll
    static void theTruthAsTables() throws SQLException {
        Truth.tell();
    }

    private static Answer ask(String grain, String rest) {
        return Caller.demo()
                .postText(
                        "/api/apps/gullcombe/measures",
                        "{\"range\":{\"from\":\"2026-04-06\",\"to\":\"2026-06-29\"},\"grain\":\"" + grain + "\""
                                + rest.replace('\'', '"') + "}");
    }

    /** By period and value, as {@code 2026-04-06 android}, leaving out cells without any. */
    private static Map<String, Long> cells(JsonNode answer, String what) {
        Map<String, Long> cells = new HashMap<>();
        for (JsonNode group : answer.get("groups")) {
            for (int p = 0; p < answer.get("periods").size(); p++) {
                long count = group.get("counts").get(what).get(p).asLong();
                if (count > 0) {
                    String value = group.get("value").isNull()
                            ? group.get("kind").asString()
                            : group.get("value").asString();
                    cells.put(
                            answer.get("periods").get(p).get("days").get("from").asString() + " " + value, count);
                }
            }
        }
        return cells;
    }

    @ParameterizedTest
    @CsvSource({"DAY,day", "WEEK,week", "MONTH,month"})
    void activityByPlatformIsWhatSqlSays(String grain, String unit) throws SQLException {
        JsonNode answer = ask(grain, ",'splitBy':'platform'").json().get("answer");
        String key = "select date_trunc('" + unit + "', day)::date || ' ' || (c.properties ->> 'platform'), ";
        String where = CONTEXT + "active and day >= '2026-04-06' and day < '2026-06-29' group by 1";
        assertThat(cells(answer, "events")).isEqualTo(Truth.counts(key + "count(*)" + where));
        assertThat(cells(answer, "people")).isEqualTo(Truth.counts(key + "count(distinct person)" + where));
        assertThat(answer.get("rangeActive").asDouble())
                .isEqualTo(Truth.number("select count(distinct person) from e where active"
                        + " and day >= '2026-04-06' and day < '2026-06-29'"));
    }

    @Test
    void anEventByItsOwnPropertyIsWhatSqlSays() throws SQLException {
        JsonNode answer = ask("WEEK", ",'what':{'event':'beacon_lit'},'splitBy':'level','top':3")
                .json()
                .get("answer");
        String where = " from e where name = 'beacon_lit' and day >= '2026-04-06' and day < '2026-06-29'";
        Map<String, Long> best = Truth.counts("select properties ->> 'level', count(distinct person)" + where
                + " group by 1 order by 2 desc, 1 limit 3");
        Map<String, Long> first = new HashMap<>();
        for (JsonNode group : answer.get("groups")) {
            if (!group.get("value").isNull()) {
                first.put(
                        group.get("value").asString(),
                        group.get("counts").get("rangePeople").asLong());
            }
        }
        assertThat(first).isEqualTo(best);
        String value = "case when properties ->> 'level' in ('" + String.join("', '", best.keySet())
                + "') then properties ->> 'level' else 'OTHER' end";
        assertThat(cells(answer, "people"))
                .isEqualTo(Truth.counts("select date_trunc('week', day)::date || ' ' || " + value
                        + ", count(distinct person)" + where + " group by 1"));
    }

    /** People who lit a beacon with three stars on Android in two countries, by month. */
    @Test
    void conditionsOnEventsAndPeopleHold() throws SQLException {
        JsonNode answer = ask(
                        "MONTH",
                        ",'what':{'all':[{'event':'beacon_lit'},{'property':'stars','atLeast':3},"
                                + "{'property':'platform','is':'android'},{'property':'country','is':['PT','GB']}]},"
                                + "'among':{'did':{'event':'ad_shown'},'atLeast':2}")
                .json()
                .get("answer");
        String where = CONTEXT + "name = 'beacon_lit' and (e.properties ->> 'stars')::numeric >= 3"
                + " and c.properties ->> 'platform' = 'android' and c.properties ->> 'country' in ('PT', 'GB')"
                + " and day >= '2026-04-06' and day < '2026-06-29' and person in (select person from e"
                + " where name = 'ad_shown' group by person having count(*) >= 2)";
        assertThat(answer.get("groups").isEmpty()).isTrue();
        assertThat(answer.get("all").get("rangePeople").asDouble())
                .isEqualTo(Truth.number("select count(distinct person)" + where))
                .isPositive();
        assertThat(answer.get("all").get("people").get(2).asDouble())
                .isEqualTo(Truth.number("select count(distinct person)" + where + " and day >= '2026-06-01'"));
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                ",'splitBy':'nothing' | No property named \\\"nothing\\\" was ever received.",
                ",'splitBy':'country','top':21 | A split tells 1 to 20 values apart, not 21.",
                ",'what':{'event':'nothing'} | what",
                ",'what':{'did':{'event':'purchase'}} | is no condition on events",
            })
    void whatCannotBeAskedIsRefusedWithItsPlace(String rest, String sentence) {
        Answer refused = ask("DAY", rest);
        assertThat(refused.status()).isEqualTo(400);
        assertThat(refused.text()).contains(sentence);
    }

    @Test
    void tooManyPeriodsAreRefused() {
        Answer refused = Caller.demo()
                .postText(
                        "/api/apps/gullcombe/measures",
                        "{\"range\":{\"from\":\"2020-01-01\",\"to\":\"2026-06-29\"},\"grain\":\"DAY\"}");
        assertThat(refused.status()).isEqualTo(400);
        assertThat(refused.text()).contains("periods; at most 1100 are counted");
    }
}
