package coldtide.server.marks;

import static org.assertj.core.api.Assertions.assertThat;

import coldtide.server.Application;
import coldtide.server.Caller;
import coldtide.server.Caller.Answer;
import coldtide.server.apps.Apps;
import coldtide.server.store.channel.SimulatedStore;
import coldtide.server.store.channel.SimulatedStoreRepository;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

/** Releases as the simulated store announces them are taken over; what else was entered stays. */
@ExtendWith(Application.class)
class StoreFeedTest {
    private static final String FEED = """
            {"releases": [
              {"version": "2.0.0", "platform": "ios", "build": "200", "steps": [
                {"starts": "2026-05-04T09:00:00Z", "share": 0.1}, {"starts": "2026-05-07T09:00:00Z", "share": 1}]},
              {"version": "2.0.0", "platform": "android", "build": "201", "steps": [
                {"starts": "2026-05-05T09:00:00Z", "share": 1}]}]}
            """;

    private static void makeApp(String key) {
        Map<String, Object> settings =
                Map.of("key", key, "name", "Stored", "zone", "UTC", "currency", "EUR", "lateLimitDays", 400);
        assertThat(Caller.demo().post("/api/apps", settings).status()).isEqualTo(201);
    }

    private static void announces(String app, int announced, int unknown, int otherwise) {
        JsonNode of = Caller.demo().get("/api/apps/" + app + "/releases/store").json();
        assertThat(of.get("announced").asInt()).isEqualTo(announced);
        assertThat(of.get("unknown").asInt()).isEqualTo(unknown);
        assertThat(of.get("otherwise").asInt()).isEqualTo(otherwise);
    }

    private static JsonNode takeOver(String app) {
        Answer answer = Caller.demo().post("/api/apps/" + app + "/releases/store", Map.of());
        assertThat(answer.status()).as(answer.text()).isEqualTo(200);
        return answer.json();
    }

    @Test
    void whatIsAnnouncedIsTakenOver() {
        makeApp("stored");
        int id = Application.part(Apps.class).require("stored").id();
        Application.part(SimulatedStoreRepository.class).save(new SimulatedStore(id, FEED));
        Map<String, Object> own = Map.of(
                "version", "1.9.0",
                "platform", "ios",
                "build", "",
                "steps", List.of(Map.of("starts", "2026-03-04T09:00:00Z", "share", 1)));
        assertThat(Caller.demo().post("/api/apps/stored/releases", own).status())
                .isEqualTo(201);
        Map<String, Object> early = Map.of(
                "version", "2.0.0",
                "platform", "ios",
                "build", "200",
                "steps", List.of(Map.of("starts", "2026-05-04T09:00:00Z", "share", 0.1)));
        assertThat(Caller.demo().post("/api/apps/stored/releases", early).status())
                .isEqualTo(201);
        announces("stored", 2, 1, 1);

        JsonNode taken = takeOver("stored");
        assertThat(taken.get("entered").asInt()).isEqualTo(1);
        assertThat(taken.get("changed").asInt()).isEqualTo(1);
        announces("stored", 2, 0, 0);
        JsonNode again = takeOver("stored");
        assertThat(again.get("entered").asInt() + again.get("changed").asInt())
                .as("what is known as announced is left alone")
                .isZero();
        JsonNode known = Caller.demo().get("/api/apps/stored/releases").json();
        assertThat(known.size()).isEqualTo(3);
        assertThat(known.get(1).get("steps").get(1).get("starts").asString()).isEqualTo("2026-05-07T09:00:00Z");
    }

    @Test
    void aStoreThatAnnouncesNothingSaysSo() {
        makeApp("unstored");
        announces("unstored", 0, 0, 0);
        Answer answer = Caller.demo().post("/api/apps/unstored/releases/store", Map.of());
        assertThat(answer.status()).isEqualTo(409);
        assertThat(answer.text()).contains("The store announces nothing of Stored.");
    }

    /** The demo's releases are those that its store announced. */
    @Test
    void theDemoKnowsAllThatIsAnnounced() {
        JsonNode of = Caller.demo().get("/api/apps/gullcombe/releases/store").json();
        assertThat(of.get("announced").asInt())
                .isEqualTo(
                        Caller.demo().get("/api/apps/gullcombe/releases").json().size());
        assertThat(of.get("unknown").asInt()).isZero();
        assertThat(of.get("otherwise").asInt()).isZero();
    }
}
