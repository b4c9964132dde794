package coldtide.server.evidence;

import static org.assertj.core.api.Assertions.assertThat;

import coldtide.server.Application;
import coldtide.server.Caller;
import coldtide.server.Caller.Answer;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

@ExtendWith(Application.class)
class EvidenceTest {
    private static final String PATH = "/api/apps/gullcombe/evidence";

    private static Map<String, Object> kept() {
        return new HashMap<>(Map.of(
                "room",
                "retention",
                "address",
                "retention?by=day&among={\"segment\":3}",
                "question",
                "Of everyone who arrived each day, how many came back?",
                "watermark",
                "2026-06-28T22:59:59Z",
                "findings",
                List.of("35.0 % (34.5–35.4) came back at day 1.", "None lies apart."),
                "answer",
                Map.of("cohorts", List.of(Map.of("size", 120)), "share", 0.35)));
    }

    /** What was kept is what comes back, number for number, whatever the data says by then. */
    @Test
    void anAnswerIsKeptAsItWas() {
        Answer made = Caller.demo().post(PATH, kept());
        assertThat(made.status()).as(made.text()).isEqualTo(201);
        int id = made.json().get("id").asInt();
        JsonNode one = Caller.demo().get(PATH + "/" + id).json();
        assertThat(one.get("answer").toString()).isEqualTo("{\"share\":0.35,\"cohorts\":[{\"size\":120}]}");
        JsonNode evidence = one.get("evidence");
        assertThat(evidence.get("findings").get(0).asString()).isEqualTo("35.0 % (34.5–35.4) came back at day 1.");
        assertThat(evidence.get("watermark").asString()).isEqualTo("2026-06-28T22:59:59Z");
        assertThat(evidence.get("keptBy").asString()).isEqualTo("demo");
        JsonNode newest = Caller.demo().get(PATH).json().get(0);
        assertThat(newest.get("id").asInt()).isEqualTo(id);
        assertThat(newest.get("address").asString()).contains("segment");
        assertThat(Application.keeper().get("/api/audit").text()).contains("evidence kept");
    }

    @Test
    void whatIsNoEvidenceIsRefusedWithTheField() {
        assertRefused("room", "Retention!");
        assertRefused("question", " ");
        assertRefused("watermark", "yesterday");
        assertRefused("findings", null);
        assertThat(Caller.demo().get(PATH + "/999999").status()).isEqualTo(404);
    }

    private static void assertRefused(String field, Object value) {
        Map<String, Object> bad = kept();
        bad.put(field, value);
        Answer answer = Caller.demo().post(PATH, bad);
        assertThat(answer.status()).as(field).isEqualTo(400);
        assertThat(answer.text()).contains(field);
    }
}
