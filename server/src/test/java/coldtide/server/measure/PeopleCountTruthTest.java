package coldtide.server.measure;

import static org.assertj.core.api.Assertions.assertThat;

import coldtide.server.Application;
import coldtide.server.Caller;
import coldtide.server.Caller.Answer;
import coldtide.server.Truth;
import java.sql.SQLException;
import java.util.HashMap;
import java.util.Map;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;
import tools.jackson.databind.JsonNode;

/** Conditions over HTTP, as docs/condition-format.md writes them, against SQL written independently from the handbook. */
@ExtendWith(Application.class)
class PeopleCountTruthTest {
    private static final String FIRST_DAYS = "(select person, min(day) as first from e group by person)";

    @BeforeAll
    static void theTruthAsTables() throws SQLException {
        Truth.tell();
    }

    private static Answer ask(String among, String rest) {
        return Caller.demo().postText("/api/apps/gullcombe/people-count", "{\"among\":" + among + rest + "}");
    }

    private static Arguments question(String among, String people) {
        return Arguments.of(among.replace('\'', '"'), people);
    }

    static Stream<Arguments> questions() {
        return Stream.of(
                question("null", "select distinct person from e"),
                question("{'either': []}", "select person from e where false"),
                question(
                        "{'did': {'event': 'beacon_lit'}, 'atLeast': 3, 'when': {'fromDay': 0, 'toDay': 7}}",
                        "select person from e join " + FIRST_DAYS + " f using (person) where name = 'beacon_lit'"
                                + " and day - first between 0 and 7 group by person having count(*) >= 3"),
                question(
                        "{'all': [{'property': 'platform', 'is': 'android'},"
                                + " {'not': {'did': {'event': ['purchase', 'refund']}}}]}",
                        "select person from (" + latest("platform") + ") l where value = 'android' and person not in"
                                + " (select person from e where name in ('purchase', 'refund'))"),
                question(
                        "{'did': {'all': [{'event': 'beacon_lit'}, {'property': 'stars', 'atLeast': 3}]},"
                                + " 'when': {'from': '2026-05-01', 'to': '2026-06-01'}}",
                        "select distinct person from e where name = 'beacon_lit'"
                                + " and (properties ->> 'stars')::numeric >= 3"
                                + " and day >= '2026-05-01' and day < '2026-06-01'"),
                question(
                        "{'did': {'event': 'shop_opened'}, 'then': {'event': 'purchase'}, 'within': 'PT1H'}",
                        "select distinct a.person from e a join e b on a.person = b.person and a.name = 'shop_opened'"
                                + " and b.name = 'purchase' and b.time > a.time"
                                + " and b.time <= a.time + interval '1 hour'"),
                question(
                        "{'firstDid': {'event': 'purchase'}, 'when': {'lastDays': 14}}",
                        "select person from e where name = 'purchase' group by person"
                                + " having min(day) >= date '2026-06-28' - 13 and min(day) <= date '2026-06-28'"),
                question(
                        "{'did': {'all': [{'active': true}, {'property': 'app_version', 'matches': '^1\\\\.[0-3]'}]},"
                                + " 'atMost': 0}",
                        "select person from e join event_context c on c.id = context_id group by person having count(*)"
                                + " filter (where active and c.properties ->> 'app_version' ~ '^1\\.[0-3]') = 0"),
                question(
                        "{'either': [{'property': 'country', 'value': 'FIRST', 'contains': 'p'},"
                                + " {'property': 'item', 'set': false}]}",
                        "select distinct person from e where person in (select person from ("
                                + ordered("country", "asc") + ") f where lower(value) like '%p%') or person not in"
                                + " (select person from e where properties ->> 'item' is not null)"));
    }

    private static String latest(String property) {
        return ordered(property, "desc");
    }

    /** The first or latest value that each person had of a property of contexts. */
    private static String ordered(String property, String order) {
        return "select distinct on (person) person, c.properties ->> '" + property + "' as value from e"
                + " join event_context c on c.id = e.context_id where c.properties ->> '" + property + "' is not null"
                + " order by person, time " + order + ", received " + order;
    }

