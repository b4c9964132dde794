package coldtide.server.anomaly;

import static java.util.Map.entry;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.withinPercentage;

import coldtide.server.Application;
import coldtide.server.Caller;
import coldtide.server.Caller.Answer;
import coldtide.server.FallenHeights;
import coldtide.server.FallenLights;
import coldtide.server.apps.Apps;
import coldtide.server.store.anomaly.StoredMonitor;
import coldtide.server.store.anomaly.StoredMonitorRepository;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import tools.jackson.databind.JsonNode;

/** What people choose to have watched is found when it falls, told as an alert, and can be taken out again. */
@ExtendWith(Application.class)
class WatchedTest {
    private static final String HEIGHTS = "/api/apps/heights";
    private static final String LIGHTS = "/api/apps/watchedlights";

    @BeforeAll
    static void worlds() throws InterruptedException {
        make("heights");
        Application.bring(Caller.demo(), "heights", FallenHeights.events());
        make("watchedlights");
        Application.bring(Caller.demo(), "watchedlights", FallenLights.events(0, FallenLights.MENDED));
    }

    private static void make(String key) {
        Map<String, Object> settings =
                Map.of("key", key, "name", "Watched", "zone", "UTC", "currency", "EUR", "lateLimitDays", 7320);
        assertThat(Caller.demo().post("/api/apps", settings).status()).isEqualTo(201);
    }

    @AfterEach
    void nothingIsWatched() {
        for (String app : List.of(HEIGHTS, LIGHTS)) {
            watched(app)
                    .forEach(each -> Caller.demo()
                            .delete(app + "/watched/" + each.get("id").asInt()));
        }
    }

    private static Map<String, Object> measure(String kind, String property, Object what) {
        Map<String, Object> measure = new HashMap<>();
        measure.put("name", "a");
        measure.put("kind", kind);
        measure.put("property", property);
        measure.put("what", what);
        return measure;
    }

    private static Answer watch(String app, String name, Map<String, Object> question) {
        return Caller.demo().post(app + "/watched", Map.of("name", name, "isWorseAbove", false, "question", question));
    }

    private static Map<String, Object> heightsOf(String kind) {
        return Map.of("watched", "a", "measures", List.of(measure(kind, "height", Map.of("event", "app_open"))));
    }

    private static JsonNode watched(String app) {
        return Caller.demo().get(app + "/watched").json();
    }

    private static List<JsonNode> incidents(String app) {
        List<JsonNode> all = new ArrayList<>();
        Caller.demo()
                .get(app + "/changes")
                .json()
                .get("answer")
                .get("incidents")
                .forEach(all::add);
        return all;
    }

    @Test
    void aMeasureThatFellByItselfIsACaseAndAnAlert() {
        assertThat(incidents(HEIGHTS)).isEmpty();
        AlertWatch alerts = Application.part(AlertWatch.class);
        alerts.look();

        assertThat(watch(HEIGHTS, "Heights", heightsOf("SUM")).status()).isEqualTo(201);
        JsonNode incident = incidents(HEIGHTS).get(0);
        int id = watched(HEIGHTS).get(0).get("id").asInt();
        assertThat(incident.get("id").asString()).isEqualTo("2026-04-16.watched-" + id);
        assertThat(incident.get("kind").asString()).isEqualTo("UNEXPLAINED");
        JsonNode fall = incident.get("chosen").get(0);
        assertThat(fall.get("name").asString()).isEqualTo("Heights");
        assertThat(fall.get("change").get("part").asDouble()).isBetween(-0.23, -0.19);
        JsonNode portion = fall.get("portions").get(0);
        assertThat(portion.get("having").get("value").asString()).isEqualTo("BR");
        assertThat(portion.get("after").asDouble())
                .isCloseTo(portion.get("before").asDouble() / 6, withinPercentage(2));
        assertThat(portion.get("ofMissing").asDouble()).isBetween(0.95, 1.05);

        // Nothing has come in since, but something is watched that was not before.
        alerts.look();
        JsonNode told =
                Caller.demo().get(HEIGHTS + "/alerts").json().get("alerts").get(0);
        assertThat(told.get("title").asString()).isEqualTo("Watched: \"Heights\" fell");
        assertThat(told.get("words").asString()).contains("95 % interval", "From 2026-04-16");

        Answer kept = Caller.demo()
                .post(HEIGHTS + "/cases", Map.of("incident", incident.get("id").asString(), "title", "Heights"));
        assertThat(kept.status()).as(kept.text()).isEqualTo(201);
        assertThat(recovery(kept.json().get("id").asInt(), 0, "2026-04-20")).isEqualTo("STILL");
        assertThat(recovery(kept.json().get("id").asInt(), 1, "2026-04-10")).isEqualTo("BEFORE_THE_FALL");
        assertThat(recovery(kept.json().get("id").asInt(), 2, "2026-04-29")).isEqualTo("TOO_EARLY");
        Caller.demo().delete(HEIGHTS + "/watched/" + id);
        assertThat(Caller.demo()
                        .get(HEIGHTS + "/cases/" + kept.json().get("id").asInt() + "/recovery")
                        .text())
                .contains("is not watched any more");
    }

