package coldtide.server.anomaly;

import static org.assertj.core.api.Assertions.assertThat;

import coldtide.server.Application;
import coldtide.server.Caller;
import coldtide.server.Caller.Answer;
import coldtide.server.FallenLights;
import java.time.LocalDate;
import java.util.Map;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import tools.jackson.databind.JsonNode;

/** What an advert network settled is brought as a file, and a case of adverts says what it tells. */
@ExtendWith(Application.class)
class SettlementsTest {
    private static final String APP = "/api/apps/settling";
    private static final String HEAD = "day,platform,adverts,amount,currency\n";

    @BeforeAll
    static void fall() throws InterruptedException {
        Map<String, Object> settings =
                Map.of("key", "settling", "name", "Settling", "zone", "UTC", "currency", "EUR", "lateLimitDays", 7320);
        assertThat(Caller.demo().post("/api/apps", settings).status()).isEqualTo(201);
        Application.bring(Caller.demo(), "settling", FallenLights.events(0, FallenLights.MENDED));
    }

    private static Answer bring(String rows) {
        return Caller.demo().post(APP + "/settlements", Map.of("text", HEAD + rows));
    }

    /** As many as before on every day, and a cent for each. */
    private static String steady(int adverts) {
        return IntStream.range(0, FallenLights.MENDED)
                .mapToObj(day ->
                        LocalDate.of(2026, 3, 2).plusDays(day) + ",android," + adverts + "," + adverts / 100.0 + ",EUR")
                .collect(Collectors.joining("\n"));
    }

    private static JsonNode settled() {
        for (JsonNode each :
                Caller.demo().get(APP + "/changes").json().get("answer").get("incidents")) {
            if (each.get("id").asString().endsWith(".Nacre 5")) {
                return each.get("settled");
            }
        }
        throw new AssertionError("The fall of Nacre 5 is not found.");
    }

    @Test
    void aCaseOfAdvertsSaysWhatIsSettled() {
        JsonNode known = bring(steady(400)).json().get(0);
        assertThat(known.get("platform").asString()).isEqualTo("android");
        assertThat(known.get("days").asInt()).isEqualTo(FallenLights.MENDED);
        assertThat(known.get("first").asString()).isEqualTo("2026-03-02");
        assertThat(known.get("adverts").asInt()).isEqualTo(400 * FallenLights.MENDED);

        JsonNode settled = settled();
        assertThat(settled.get("verdict").asString()).isEqualTo("RECORD_LOST");
        assertThat(settled.get("settled").asDouble()).isEqualTo(400);
        assertThat(settled.get("money").asDouble())
                .isEqualTo(4.0 * settled.get("days").asInt());
        assertThat(settled.get("against").get("high").asDouble()).isNegative();
    }

    /** A day that is settled anew takes the place of what was known of it. */
    @Test
    void whatIsSettledAnewTakesItsPlace() {
        bring("2026-01-01,ios,5,0.05,EUR");
        JsonNode again =
                bring("2026-01-01,ios,7,0.07,EUR\n2026-01-02,ios,1,0.01,EUR").json();
        JsonNode ios = again.get(again.size() - 1);
        assertThat(ios.get("platform").asString()).isEqualTo("ios");
        assertThat(ios.get("days").asInt()).isEqualTo(2);
        assertThat(ios.get("adverts").asInt()).isEqualTo(8);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "2026-02-30,ios,5,0.05,EUR | Line 2: \"2026-02-30\" is no day; write it like 2026-05-31.",
                "2026-01-01,ios,-5,0.05,EUR | Line 2: \"-5\" is not a count: write a whole number from 0, the number of ads paid for.",
                "2026-01-01,ios,5.5,0.05,EUR | Line 2: \"5.5\" is not a count: write a whole number from 0, the number of ads paid for.",
                "2026-01-01,ios,5,much,EUR | Line 2: \"much\" is no amount",
                "2026-01-01,ios,5,0.05,XQX | Line 2: \"XQX\" is no ISO 4217 currency code.",
                "2026-01-01,,5,0.05,EUR | Line 2: \"platform\" is empty."
            })
    void aFaultIsNamedWithItsLineAndNothingIsTaken(String row, String said) {
        Answer answer = bring(row);
        assertThat(answer.status()).isEqualTo(400);
        assertThat(answer.text()).contains(said.replace("\"", "\\\""));
        Answer after = bring("2026-01-05,ios,1,0.01,EUR\n" + row);
        assertThat(after.status()).isEqualTo(400);
        assertThat(Caller.demo().get(APP + "/settlements").text()).doesNotContain("2026-01-05");
    }

    /** Two rows of one day and platform would each take the other's place. */
    @Test
    void whatStandsTwiceIsRefused() {
        Answer answer = bring("2026-01-06,ios,1,0.01,EUR\n2026-01-06,ios,2,0.02,EUR");
        assertThat(answer.status()).isEqualTo(400);
        assertThat(answer.text()).contains("Line 3: 2026-01-06, ios stands twice in the file.");
    }

    @Test
    void aFileWithoutRowsIsSaidToHaveNone() {
        assertThat(bring("").text()).contains("it needs the columns day, platform, adverts, amount and currency");
    }
}
