package coldtide.server.retention;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import coldtide.core.channel.ChannelRules;
import coldtide.server.Application;
import coldtide.server.Caller;
import coldtide.server.Truth;
import java.sql.SQLException;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.HashMap;
import java.util.Map;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import tools.jackson.databind.JsonNode;

/** Groups, value, time until quiet and early behaviours against SQL on PostgreSQL, for the small demo world. */
@ExtendWith(Application.class)
class FollowingSqlTest {
    private static final String FROM = "2026-03-16";
    private static final String TO = "2026-06-15";
    private static final Map<String, Object> RANGE = Map.of("from", FROM, "to", TO);
    private static final Map<String, Object> WEEKS = Map.of("range", RANGE, "grain", "WEEK");
    /** People who arrived in the range, the first country known of each, and the week of their arrival. */
    private static final String ARRIVED = """
            f as materialized (select person, min(time) as time, min(day) as day, date_trunc('week', min(day))::date as cohort
                  from e group by person having min(day) >= '%s' and min(day) < '%s'),
            c as materialized (select distinct on (person) person, x.properties ->> 'country' as country
                  from e join event_context x on x.id = e.context_id where x.properties ->> 'country' is not null
                  order by person, time, received)""".formatted(FROM, TO);

    @BeforeAll
    static void theTruthAsTables() throws SQLException {
        Truth.tell();
    }

    private static JsonNode answer(String path, Map<String, Object> question) {
        Caller.Answer answer = Caller.demo().post("/api/apps/gullcombe/" + path, question);
        assertThat(answer.status()).as(answer.text()).isEqualTo(200);
        return answer.json().get("answer");
    }

    private static Map<String, Object> by(Map<String, Object> following, String property) {
        Map<String, Object> question = new HashMap<>();
        question.put("following", following);
        question.put("split", Map.of("property", property, "top", 3));
        return question;
    }

    @Test
    void countriesSideBySideAreWhatSqlSays() throws SQLException {
        Map<String, Object> question = by(WEEKS, "country");
        question.put("ages", 4);
        JsonNode answer = answer("retention", question);
        JsonNode lines = answer.get("triangles").get(0).get("lines");
        int complete = 0;
        for (JsonNode cohort : answer.get("cohorts")) {
            complete += cohort.get("completeColumns").asInt() > 2 ? 1 : 0;
        }
        for (int group = 0; group < 3; group++) {
            String country = answer.get("groups").get(group).get("value").asString();
            JsonNode cell = lines.get(group).get(2);
            assertThat(cell.get("size").asLong()).isEqualTo(people(country, complete, "true"));
            assertThat(cell.get("returned").asLong())
                    .isPositive()
                    .isEqualTo(people(country, complete, "active and date_trunc('week', e.day)::date - f.cohort = 14"));
        }
    }

    private static long people(String country, int weeks, String that) throws SQLException {
        return Truth.number(
                        "with " + ARRIVED + " select count(distinct person) from f join c using (person) join e using"
                                + " (person) where country = ? and cohort < date '" + FROM + "' + 7 * ? and " + that,
                        country,
                        weeks)
                .longValue();
    }

    /** Whom a cell counts are the people of its condition, and SQL counts as many. */
    @Test
    void theConditionOfACellHoldsForItsPeople() throws SQLException {
        Map<String, Object> among = Map.of(
                "followed",
                WEEKS,
                "cohorts",
                Map.of("from", "2026-04-06", "to", "2026-04-07"),
                "cameBack",
                Map.of("with", Map.of("event", "beacon_lit"), "fromAge", 2, "toAge", 2));
        JsonNode counted = answer("people-count", Map.of("among", among));
        assertThat(counted.get("people").asLong())
                .isPositive()
                .isEqualTo(Truth.number("with " + ARRIVED + """
                         select count(distinct person) from e join f using (person) where cohort = '2026-04-06'
                         and name = 'beacon_lit' and date_trunc('week', e.day)::date - cohort = 14""").longValue());
    }