    /** How it goes since something was done on a day. */
    private static String recovery(int id, int version, String acted) {
        String kept = HEIGHTS + "/cases/" + id;
        Answer said = Caller.demo()
                .call(
                        "PUT",
                        kept,
                        Map.of(
                                "version",
                                version,
                                "title",
                                "Heights",
                                "status",
                                "ACTED_ON",
                                "words",
                                Map.of(),
                                "action",
                                "Steps were mended",
                                "acted",
                                acted));
        assertThat(said.status()).as(said.text()).isEqualTo(200);
        return Caller.demo()
                .get(kept + "/recovery")
                .json()
                .get("answer")
                .get("state")
                .asString();
    }

    /** Of a percentile it is found as well, and not taken apart. */
    @Test
    void whatDoesNotAddUpIsNotTakenApart() {
        Map<String, Object> tenth = measure("PERCENTILE", "height", Map.of("event", "app_open"));
        tenth.put("percent", 20);
        watch(HEIGHTS, "Low heights", Map.of("watched", "a", "measures", List.of(tenth)));
        JsonNode fall = incidents(HEIGHTS).get(0).get("chosen").get(0);
        assertThat(fall.get("unit").asString()).isEqualTo("NUMBER");
        assertThat(fall.get("portions")).isEmpty();
    }

    @Test
    void howItStandsIsThatOfTheLastFullDay() {
        watch(HEIGHTS, "Heights", heightsOf("SUM"));
        JsonNode stand = watched(HEIGHTS).get(0).get("stands").get(0);
        String end = Caller.demo()
                .get(HEIGHTS + "/changes")
                .json()
                .get("answer")
                .get("fullDaysEnd")
                .asString();
        Map<String, Object> question = new HashMap<>(Map.ofEntries(
                entry("range", Map.of("from", LocalDate.parse(end).minusDays(1).toString(), "to", end)),
                entry("step", "DAY"),
                entry("measures", List.of(measure("SUM", "height", Map.of("event", "app_open"))))));
        JsonNode asked =
                Caller.demo().post(HEIGHTS + "/measures", question).json().get("answer");
        assertThat(stand.get("value").asDouble())
                .isEqualTo(asked.get("range")
                        .get("measures")
                        .get(0)
                        .get("all")
                        .get("range")
                        .asDouble());
        assertThat(stand.get("value").asDouble()).isLessThan(stand.get("low").asDouble());
    }

    /** What fell with a case of its own is one incident with it. */
    @Test
    void whatFellWithACaseStandsInIt() {
        int before = incidents(LIGHTS).size();
        Map<String, Object> adverts =
                Map.of("watched", "a", "measures", List.of(measure("EVENTS", null, Map.of("event", "ad_finished"))));
        watch(LIGHTS, "Adverts seen", adverts);
        List<JsonNode> found = incidents(LIGHTS);
        assertThat(found).hasSize(before);
        assertThat(found)
                .filteredOn(incident -> !incident.get("chosen").isEmpty())
                .singleElement()
                .satisfies(incident -> {
                    assertThat(incident.get("slice").get(0).get("value").asString())
                            .isEqualTo("Nacre 5");
                    assertThat(incident.get("chosen").get(0).get("name").asString())
                            .isEqualTo("Adverts seen");
                });
        Caller.demo()
                .delete(LIGHTS + "/watched/" + watched(LIGHTS).get(0).get("id").asInt());
        assertThat(incidents(LIGHTS))
                .allMatch(incident -> incident.get("chosen").isEmpty());
    }

