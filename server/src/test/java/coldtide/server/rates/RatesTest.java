package coldtide.server.rates;

import static org.assertj.core.api.Assertions.assertThat;

import coldtide.server.Application;
import coldtide.server.Caller;
import coldtide.server.Caller.Answer;
import coldtide.server.apps.Apps;
import coldtide.server.engine.Engine;
import java.time.Instant;
import java.util.Map;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import tools.jackson.databind.JsonNode;

@ExtendWith(Application.class)
class RatesTest {
    private static final String DAY = Instant.now().toString().substring(0, 10);

    @BeforeAll
    static void anAppWithPurchasesInTwoCurrencies() {
        Caller keeper = Application.keeper();
        keeper.makeApp("rated", 7320);
        String key = keeper.makeKey("rated", 1000);
        StringBuilder batch = new StringBuilder("[");
        for (int i = 0; i < 4; i++) {
            batch.append(i == 0 ? "" : ",")
                    .append("{\"specversion\":\"1.0\",\"id\":\"" + i
                            + "\",\"source\":\"phone\",\"type\":\"purchase\",\"time\":\""
                            + DAY + "T00:00:0" + i + "Z\",\"data\":{\"amount\":10,\"currency\":\""
                            + (i == 0 ? "EUR" : "GBP") + "\"}}");
        }
        Answer sent = Caller.withKey(key)
                .call(
                        "POST",
                        "/api/apps/rated/events",
                        "application/cloudevents-batch+json",
                        batch.append("]").toString().getBytes(java.nio.charset.StandardCharsets.UTF_8));
        assertThat(sent.json().get("taken").asInt()).as(sent.text()).isEqualTo(4);
        Application.part(Engine.class).refresh(Application.part(Apps.class).require("rated"));
    }

    private static Answer bring(String text) {
        return Caller.demo().post("/api/apps/rated/rates", Map.of("text", text));
    }

    @Test
    void aMissingRateIsSaidAndFiguresFollowWhenItCame() {
        JsonNode missing =
                Caller.demo().get("/api/apps/rated/rates").json().get("missing").get(0);
        assertThat(missing.get("currency").asString()).isEqualTo("GBP");
        assertThat(missing.get("amounts").asInt()).isEqualTo(3);
        assertThat(missing.get("first").asString()).isEqualTo(DAY);
        assertThat(revenue()).isEqualTo(10);

        JsonNode after = bring("currency,day,rate\nGBP," + DAY + ",1.25\n").json();
        assertThat(after.get("missing")).isEmpty();
        assertThat(after.get("known").get(0).get("days").asInt()).isEqualTo(1);
        assertThat(revenue()).isEqualTo(10 + 3 * 12.5);
    }

    private static double revenue() {
        return Caller.demo()
                .postText(
                        "/api/apps/rated/register",
                        "{\"by\":\"REVENUE\",\"largestFirst\":true,\"columns\":[],\"from\":0,\"most\":1}")
                .json()
                .get("answer")
                .get("rows")
                .get(0)
                .get("revenue")
                .asDouble();
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "currency,day,rate;USD,2026-05-01,0.9;XQZ,2026-05-02,0.9 | Line 3: \\\"XQZ\\\" is no ISO 4217 currency code.",
                "currency,day,rate;USD,1 May,0.9 | Line 2: \\\"1 May\\\" is no day",
                "currency,day,rate;USD,2026-05-01,-1 | Line 2: \\\"-1\\\" is no rate",
                "currency,day,rate;EUR,2026-05-01,1 | is the app's own currency",
                "currency,date,rate;USD,2026-05-01,1 | no column \\\"day\\\"",
                "currency,day,rate | The file has no rows",
            })
    void aFileWithAFaultIsRefusedWhole(String text, String sentence) {
        Answer refused = bring(text.replace(";", "\n"));
        assertThat(refused.status()).isEqualTo(400);
        assertThat(refused.text()).contains(sentence);
        assertThat(Caller.demo().get("/api/apps/rated/rates").text()).doesNotContain("USD");
    }
}
