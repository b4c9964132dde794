package coldtide.server.named;

import static org.assertj.core.api.Assertions.assertThat;

import coldtide.server.Application;
import coldtide.server.Caller;
import coldtide.server.Caller.Answer;
import coldtide.server.Truth;
import java.sql.SQLException;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

/** Behaviours and segments: what a name stands for, wherever it stands. */
@ExtendWith(Application.class)
class DefinitionServiceTest {
    private static final String APP = "/api/apps/gullcombe/";

    @BeforeAll
    static void theTruthAsTables() throws SQLException {
        Truth.tell();
    }

    private static Answer call(String method, String path, String json) {
        return Caller.demo()
                .call(
                        method,
                        APP + path,
                        "application/json",
                        json.replace('\'', '"').getBytes(java.nio.charset.StandardCharsets.UTF_8));
    }

    private static JsonNode done(String method, String path, String json) {
        Answer answer = call(method, path, json);
        assertThat(answer.status()).as(answer.text()).isBetween(200, 204);
        return answer.json();
    }

    private static String behaviour(String name, String what, boolean endsFirstPath) {
        return "{'name':'" + name + "','description':'','owner':'','what':" + what + ",'endsFirstPath':" + endsFirstPath
                + "}";
    }

    private static String segment(String name, String among, boolean fixed) {
        return "{'name':'" + name + "','description':'for a test','owner':'','among':" + among + ",'fixed':" + fixed
                + "}";
    }

    private static double people(String among) {
        return done("POST", "people-count", "{'among':" + among + "}")
                .get("answer")
                .get("people")
                .asDouble();
    }

    @Test
    void aBehaviourStandsForItsEventsEverywhere() throws SQLException {
        done(
                "PUT",
                "behaviours",
                behaviour("three stars", "{'all':[{'event':'beacon_lit'},{'property':'stars','is':'3'}]}", false));
        double truth = Truth.number(
                "select count(distinct person) from e where name = 'beacon_lit'" + " and properties ->> 'stars' = '3'");
        assertThat(people("{'did':{'behaviour':'three stars'}}"))
                .isEqualTo(truth)
                .isPositive();
        JsonNode measured = done(
                "POST",
                "measures",
                "{'range':{'from':'2026-03-09','to':'2026-06-29'},'step':'MONTH','measures':"
                        + "[{'name':'a','kind':'PEOPLE','what':{'behaviour':'three stars'}}]}");
        assertThat(measured.get("answer")
                        .get("range")
                        .get("measures")
                        .get(0)
                        .get("all")
                        .get("range")
                        .asDouble())
                .isEqualTo(truth);

        JsonNode segment = done("POST", "segments", segment("stars", "{'did':{'behaviour':'three stars'}}", false));
        Answer used = call("DELETE", "behaviours?name=three%20stars", "{}");
        assertThat(used.status()).isEqualTo(409);
        assertThat(used.text()).contains("is used by the segment \\\"stars\\\". Change or remove that first.");

        // What the name stands for changes; who speaks of it follows.
        done("PUT", "behaviours", behaviour("three stars", "{'event':'crash'}", false));
        assertThat(people("{'segment':" + segment.get("id") + "}"))
                .isEqualTo(Truth.number("select count(distinct person) from e where name = 'crash'"));
        assertThat(call("DELETE", "segments/" + segment.get("id"), "{}").status())
                .isEqualTo(200);
        assertThat(call("DELETE", "behaviours?name=three%20stars", "{}").status())
                .isEqualTo(200);
        assertThat(call("POST", "people-count", "{'among':{'did':{'behaviour':'three stars'}}}")
                        .text())
                .contains("among.did.behaviour")
                .contains("a behaviour that is not there");
    }

    @Test
    void namesThatSpeakOfThemselvesAreRefused() {
        done("PUT", "behaviours", behaviour("loop", "{'event':'crash'}", false));
        Answer self = call(
                "PUT", "behaviours", behaviour("loop", "{'either':[{'behaviour':'loop'},{'event':'crash'}]}", false));
        assertThat(self.status()).isEqualTo(400);
        assertThat(self.text()).contains("speaks of the behaviour loop within itself");
        call("DELETE", "behaviours?name=loop", "{}");
        JsonNode first = done("POST", "segments", segment("inner", "{'property':'platform','is':'ios'}", false));
        JsonNode second = done("POST", "segments", segment("outer", "{'segment':" + first.get("id") + "}", false));
        Answer round = call(
                "PUT",
                "segments/" + first.get("id"),
                segment("inner", "{'not':{'segment':" + second.get("id") + "}}", false));
        assertThat(round.status()).isEqualTo(400);
        assertThat(round.text()).contains("within itself");
        Answer taken = call("POST", "segments", segment("outer", "{'property':'platform','is':'ios'}", false));
        assertThat(taken.status()).isEqualTo(409);
        Answer renamed = call(
                "PUT", "segments/" + first.get("id"), segment("outer", "{'property':'platform','is':'ios'}", false));
        assertThat(renamed.status()).isEqualTo(409);
        assertThat(renamed.text()).contains("There is already a segment \\\"outer\\\".");
        call("DELETE", "segments/" + second.get("id"), "{}");
        call("DELETE", "segments/" + first.get("id"), "{}");
    }