    @Test
    void theFiguresOfASegmentAreWatchedAndItCannotBeRemovedMeanwhile() {
        Answer made = Caller.demo()
                .post(
                        LIGHTS + "/segments",
                        Map.of(
                                "name", "In BR",
                                "description", "",
                                "owner", "",
                                "fixed", false,
                                "among", Map.of("property", "country", "is", "BR")));
        int segment = made.json().get("id").asInt();
        assertThat(watch(LIGHTS, "In BR", Map.of("among", Map.of("segment", segment)))
                        .status())
                .isEqualTo(201);
        JsonNode stands = watched(LIGHTS).get(0).get("stands");
        assertThat(stands).hasSizeGreaterThan(20);
        assertThat(incidents(LIGHTS))
                .anyMatch(incident -> incident.get("chosen").toString().contains("\"AD_REVENUE\""));

        Answer refused = Caller.demo().delete(LIGHTS + "/segments/" + segment);
        assertThat(refused.status()).isEqualTo(409);
        assertThat(refused.text()).contains("the watched \\\"In BR\\\"");
        nothingIsWatched();
        assertThat(Caller.demo().delete(LIGHTS + "/segments/" + segment).status())
                .isEqualTo(200);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "{}|The headline metrics of all users are always monitored",
                "{'among':{'segment':999999}}|segment",
                "{'measures':[{'name':'a','kind':'SUM','property':'depth'}],'watched':'a'}|\"depth\" was ever received",
                "{'measures':[{'name':'a','kind':'EVENTS'}],'watched':'b'}|None of the measures is called \"b\"",
                "{'measures':[],'watched':'a'}|None of the measures is called \"a\"",
                "{'measures':[{'name':'a b','kind':'EVENTS'}],'watched':'a b'}|cannot be a measure's name"
            })
    void whatCannotBeWatchedIsRefusedWithASentence(String question, String says) {
        String body = "{\"name\":\"x\",\"isWorseAbove\":false,\"question\":" + question.replace('\'', '"') + "}";
        Answer refused = Caller.demo().postText(HEIGHTS + "/watched", body);
        assertThat(refused.status()).isEqualTo(400);
        assertThat(refused.json().toString().replace("\\\"", "\"")).contains(says);
        assertThat(watched(HEIGHTS)).isEmpty();
    }

    /** Segments of what is watched cannot be removed, but what was received once may be gone by an erasure. */
    @Test
    void whatCannotBeAskedAnyMoreIsSaidAndTheRestIsWatched() {
        int app = Application.part(Apps.class).require("heights").id();
        Application.part(StoredMonitorRepository.class)
                .save(new StoredMonitor(app, "Gone", false, "{\"among\":{\"segment\":999999}}", "demo"));
        watch(HEIGHTS, "Heights", heightsOf("SUM"));
        JsonNode all = watched(HEIGHTS);
        assertThat(all.get(0).get("fault").asString()).contains("segment");
        assertThat(all.get(0).get("stands")).isEmpty();
        assertThat(all.get(1).get("fault").isNull()).isTrue();
        assertThat(incidents(HEIGHTS)).hasSize(1);
    }

    @Test
    void aNameIsTakenOnceAndThereIsAnEnd() {
        assertThat(watch(HEIGHTS, "One", heightsOf("MEAN")).status()).isEqualTo(201);
        Answer again = watch(HEIGHTS, "One", heightsOf("SUM"));
        assertThat(again.status()).isEqualTo(409);
        assertThat(again.text()).contains("is watched already");
        for (int i = 2; i <= 20; i++) {
            assertThat(watch(HEIGHTS, "Number " + i, heightsOf("MEAN")).status())
                    .isEqualTo(201);
        }
        assertThat(watch(HEIGHTS, "One more", heightsOf("MEAN")).text()).contains("At most 20");
        assertThat(Caller.demo().delete(HEIGHTS + "/watched/999999").status()).isEqualTo(404);
    }
}
