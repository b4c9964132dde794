package coldtide.server.anomaly;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;
import tools.jackson.databind.DeserializationFeature;
import tools.jackson.databind.json.JsonMapper;

/** What was kept, or told as an alert, is known again in what the watch finds now. */
class LikenessTest {
    private static final JsonMapper JSON = JsonMapper.builder()
            .disable(DeserializationFeature.FAIL_ON_NULL_FOR_PRIMITIVES)
            .build();

    private static IncidentView incident(String slice, String drops, String chosen) {
        return JSON.readValue("""
                {"id": "one", "kind": "UNEXPLAINED", "slice": [%s], "days": {"from": "2026-10-06", "to": "2026-10-20"},
                 "isOver": true, "drops": [%s], "chosen": [%s], "events": [], "performance": [], "peak": false}
                """.formatted(slice, drops, chosen), IncidentView.class);
    }

    private static String drop(String figure) {
        return "{\"figure\": \"" + figure + "\", \"slice\": [" + FAMILY + "]}";
    }

    private static String choice(int id) {
        return "{\"id\": " + id + ", \"name\": \"Mean frames\"}";
    }

    private static final String FAMILY = "{\"property\": \"gpu\", \"value\": \"Nacre 5\"}";

    @Test
    void whatLeadsMayBeAnotherFigureOfTheSamePeople() {
        IncidentView first = incident(FAMILY, drop("FRAME_RATE"), "");
        IncidentView later = incident(FAMILY, drop("ACTIVE_PEOPLE") + "," + drop("FRAME_RATE"), "");
        assertThat(later.likeness(first)).isEqualTo(3);
        assertThat(first.likeness(first)).isEqualTo(4);
    }

    @Test
    void aChoiceThatFellByItselfIsKnownInTheCaseInWhichItStands() {
        IncidentView alone = incident("", "", choice(7));
        IncidentView within = incident(FAMILY, drop("FRAME_RATE"), choice(3) + "," + choice(7));
        assertThat(within.likeness(alone)).isEqualTo(2);
        assertThat(alone.likeness(within)).isEqualTo(2);
        assertThat(incident(FAMILY, drop("FRAME_RATE"), choice(3)).likeness(alone))
                .isZero();
        assertThat(incident("", "", choice(3)).likeness(alone)).isZero();
        assertThat(alone.likeness(alone)).isEqualTo(4);
    }
}
