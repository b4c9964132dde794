package coldtide.server.funnel;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import coldtide.server.Application;
import coldtide.server.Caller;
import coldtide.server.Truth;
import java.sql.SQLException;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

/** Funnels against SQL on PostgreSQL, for the small demo world. */
@ExtendWith(Application.class)
class FunnelSqlTest {
    private static final String FROM = "2026-03-16";
    private static final String TO = "2026-06-15";
    private static final Map<String, Object> RANGE = Map.of("from", FROM, "to", TO);

    @BeforeAll
    static void theTruthAsTables() throws SQLException {
        Truth.tell();
    }

    private static Map<String, Object> step(String event) {
        return Map.of("name", event, "what", Map.of("event", event));
    }

    private static Map<String, Object> funnel(String window, String... events) {
        Map<String, Object> funnel = new HashMap<>();
        funnel.put("range", RANGE);
        funnel.put("window", window);
        funnel.put("steps", List.of(events).stream().map(FunnelSqlTest::step).toList());
        return funnel;
    }

    private static JsonNode told(Map<String, Object> question) {
        Caller.Answer answer = Caller.demo().post("/api/apps/gullcombe/funnel", question);
        assertThat(answer.status()).as(answer.text()).isEqualTo(200);
        return answer.json();
    }

    private static List<Long> reached(JsonNode stairs) {
        List<Long> reached = new ArrayList<>();
        stairs.get("steps").forEach(step -> reached.add(step.get("reached").asLong()));
        return reached;
    }

    private static long people(Map<String, Object> who) {
        Caller.Answer answer = Caller.demo().post("/api/apps/gullcombe/people-count", Map.of("among", who));
        assertThat(answer.status()).as(answer.text()).isEqualTo(200);
        return answer.json().get("answer").get("people").asLong();
    }

    /** The latest entry from which each step was reached, as a running maximum; entries that are open by then left out. */
    @Test
    void threeStepsInOrderAreWhatSqlSays() throws SQLException {
        Map<String, Object> funnel = funnel("P3D", "beacon_started", "beacon_lit", "shop_opened");
        JsonNode told = told(Map.of("funnel", funnel, "by", "MONTH"));
        JsonNode all = told.get("answer").get("all");
        Instant dataTo = Instant.parse(told.get("foot").get("dataTo").asString());
        String steps = """
                with s0 as (select person, name, time, received, case when name = 'beacon_started' and day >= '%s'
                              and day < '%s' and time <= timestamptz '%s' - interval '3 days' then time end as entry from e),
                s1 as (select *, case when name = 'beacon_lit' and time - max(entry) over w <= interval '3 days'
                              then max(entry) over w end as lit from s0 window w as (partition by person
                              order by time, received rows between unbounded preceding and 1 preceding)),
                s2 as (select *, case when name = 'shop_opened' and time - max(lit) over w <= interval '3 days'
                              then max(lit) over w end as opened from s1 window w as (partition by person
                              order by time, received rows between unbounded preceding and 1 preceding))
                select count(distinct person) from s2 where %s is not null""";
        List<Long> expected = new ArrayList<>();
        for (String column : List.of("entry", "lit", "opened")) {
            expected.add(Truth.number(steps.formatted(FROM, TO, dataTo, column)).longValue());
        }
        assertThat(reached(all)).isEqualTo(expected).doesNotContain(0L);
        JsonNode last = all.get("steps").get(2);
        assertThat(last.get("lost").asLong()).isEqualTo(expected.get(1) - expected.get(2));
        assertThat(last.get("ofFirst").get("value").asDouble())
                .isCloseTo((double) expected.get(2) / expected.get(0), within(1e-12));
        long monthly = 0;
        for (JsonNode period : told.get("answer").get("periods")) {
            monthly += period.get("reached").get(2).asLong();
        }
        assertThat(monthly).isEqualTo(expected.get(2));
        assertThat(people(Map.of("funnel", funnel, "reached", 3))).isEqualTo(expected.get(2));
        assertThat(people(Map.of("funnel", funnel, "lostAt", 3))).isEqualTo(expected.get(1) - expected.get(2));
    }

