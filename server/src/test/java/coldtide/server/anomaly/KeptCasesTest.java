package coldtide.server.anomaly;

import static org.assertj.core.api.Assertions.assertThat;

import coldtide.server.Application;
import coldtide.server.Caller;
import coldtide.server.Caller.Answer;
import coldtide.server.FallenLights;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.Map;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

/** A case from the day it is opened until it is mended: what was found stays as it was, what people say of it changes. */
@ExtendWith(Application.class)
class KeptCasesTest {
    private static final String APP = "/api/apps/lasting";
    private static final LocalDate FIRST = LocalDate.of(2026, 3, 2);

    @BeforeAll
    static void aFallGoesOn() throws InterruptedException {
        Caller.demo().makeApp("lasting", 7320);
        Application.bring(Caller.demo(), "lasting", FallenLights.events(0, FallenLights.MENDED));
    }

    private static JsonNode incident() {
        for (JsonNode each :
                Caller.demo().get(APP + "/changes").json().get("answer").get("incidents")) {
            if (each.get("id").asString().endsWith(".Nacre 5")) {
                return each;
            }
        }
        throw new AssertionError("The fall of Nacre 5 is not found.");
    }

    private static JsonNode open() {
        Answer made = Caller.demo()
                .post(
                        APP + "/cases",
                        Map.of("incident", incident().get("id").asString(), "title", "Adverts of Nacre 5"));
        assertThat(made.status()).as(made.text()).isEqualTo(201);
        return made.json();
    }

    private static Map<String, Object> entry(JsonNode kept) {
        Map<String, Object> entry = new HashMap<>();
        entry.put("version", kept.get("version").asInt());
        entry.put("title", kept.get("title").asString());
        entry.put("status", "EXPLAINED");
        entry.put("words", Map.of("verdict", "The new advert player fails, {size}."));
        entry.put("action", "Old player for this GPU");
        entry.put("acted", FIRST.plusDays(FallenLights.MENDED).toString());
        return entry;
    }

    private static Answer change(JsonNode kept, Map<String, Object> entry) {
        return Caller.demo().call("PUT", APP + "/cases/" + kept.get("id").asInt(), entry);
    }

    @Test
    void whatWasFoundStaysAndIsAskedAgain() throws InterruptedException {
        JsonNode found = incident();
        assertThat(found.get("isOver").asBoolean()).isFalse();
        JsonNode kept = open();
        String path = APP + "/cases/" + kept.get("id").asInt();
        assertThat(kept.get("findings").get(0).get("found").get("incidents").get(0))
                .isEqualTo(found);
        assertThat(change(kept, entry(kept)).status()).isEqualTo(200);

        assertThat(Caller.demo()
                        .get(path + "/recovery")
                        .json()
                        .get("answer")
                        .get("state")
                        .asString())
                .as("the last day of the data is the last of the fall")
                .isEqualTo("TOO_EARLY");

        Application.bring(Caller.demo(), "lasting", FallenLights.events(FallenLights.MENDED, 84));
        JsonNode now = Caller.demo()
                .get(path + "/now")
                .json()
                .get("answer")
                .get("incidents")
                .get(0);
        assertThat(now.get("isOver").asBoolean()).isTrue();
        assertThat(now.get("days").get("to").asString())
                .isEqualTo(FIRST.plusDays(FallenLights.MENDED).toString());
        JsonNode still = Caller.demo().get(path).json();
        assertThat(still.get("findings").size()).isEqualTo(1);
        assertThat(still.get("findings").get(0).get("found").get("incidents").get(0))
                .isEqualTo(found);

        JsonNode back = Caller.demo().get(path + "/recovery").json().get("answer");
        assertThat(back.get("state").asString()).isEqualTo("BACK");
        assertThat(back.get("change").get("part").asDouble()).isBetween(-0.1, 0.1);

        JsonNode taken = Caller.demo().post(path + "/findings", Map.of()).json();
        assertThat(taken.get("findings").size()).isEqualTo(2);
        assertThat(taken.get("findings").get(1).get("found").get("incidents").get(0))
                .isEqualTo(now);
        assertThat(taken.get("words").get("verdict").asString()).isEqualTo("The new advert player fails, {size}.");
        assertThat(Application.keeper().get("/api/audit").text()).contains("case opened", "case asked again");

        Map<String, Object> early = entry(taken);
        early.put("acted", FIRST.plusDays(FallenLights.FELL - 10).toString());
        assertThat(change(taken, early).status()).isEqualTo(200);
        assertThat(Caller.demo()
                        .get(path + "/recovery")
                        .json()
                        .get("answer")
                        .get("state")
                        .asString())
                .isEqualTo("BEFORE_THE_FALL");
    }

    @Test
    void whatSomebodyElseChangedIsNotWrittenOver() {
        JsonNode kept = open();
        Answer first = change(kept, entry(kept));
        assertThat(first.status()).as(first.text()).isEqualTo(200);
        assertThat(first.json().get("status").asString()).isEqualTo("EXPLAINED");
        Answer second = change(kept, entry(kept));
        assertThat(second.status()).isEqualTo(409);
        assertThat(second.text()).contains("demo has changed this case since you opened it");
    }

    @Test
    void peopleSpeakInOrder() {
        JsonNode kept = open();
        String path = APP + "/cases/" + kept.get("id").asInt();
        Caller.demo().post(path + "/comments", Map.of("text", " Is it the player? "));
        JsonNode said = Application.keeper()
                .post(path + "/comments", Map.of("text", "It is."))
                .json();
        assertThat(said.get("comments").get(0).get("text").asString()).isEqualTo("Is it the player?");
        assertThat(said.get("comments").get(1).get("writtenBy").asString()).isEqualTo("keeper");
    }

    @Test
    void whatIsWrongIsSaid() {
        Answer unknown =
                Caller.demo().post(APP + "/cases", Map.of("incident", "2020-01-01.revenue", "title", "Nothing"));
        assertThat(unknown.status()).isEqualTo(400);
        assertThat(unknown.text()).contains("incident", "nothing falls out as");
        JsonNode kept = open();
        String path = APP + "/cases/" + kept.get("id").asInt();
        assertThat(Caller.demo()
                        .get("/api/apps/gullcombe/cases/" + kept.get("id").asInt())
                        .status())
                .as("of another app")
                .isEqualTo(404);
        Answer undone = Caller.demo().get(path + "/recovery");
        assertThat(undone.status()).isEqualTo(409);
        assertThat(undone.text()).contains("Say first on which day");
        Map<String, Object> bad = entry(kept);
        bad.put("title", " ");
        assertThat(change(kept, bad).text()).contains("title");
        assertThat(Caller.demo().post(path + "/comments", Map.of("text", "")).status())
                .isEqualTo(400);
    }
}
