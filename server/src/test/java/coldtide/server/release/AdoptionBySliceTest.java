package coldtide.server.release;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import coldtide.server.Application;
import coldtide.server.Caller;
import coldtide.server.Caller.Answer;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

/** How the demo's releases were taken up, by a property of people. */
@ExtendWith(Application.class)
class AdoptionBySliceTest {
    private static final String PATH = "/api/apps/gullcombe/standings/adoption?version=1.6.0";

    @Test
    void byPlatformItIsTheAdoptionOfEachPlatform() {
        JsonNode standings = Caller.demo()
                .get("/api/apps/gullcombe/standings")
                .json()
                .get("answer")
                .get("releases");
        JsonNode slices = Caller.demo().get(PATH + "&by=platform").json().get("answer");
        assertThat(slices.size()).isEqualTo(2);
        int compared = 0;
        for (JsonNode standing : standings) {
            for (JsonNode slice : slices) {
                boolean isSame = standing.get("version").asString().equals("1.6.0")
                        && standing.get("platform")
                                .asString()
                                .equals(slice.get("value").asString());
                if (isSame) {
                    compared++;
                    // Each platform began by itself; both lists end with the last full day. Who uses both is of the
                    // first there and of the last here.
                    JsonNode of = standing.get("adoption");
                    for (int back = 1; back <= of.size(); back++) {
                        assertThat(slice.get("share")
                                        .get(slice.get("share").size() - back)
                                        .asDouble())
                                .isCloseTo(of.get(of.size() - back).asDouble(), within(0.05));
                    }
                }
            }
        }
        assertThat(compared).isEqualTo(2);
    }

    @Test
    void whatIsNotKnownIsSaid() {
        Answer property = Caller.demo().get(PATH + "&by=level");
        assertThat(property.status()).isEqualTo(400);
        assertThat(property.text()).contains("\u201clevel\u201d is not a property of users", "country");
        Answer version = Caller.demo().get("/api/apps/gullcombe/standings/adoption?version=9.9&by=country");
        assertThat(version.status()).isEqualTo(400);
        assertThat(version.text()).contains("No release \u201c9.9\u201d on all platforms is known.");
    }
}