    /** Every session in which a level was begun; in it, whether the same was finished after that, or tried again at once. */
    @Test
    void sessionsAndHeldPropertiesAreWhatSqlSays() throws SQLException {
        Map<String, Object> funnel = funnel("P1D", "beacon_started", "beacon_lit");
        funnel.put("counting", "SESSIONS");
        funnel.put("hold", "level");
        String levels = """
                with numbered as (select *, sum(starts::int) over (partition by install, person order by time, received)
                         as number from (select *, coalesce(time - lag(time) over p > interval '30 minutes', true) as starts
                         from e where active window p as (partition by install, person order by time, received)) gaps),
                levels as (select install, person, number,
                         min(array[time, received]) filter (where name = 'beacon_started' and day >= '%s' and day < '%s') as s,
                         max(array[time, received]) filter (where name = 'beacon_lit') as l
                         from numbered where properties ->> 'level' is not null
                         group by install, person, number, properties ->> 'level')
                select count(distinct (install, person, number)) from levels where""".formatted(FROM, TO);
        JsonNode answer = told(Map.of("funnel", funnel)).get("answer");
        assertThat(answer.get("all").get("open").asLong()).isZero();
        assertThat(reached(answer.get("all")))
                .containsExactly(
                        Truth.number(levels + " s is not null").longValue(),
                        Truth.number(levels + " s < l").longValue());
    }

    private static JsonNode told(String about, Map<String, Object> question) {
        Caller.Answer answer = Caller.demo().post("/api/apps/gullcombe/funnel/" + about, question);
        assertThat(answer.status()).as(answer.text()).isEqualTo(200);
        return answer.json().get("answer");
    }

    /**
     * The first entry is the best: all get as far, or no other gets further. What follows it in the window, of whom it was lost; and
     * each step counted by itself.
     */
    @Test
    void whatTheLostDidNextIsWhatSqlSays() throws SQLException {
        Map<String, Object> funnel = funnel("P1D", "install", "purchase");
        JsonNode after = told("after", Map.of("funnel", funnel, "step", 2));
        String next = """
                with i as (select distinct on (person) person, time, received from e where name = 'install'
                             and day >= '%1$s' and day < '%2$s' order by person, time, received),
                again as (select p.person from e p join e j using (person) where p.name = 'purchase' and j.name = 'install'
                          and j.day >= '%1$s' and j.day < '%2$s' and (p.time, p.received) > (j.time, j.received)
                          and p.time <= j.time + interval '1 day'),
                n as (select i.person, bool_or(e.name = 'purchase') as bought,
                             (array_agg(e.name order by e.time, e.received))[1] as first,
                             bool_or(e.name = 'beacon_started') as started
                      from i left join e on e.person = i.person and e.active and (e.time, e.received) > (i.time, i.received)
                       and e.time <= i.time + interval '1 day' group by i.person)
                select count(*) from n where bought is not true
                 and person not in (select person from again) and %3$s""";
        // Whoever installed again and bought after that is not lost.
        assertThat(after.get("lost").get("units").asLong())
                .isEqualTo(Truth.number(next.formatted(FROM, TO, "true")).longValue());
        assertThat(after.get("lost").get("nothing").asLong())
                .isEqualTo(
                        Truth.number(next.formatted(FROM, TO, "first is null")).longValue());
        JsonNode first = after.get("done").get(0);
        String name = first.get("event").asString();
        assertThat(first.get("lostNext").asLong())
                .isEqualTo(Truth.number(next.formatted(FROM, TO, "first = '" + name + "'"))
                        .longValue())
                .isPositive();
        for (JsonNode done : after.get("done")) {
            if (done.get("event").asString().equals("beacon_started")) {
                assertThat(done.get("lost").asLong())
                        .isEqualTo(Truth.number(next.formatted(FROM, TO, "started"))
                                .longValue())
                        .isPositive();
            }
        }
    }

    @Test
    void independentCountsAndTheUsualOrderAreWhatSqlSays() throws SQLException {
        Map<String, Object> funnel = funnel("P1D", "beacon_lit", "beacon_started");
        String did = "select distinct person from e where name = '%s' and day >= '%s' and day < '%s'";
        String lit = did.formatted("beacon_lit", FROM, TO);
        String started = did.formatted("beacon_started", FROM, TO);
        JsonNode alone = told("independent", Map.of("funnel", funnel));
        assertThat(alone.get("done").get(0).asLong())
                .isEqualTo(Truth.number("select count(*) from (" + lit + ") l").longValue());
        assertThat(alone.get("withoutBefore").get(1).asLong())
                .isEqualTo(Truth.number("select count(*) from (" + started + " except " + lit + ") l")
                        .longValue())
                .isPositive();
        JsonNode events = told("independent", Map.of("funnel", funnel, "unit", "EVENTS"));
        assertThat(events.get("done").get(0).asLong())
                .isEqualTo(
                        Truth.number(lit.replace("distinct person", "count(*)")).longValue());
        JsonNode order = told("order", Map.of("funnel", funnel));
        assertThat(order.get("order").get(0).asLong()).isEqualTo(1);
        assertThat(order.get("agreed").get(0).get("both").asLong())
                .isEqualTo(Truth.number("select count(*) from (" + started + " intersect " + lit + ") l")
                        .longValue());
    }