    @ParameterizedTest
    @MethodSource("questions")
    void asManyPeopleAsSqlSays(String among, String people) throws SQLException {
        Answer asked = ask(among, ", \"splitBy\": \"country\", \"top\": 3");
        assertThat(asked.status()).as(asked.text()).isEqualTo(200);
        JsonNode answer = asked.json().get("answer");
        assertThat(answer.get("people").asDouble())
                .isEqualTo(Truth.number("select count(distinct person) from (" + people + ") p"));
        Map<String, Long> byCountry =
                Truth.counts("select coalesce(value, '(none)'), count(*) from (select distinct" + " person from ("
                        + people + ") p) q left join (" + latest("country") + ") l using (person) group by 1");
        Map<String, Long> found = new HashMap<>();
        for (JsonNode group : answer.get("groups")) {
            found.put(group.get("value").asString(), group.get("people").asLong());
        }
        assertThat(byCountry).containsAllEntriesOf(found);
        long told = found.values().stream().mapToLong(Long::longValue).sum();
        long set = byCountry.values().stream().mapToLong(Long::longValue).sum() - byCountry.getOrDefault("(none)", 0L);
        assertThat(answer.get("other").asLong()).isEqualTo(set - told);
        assertThat(answer.get("notSet").asLong()).isEqualTo(byCountry.getOrDefault("(none)", 0L));
        long fewest = found.values().stream().mapToLong(Long::longValue).min().orElse(0);
        byCountry.remove("(none)");
        assertThat(byCountry.entrySet().stream()
                        .filter(each -> !found.containsKey(each.getKey()))
                        .mapToLong(Map.Entry::getValue))
                .allMatch(rest -> rest <= fewest);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "{'did': {'event': 'lit'}} | among.did.event | names \"lit\", an event that was never received",
                "{'property': 'nation', 'is': 'x'} | among.property | a property that was never received",
                "{'property': 'country'} | among | says nothing of its property",
                "{'property': 'country', 'iss': 'x'} | among.iss | is not known here",
                "{'property': 'country', 'is': 'PT', 'contains': 'P'} | among | more than one test",
                "{'property': 'level', 'atLeast': 1, 'moreThan': 2} | among | more than one test",
                "{'property': 'level', 'set': true, 'atMost': 2} | among | more than one test",
                "{'property': 'country', 'value': 'first', 'is': 'PT'} | among.value | must be FIRST or LATEST",
                "{'property': 'country', 'is': {}} | among.is | must be a text or a list of texts",
                "{'property': 'country', 'matches': '(a'} | among | cannot be read",
                "{'all': {}} | among.all | must be a list",
                "{'all': [{'any': []}]} | among.all[0] | is not a condition on users",
                "{'did': {'events': 'x'}} | among.did | is not a condition on events",
                "{'did': {'active': true}, 'atLeast': 3, 'atMost': 2} | among | from 3 to 2 times",
                "{'did': {'active': true}, 'atLeast': 1.5} | among.atLeast | must be a whole number",
                "{'did': {'active': true}, 'when': {'lastDays': 0}} | among.when.lastDays | must be at least 1",
                "{'did': {'active': true}, 'when': {'from': '2026-06-02', 'to': '1.7.26'}} | among.when.to | no day",
                "{'did': {'active': true}, 'then': {'active': true}, 'within': '1h'} | among.within | no length of time",
                "17 | among | must be an object"
            })
    void whatCannotBeReadIsSaidWithItsPlace(String among, String field, String sentence) {
        Answer answer = ask(among.replace('\'', '"'), "");
        assertThat(answer.status()).isEqualTo(400);
        assertThat(answer.json().get("field").asString()).isEqualTo(field);
        assertThat(answer.json().get("detail").asString()).contains(sentence);
    }

    /** What no person writes is refused, and the next question is answered. */
    @Test
    void whatNobodyWritesBringsNothingDown() {
        String nested = "{\"not\":".repeat(150) + "{\"all\":[]}" + "}".repeat(150);
        assertThat(ask(nested, "").json().get("detail").asString()).contains("at most 100 deep");
        String deeper = "{\"not\":".repeat(1_000) + "{\"all\":[]}" + "}".repeat(1_000);
        assertThat(ask(deeper, "").json().get("detail").asString()).contains("nested too deep");
        String wide = "{\"all\":[" + "{\"all\":[]},".repeat(1_000) + "{\"all\":[]}]}";
        assertThat(ask(wide, "").json().get("detail").asString()).contains("at most 1000 parts");
        String text = "{\"property\":\"country\",\"contains\":\"" + "x".repeat(20_000) + "\"}";
        assertThat(ask(text, "").json().get("detail").asString()).contains("20000 characters");
        String megabyte = "{\"property\":\"country\",\"contains\":\"" + "x".repeat(1_000_000) + "\"}";
        Answer large = ask(megabyte, "");
        assertThat(large.status()).isEqualTo(413);
        assertThat(large.json().get("detail").asString()).contains("at most 256 KB");
        Answer marks = Caller.demo().post("/api/apps/gullcombe/marks/file", Map.of("text", "x".repeat(300_000)));
        assertThat(marks.status()).as("a file of marks may be larger").isEqualTo(200);
        String explodes = "{\"property\":\"country\",\"matches\":\"^(([a-z])+.)+[A-Z]([a-z])+$\"}";
        assertThat(ask(explodes, "").status()).isEqualTo(200);
        Answer none = ask("null", ",\"splitBy\":\"nation\"");
        assertThat(none.json().get("field").asString()).isEqualTo("splitBy");
        assertThat(ask("null", "").json().get("answer").get("people").asLong()).isPositive();
    }
}