    @Test
    void aListStaysAsItWasFoundAndARemovedSegmentIsSaidByName() throws SQLException {
        JsonNode list =
                done("POST", "segments", segment("buyers <b>as found</b>", "{'did':{'event':'purchase'}}", true));
        double buyers = Truth.number("select count(distinct person) from e where name = 'purchase'");
        assertThat(list.get("people").asDouble()).isEqualTo(buyers);
        assertThat(list.get("origin").asString())
                .startsWith("Found at the watermark ")
                .contains("purchase");
        String in = "{'segment':" + list.get("id") + "}";
        assertThat(people(in)).isEqualTo(buyers);
        assertThat(people("{'all':[" + in + ",{'not':{'did':{'event':'purchase'}}}]}"))
                .isZero();
        Answer rule = call("PUT", "segments/" + list.get("id"), segment("buyers", "{'all':[]}", true));
        assertThat(rule.text()).contains("it has no rule to change");

        assertThat(call("DELETE", "segments/" + list.get("id"), "{}").status()).isEqualTo(200);
        JsonNode lenient = done(
                "POST",
                "register",
                "{'among':{'all':[" + in + "]},'by':'REVENUE','largestFirst':true,'columns':[],'from':0,'most':1,"
                        + "'lenient':true}");
        assertThat(lenient.get("answer").get("leftOut").get(0).asString())
                .startsWith("The segment \"buyers <b>as found</b>\" was removed on ")
                .endsWith(" by demo.");
    }

    private static JsonNode named(String name) {
        for (JsonNode behaviour : Caller.demo().get(APP + "behaviours").json()) {
            if (behaviour.get("name").asString().equals(name)) {
                return behaviour;
            }
        }
        throw new AssertionError("There is no behaviour " + name + ".");
    }

    @Test
    void theFirstTimePathEndsByOneBehaviour() throws SQLException {
        JsonNode before = named("first beacon lit");
        assertThat(before.get("endsFirstPath").asBoolean()).isTrue();
        done("PUT", "behaviours", behaviour("first light", "{'event':'beacon_lit'}", true));
        done("PUT", "behaviours", behaviour("lesson over", "{'event':'lesson_finished'}", true));
        assertThat(named("first beacon lit").get("endsFirstPath").asBoolean()).isFalse();
        assertThat(named("first light").get("endsFirstPath").asBoolean()).isFalse();
        assertThat(named("lesson over").get("endsFirstPath").asBoolean()).isTrue();
        JsonNode rows = done(
                        "POST",
                        "tide-table",
                        "{'range':{'from':'2026-05-04','to':'2026-06-01'},'compared':{'from':'2026-04-06','to':'2026-05-04'},"
                                + "'grain':'WEEK'}")
                .get("answer")
                .get("rows");
        for (JsonNode row : rows) {
            String truth = switch (row.get("figure").asString()) {
                case "FIRST_PATH" ->
                    "select count(*) from (select person, min(day) as day from e"
                            + " where name = 'lesson_finished' group by person) f where day >= '2026-05-04' and day < '2026-06-01'";
                case "GONE_QUIET" ->
                    "select count(distinct person) from e where active and day >= '2026-04-06'"
                            + " and day < '2026-05-04' and person not in (select person from e where active"
                            + " and day >= '2026-05-04' and day < '2026-06-01')";
                default -> null;
            };
            if (truth != null) {
                assertThat(row.get("range").asDouble())
                        .isEqualTo(Truth.number(truth))
                        .isPositive();
            }
        }
        call("DELETE", "behaviours?name=first%20light", "{}");
        call("DELETE", "behaviours?name=lesson%20over", "{}");
        done(
                "PUT",
                "behaviours",
                behaviour("first beacon lit", before.get("what").toString(), true));
    }
}