    /** Of a country: how many were at the step before, and how many went on. */
    @Test
    void slicesAreWhatASplitSays() {
        Map<String, Object> funnel = funnel("P7D", "app_open", "beacon_lit", "purchase");
        JsonNode slices = told("slices", Map.of("funnel", funnel, "step", 3));
        Map<String, Object> question = new HashMap<>();
        question.put("funnel", funnel);
        question.put("split", Map.of("property", "platform", "step", 2));
        JsonNode split = told(question).get("answer").get("groups");
        int found = 0;
        for (JsonNode slice : slices.get("slices")) {
            JsonNode having = slice.get("having");
            if (having.size() == 1 && having.get(0).get("property").asString().equals("platform")) {
                JsonNode steps = group(split, having.get(0).get("value").asString());
                assertThat(slice.get("versus").get("whole").asLong())
                        .isEqualTo(steps.get(1).get("reached").asLong());
                assertThat(slice.get("versus").get("part").asLong())
                        .isEqualTo(steps.get(2).get("reached").asLong());
                assertThat(slice.get("versus").get("difference").asDouble())
                        .isEqualTo(steps.get(2).get("versus").get("difference").asDouble());
                found++;
            }
        }
        assertThat(found).isEqualTo(2);
        Caller.Answer first =
                Caller.demo().post("/api/apps/gullcombe/funnel/slices", Map.of("funnel", funnel, "step", 1));
        assertThat(first.status()).isEqualTo(400);
        assertThat(first.text()).contains("not before step 1");
    }

    private static JsonNode group(JsonNode groups, String value) {
        for (JsonNode group : groups) {
            if (value.equals(group.get("value").asString())) {
                return group.get("stairs").get("steps");
            }
        }
        throw new AssertionError("no group of " + value);
    }

    @Test
    void countriesOfEntriesSumToAll() {
        Map<String, Object> question = new HashMap<>();
        question.put("funnel", funnel("P7D", "app_open", "beacon_lit", "purchase"));
        question.put("split", Map.of("property", "country", "top", 3));
        JsonNode answer = told(question).get("answer");
        assertThat(answer.get("groups").size()).isGreaterThan(3);
        for (int step = 0; step < 3; step++) {
            long sum = 0;
            for (JsonNode group : answer.get("groups")) {
                sum += group.get("stairs").get("steps").get(step).get("reached").asLong();
            }
            assertThat(sum).isEqualTo(reached(answer.get("all")).get(step));
        }
    }

    @Test
    void whatCannotBeAFunnelIsNamed() {
        assertFault(Map.of("funnel", funnel("P7D", "app_open")), "funnel", "from 2 to 30");
        assertFault(Map.of("funnel", funnel("PT0S", "app_open", "purchase")), "funnel", "longer than nothing");
        assertFault(Map.of("funnel", funnel("a week", "app_open", "purchase")), "funnel.window", "P7D");
        assertFault(Map.of("funnel", funnel("P7D", "app_open", "sail_set")), "funnel.steps[1].what.event", "sail_set");
        Map<String, Object> held = funnel("P7D", "app_open", "purchase");
        held.put("hold", "colour");
        assertFault(Map.of("funnel", held), "funnel.hold", "colour");
        Caller.Answer people = Caller.demo()
                .post("/api/apps/gullcombe/people-count", Map.of("among", Map.of("funnel", held, "reached", 1)));
        assertThat(people.text()).contains("among.funnel.hold").contains("colour");
        Map<String, Object> fine = funnel("P7D", "app_open", "purchase");
        assertFault(Map.of("funnel", fine, "split", Map.of("step", 2)), "split", "property or by groups");
        Caller.Answer lost = Caller.demo()
                .post("/api/apps/gullcombe/people-count", Map.of("among", Map.of("funnel", fine, "lostAt", 1)));
        assertThat(lost.status()).isEqualTo(400);
        assertThat(lost.text()).contains("Nobody is lost at the first step");
    }

    private static void assertFault(Map<String, Object> question, String field, String says) {
        Caller.Answer answer = Caller.demo().post("/api/apps/gullcombe/funnel", question);
        assertThat(answer.status()).isEqualTo(400);
        assertThat(answer.json().get("detail").asString()).contains(says);
        assertThat(answer.text()).contains("\"" + field + "\"");
    }
}