    @ParameterizedTest
    @CsvSource({
        "NET,'case when revenue_type = ''refund'' then -eur else eur end',money",
        "GROSS,'case when revenue_type = ''refund'' then 0 else eur end',money",
        "AD,'case when revenue_type = ''ad'' then eur else 0 end',money",
        "TIMES,'case when name = ''beacon_lit'' then 1 else 0 end',e",
        "SUM,'case when name = ''beacon_lit'' then (properties ->> ''stars'')::numeric else 0 end',e"
    })
    void whatPeopleBroughtIsWhatSqlSays(String kind, String value, String table) throws SQLException {
        Map<String, Object> worth = new HashMap<>(Map.of("kind", kind));
        if (kind.equals("TIMES")) {
            worth.put("what", Map.of("event", "beacon_lit"));
        }
        if (kind.equals("SUM")) {
            worth.put("property", "stars");
        }
        JsonNode answer = answer("retention/value", Map.of("following", WEEKS, "ages", 5, "worth", worth));
        for (int cohort = 0; cohort < 6; cohort++) {
            for (int age : new int[] {0, 1, 5}) {
                double sum = Truth.number(
                        "with " + ARRIVED + " select coalesce(sum(" + value + "), 0) from " + table
                                + " m join f using (person) where cohort = date '" + FROM + "' + 7 * ? and"
                                + " date_trunc('week', m.day)::date - cohort <= 7 * ?",
                        cohort,
                        age);
                assertThat(answer.get("sums").get(cohort).get(age).asDouble())
                        .as("%s of cohort %d up to %d", kind, cohort, age)
                        .isCloseTo(sum, within(1e-6));
            }
        }
        assertThat(answer.get("sums").get(0).get(5).asDouble()).isPositive();
        assertThat(answer.get("currency").isNull()).isEqualTo(table.equals("e"));
    }

    /** What was paid on those days, over the new people of the channel, and all of it over all new people. */
    @Test
    void whatNewPeopleCostIsWhatSqlSays() throws SQLException {
        Map<String, Object> question = by(WEEKS, ChannelRules.CHANNEL);
        question.put("ages", 5);
        question.put("worth", Map.of("kind", "NET"));
        JsonNode answer = answer("retention/value", question);
        String paid = "select sum(amount) from channel_cost where day >= '" + FROM + "' and day < '" + TO
                + "' and app_id = (select id from app where key = 'gullcombe')";
        long people = 0;
        for (JsonNode cohort : answer.get("cohorts")) {
            people += cohort.get("size").asLong();
        }
        assertThat(answer.get("costOfAll").asDouble())
                .isPositive()
                .isCloseTo(Truth.number(paid).doubleValue() / people, within(1e-9));
        int known = 0;
        for (int group = 0; group < answer.get("groups").size(); group++) {
            JsonNode each = answer.get("costs").get(group).get("each");
            if (!each.isNull()) {
                JsonNode its = answer.get("groups").get(group);
                String channel = its.get("value").asString();
                assertThat(each.asDouble())
                        .isCloseTo(
                                Truth.number(paid + " and channel = ?", channel).doubleValue()
                                        / its.get("size").asLong(),
                                within(1e-9));
                known++;
            }
        }
        assertThat(known).isPositive();
        question.put("among", Map.of("did", Map.of("event", "purchase")));
        assertThat(answer("retention/value", question).get("costOfAll").isNull())
                .isTrue();
    }

    /** The first gap of two weeks, by SQL from day to day. */
    @Test
    void whoWentQuietIsWhatSqlSays() throws SQLException {
        Map<String, Object> question = by(WEEKS, "platform");
        question.put("quietDays", 14);
        JsonNode told = Caller.demo()
                .post("/api/apps/gullcombe/retention/survival", question)
                .json();
        LocalDate full = Instant.parse(told.get("foot").get("dataTo").asString())
                .atZone(ZoneId.of("Europe/Lisbon"))
                .toLocalDate();
        JsonNode answer = told.get("answer");
        String quiet = "with " + ARRIVED + """
                , d as (select person, day from f union select person, e.day from e join f using (person) where active),
                g as (select person, day, lead(day) over (partition by person order by day) as next from d),
                q as (select person, min(day) as last from g
                      where coalesce(next, date '2099-01-01') - day - 1 >= 14 group by person)
                """;
        JsonNode all = answer.get("all");
        Map<String, Long> gone = Truth.counts(quiet + """
                select q.last - f.day + 1, count(*) from q join f using (person)
                where q.last < date '%s' - 14 group by 1""".formatted(full));
        assertThat(gone).hasSizeGreaterThan(10).hasSize(all.get("steps").size());
        for (JsonNode step : all.get("steps")) {
            assertThat(step.get("gone").asLong())
                    .isEqualTo(gone.get(step.get("day").asString()));
        }
        long byMonth = gone.entrySet().stream()
                .filter(day -> Integer.parseInt(day.getKey()) <= 28)
                .mapToLong(Map.Entry::getValue)
                .sum();
        Map<String, Object> point = Map.of("followed", WEEKS, "quiet", Map.of("days", 14, "onDay", 28, "are", "GONE"));
        assertThat(Caller.demo()
                        .post("/api/apps/gullcombe/people-count", Map.of("among", point))
                        .json()
                        .get("answer")
                        .get("people")
                        .asLong())
                .isEqualTo(byMonth);
        assertThat(answer.get("test").get("degrees").asInt()).isEqualTo(1);
        long people = 0;
        for (JsonNode line : answer.get("lines")) {
            people += line.get("people").asLong();
        }
        assertThat(people).isEqualTo(all.get("people").asLong());
    }

    @Test
    void anEarlyBehaviourCountsWhomSqlCounts() throws SQLException {
        JsonNode answer = answer("retention/early", Map.of("range", RANGE, "back", Map.of("from", 7, "to", 13)));
        JsonNode tie = null;
        for (JsonNode each : answer.get("ties")) {
            if (each.get("event").asString().equals("beacon_lit")
                    && each.get("times").asInt() == 3
                    && each.get("days").asInt() == 2) {
                tie = each;
            }
        }
        assertThat(tie).isNotNull();
        String did = "with " + ARRIVED + """
                , did as (select person from e join f using (person) where name = 'beacon_lit' and e.day - f.day < 2
                          group by person having count(*) >= 3),
                back as materialized (select distinct e.person from e join f using (person) where active
                          and e.day - f.day between 7 and 13)
                select count(*) from did join f using (person) where %s""";
        assertThat(tie.get("did").asLong())
                .isEqualTo(Truth.number(did.formatted("true")).longValue());
        assertThat(tie.get("didBack").asLong())
                .isPositive()
                .isEqualTo(Truth.number(did.formatted("person in (select person from back)"))
                        .longValue());
        assertThat(tie.get("others").asLong() + tie.get("did").asLong())
                .isEqualTo(answer.get("people").asLong());
    }

    @Test
    void whatCannotBeFollowedIsNamed() {
        assertFault("retention", Map.of("following", WEEKS, "ages", 4, "split", Map.of("top", 3)), "split", "property");
        assertFault(
                "retention",
                Map.of("following", WEEKS, "ages", 4, "split", Map.of("property", "country", "top", 31)),
                "split",
                "not 31");
        assertFault(
                "retention",
                Map.of("following", WEEKS, "ages", 4, "split", Map.of("property", "colour")),
                "split.property",
                "colour");
        assertFault("retention", Map.of("following", WEEKS, "ages", 4, "tolerance", 2), "tolerance", "0.5");
        assertFault(
                "retention/value",
                Map.of("following", WEEKS, "ages", 4, "worth", Map.of("kind", "SUM", "property", "country")),
                "worth.property",
                "country");
        assertFault("retention/survival", Map.of("following", WEEKS, "quietDays", 0), null, "not 0");
        assertFault("retention/early", Map.of("range", RANGE, "back", Map.of("from", 0, "to", 3)), null, "from day 1");
        Map<String, Object> both = Map.of("followed", WEEKS, "cameBack", Map.of(), "stayedAway", Map.of());
        assertFault("people-count", Map.of("among", both), "among", "both");
        assertFault(
                "people-count",
                Map.of("among", Map.of("followed", Map.of("range", RANGE))),
                "among.followed.grain",
                "DAY");
        Map<String, Object> always = Map.of("followed", WEEKS, "quiet", Map.of("days", 400, "onDay", 7, "are", "GONE"));
        assertFault("people-count", Map.of("among", always), "among", "not 400");
        Map<String, Object> nowhere = Map.of("followed", WEEKS, "quiet", Map.of("days", 7, "onDay", 7));
        assertFault("people-count", Map.of("among", nowhere), "among.quiet.are", "GONE");
        Map<String, Object> far = Map.of("followed", WEEKS, "cameBack", Map.of("fromAge", 61));
        assertFault("people-count", Map.of("among", far), "among", "from 61");
    }

    private static void assertFault(String path, Map<String, Object> question, String field, String says) {
        Caller.Answer answer = Caller.demo().post("/api/apps/gullcombe/" + path, question);
        assertThat(answer.status()).isEqualTo(400);
        assertThat(answer.json().get("detail").asString()).contains(says);
        if (field != null) {
            assertThat(answer.text()).contains("\"" + field + "\"");
        }
    }
}
