package coldtide.server.intake;

import static org.assertj.core.api.Assertions.assertThat;

import coldtide.server.Application;
import coldtide.server.Caller;
import coldtide.server.Caller.Answer;
import coldtide.server.HandClock;
import coldtide.server.access.Sender;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.SplittableRandom;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.zip.GZIPOutputStream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import tools.jackson.databind.JsonNode;

@ExtendWith(Application.class)
class LiveTest {
    private static final AtomicInteger APPS = new AtomicInteger();
    private static final String ONE = "application/cloudevents+json";
    private static final String BATCH = "application/cloudevents-batch+json";

    private final Caller keeper = Application.keeper();
    private String app;
    private Caller program;

    @BeforeEach
    void anAppAndAKey() {
        app = "live-" + APPS.incrementAndGet();
        keeper.makeApp(app, 7320);
        program = Caller.withKey(key(100_000));
    }

    private String key(int perSecond) {
        return keeper.makeKey(app, perSecond);
    }

    private Answer send(String type, String body) {
        return program.call("POST", "/api/apps/" + app + "/events", type, body.getBytes(StandardCharsets.UTF_8));
    }

    private JsonNode taken(String type, String body) {
        Answer answer = send(type, body);
        assertThat(answer.status()).as(answer.text()).isEqualTo(200);
        return answer.json();
    }

    private static String event(String id, String rest) {
        return "{\"specversion\":\"1.0\",\"id\":\"" + id + "\",\"source\":\"phone-1\",\"type\":\"app_open\",\"time\":\""
                + Instant.now() + "\"" + rest + "}";
    }

    /** The three examples of section 3.2 of the CloudEvents JSON format, version 1.0.2, from memory. */
    @ParameterizedTest
    @ValueSource(
            strings = {
                "{\"specversion\":\"1.0\",\"type\":\"com.example.someevent\",\"source\":\"/mycontext\",\"subject\":null,"
                        + "\"id\":\"C234-1234-1234\",\"time\":\"2018-04-05T17:31:00Z\",\"comexampleextension1\":\"value\","
                        + "\"comexampleothervalue\":5,\"datacontenttype\":\"application/vnd.apache.thrift.binary\","
                        + "\"data_base64\":\"AQIDBA==\"}",
                "{\"specversion\":\"1.0\",\"type\":\"com.example.someevent\",\"source\":\"/mycontext\",\"subject\":null,"
                        + "\"id\":\"B234-1234-1234\",\"time\":\"2018-04-05T17:31:00Z\",\"comexampleextension1\":\"value\","
                        + "\"comexampleothervalue\":5,\"unsetextension\":null,\"datacontenttype\":\"application/xml\","
                        + "\"data\":\"<much wow=\\\"xml\\\"/>\"}",
                "{\"specversion\":\"1.0\",\"type\":\"com.example.someevent\",\"source\":\"/mycontext\",\"subject\":null,"
                        + "\"id\":\"C234-1234-1234\",\"time\":\"2018-04-05T17:31:00Z\",\"comexampleextension1\":\"value\","
                        + "\"comexampleothervalue\":5,\"datacontenttype\":\"application/json\","
                        + "\"data\":{\"appinfoA\":\"abc\",\"appinfoB\":123,\"appinfoC\":true}}"
            })
    void theExamplesOfTheSpecificationAreTaken(String example) throws SQLException {
        assertThat(taken(ONE, example).get("taken").asInt()).isEqualTo(1);
        assertThat(taken(BATCH, "[" + example + "]").get("known").asInt()).isEqualTo(1);
        assertThat(one("select n.name || ' ' || e.source || ' ' || (e.properties ->> 'comexampleothervalue') || ' '"
                        + " || (e.time at time zone 'UTC') from event e join event_name n on n.id = e.name_id"))
                .isEqualTo("com.example.someevent /mycontext 5 2018-04-05 17:31:00");
    }

    private String one(String select) throws SQLException {
        try (var connection = Application.sql();
                Statement statement = connection.createStatement();
                ResultSet row = statement.executeQuery(
                        select + " where e.app_id = (select id from app where key = '" + app + "')")) {
            return row.next() ? row.getString(1) : null;
        }
    }

    @Test
    void theReceiptSaysOfEachEventWhatBecameOfIt() {
        String body = "[" + event("a", "") + "," + event("b", ",\"data\":{\"amount\":\"4.99\",\"currency\":\"XQQ\"}")
                + "," + event("a", "") + ",{\"id\":\"c\"}," + event("d", ",\"data\":{\"account\":\"ada\"}") + "]";
        JsonNode receipt = taken(BATCH, body);
        List<String> outcomes = new ArrayList<>();
        receipt.get("events").forEach(line -> outcomes.add(line.get("outcome").asString()));
        assertThat(outcomes).containsExactly("TAKEN", "HELD_BACK", "KNOWN", "HELD_BACK", "TAKEN");
        assertThat(receipt.get("events").get(1).get("field").asString()).isEqualTo("currency");
        assertThat(receipt.get("events").get(3).get("reason").asString()).contains("specversion");
        assertThat(receipt.get("taken").asInt()).isEqualTo(2);
        JsonNode held = keeper.get("/api/apps/" + app + "/held-back?live=true").json();
        assertThat(held.get("total").asInt()).isEqualTo(2);
        assertThat(held.get("rows").get(0).get("content").asString()).contains("XQQ");
    }

    @Test
    void aRowHeldBackIsCorrectedAndSentAgainAndThenSettled() throws Exception {
        taken(ONE, event("a", ",\"data\":{\"amount\":\"4.99\",\"currency\":\"XQQ\"}"));
        String held = "/api/apps/" + app + "/held-back";
        JsonNode row = keeper.get(held).json().get("rows").get(0);
        String again = held + "/" + row.get("id").asLong() + "/again";
        JsonNode still = keeper.post(
                        again, Map.of("content", row.get("content").asString().replace("XQQ", "XQR")))
                .json();
        assertThat(still.get("heldBack").asInt()).isEqualTo(1);
        assertThat(still.get("reason").asString()).contains("XQR");
        JsonNode good = keeper.post(
                        again, Map.of("content", row.get("content").asString().replace("XQQ", "GBP")))
                .json();
        assertThat(good.get("taken").asInt()).isEqualTo(1);
        assertThat(keeper.get(held).json().get("total").asInt()).isZero();
        assertThat(keeper.post(again, Map.of("content", "{}")).status()).isEqualTo(404);
        JsonNode day = keeper.get(held + "/days").json().get(0);
        assertThat(day.get("heldBack").asInt()).isEqualTo(1);
        assertThat(day.get("settled").asInt()).isEqualTo(1);
        assertThat(one("select e.currency from event e")).isEqualTo("GBP");
    }

    @Test
    void whatWasSentIsInTheAnswersSoon() throws InterruptedException {
        taken(ONE, event("a", ""));
        for (int tries = 0; tries < 600; tries++) {
            if (keeper.get("/api/apps/" + app + "/intake").json().get("events").asLong() == 1) {
                return;
            }
            Thread.sleep(50);
        }
        throw new AssertionError("The event was not in the answers within 30 seconds.");
    }

    /** Handbook, Time of an event: a sender whose clock is off by more than a minute is put right by when it says it sends. */
    @ParameterizedTest
    @CsvSource({"0,0", "40,0", "-50,0", "3600,3600", "-86000,-86000"})
    void aWrongClockIsPutRight(long aheadSeconds, long shiftSeconds) throws SQLException {
        Instant time = Instant.now().minusSeconds(600).truncatedTo(java.time.temporal.ChronoUnit.SECONDS);
        Instant shown = time.plusSeconds(aheadSeconds);
        String sent = Instant.now().plusSeconds(aheadSeconds).toString();
        taken(
                ONE,
                "{\"specversion\":\"1.0\",\"id\":\"a\",\"source\":\"s\",\"type\":\"t\",\"time\":\"" + shown
                        + "\",\"sent\":\"" + sent + "\"}");
        double kept = Double.parseDouble(one("select extract(epoch from e.time) from event e"));
        double expected = shown.minusSeconds(shiftSeconds).getEpochSecond();
        assertThat(kept).isBetween(expected - 5, expected + 5);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "not json|valid JSON",
                "{\"a\":|valid JSON",
                "{\"id\":\"a\",\"id\":\"b\"}|valid JSON",
                "7|no JSON object"
            })
    void aMessageThatCannotBeReadIsKept(String body, String reason) {
        JsonNode receipt = taken(ONE, body);
        assertThat(receipt.get("heldBack").asInt()).isEqualTo(1);
        assertThat(receipt.get("events").get(0).get("reason").asString()).contains(reason);
        assertThat(keeper.get("/api/apps/" + app + "/held-back")
                        .json()
                        .get("rows")
                        .get(0)
                        .get("content")
                        .asString())
                .isEqualTo(body);
    }

    @Test
    void jsonNestedAThousandDeepIsHeldBack() {
        String deep = "{\"a\":".repeat(1000) + "1" + "}".repeat(1000);
        JsonNode receipt = taken(ONE, event("a", ",\"data\":" + deep));
        assertThat(receipt.get("events").get(0).get("reason").asString()).contains("nested more than 32 deep");
    }

    @Test
    void aBodyThatIsTooLargeIsRefusedPackedOrNot() throws IOException {
        byte[] large = ("[" + " ".repeat(LiveController.MOST_BYTES) + "]").getBytes(StandardCharsets.UTF_8);
        Answer answer = program.call("POST", "/api/apps/" + app + "/events", BATCH, large);
        assertThat(answer.status()).isEqualTo(413);
        assertThat(answer.json().get("detail").asString()).contains("8 MB");
        ByteArrayOutputStream packed = new ByteArrayOutputStream();
        try (GZIPOutputStream gzip = new GZIPOutputStream(packed)) {
            gzip.write(large);
        }
        assertThat(program.packed("/api/apps/" + app + "/events", BATCH, packed.toByteArray())
                        .status())
                .isEqualTo(413);
        String many = "[" + "1,".repeat(LiveController.MOST_EVENTS) + "1]";
        assertThat(send(BATCH, many).json().get("detail").asString()).contains("5001 events");
        assertThat(send(BATCH, event("a", "")).json().get("detail").asString()).contains("JSON list");
        assertThat(send("text/plain", "x").status()).isEqualTo(415);
    }

    @Test
    void aBadKeyIsRefused() {
        program = Caller.withKey("no such key");
        Answer answer = send(ONE, event("a", ""));
        assertThat(answer.status()).isEqualTo(401);
        assertThat(answer.json().get("detail").asString()).contains("not known");
    }

    @Test
    void aKeyIsHeldToItsRate() {
        program = Caller.withKey(key(2));
        int slowed = 0;
        for (int i = 0; i < 30; i++) {
            Answer answer = send(ONE, event("e" + i, ""));
            if (answer.status() == 429) {
                slowed++;
                assertThat(answer.headers().firstValue("Retry-After")).isPresent();
                assertThat(answer.json().get("detail").asString()).contains("2 events a second");
            }
        }
        assertThat(slowed).isPositive();
    }

    @Test
    void theBucketFillsByTheRateAndHoldsTwoSeconds() {
        HandClock clock = new HandClock();
        ApiRateLimiter brake = new ApiRateLimiter(clock);
        Sender sender = new Sender(1, 1, 100, "a");
        assertThat(brake.wait(sender, 150)).isZero();
        assertThat(brake.wait(sender, 50)).isZero();
        assertThat(brake.wait(sender, 10)).isEqualTo(Duration.ofMillis(100));
        clock.goOn(Duration.ofMillis(100));
        assertThat(brake.wait(sender, 10)).isZero();
        clock.goOn(Duration.ofSeconds(60));
        assertThat(brake.wait(sender, 200)).isZero();
        assertThat(brake.wait(sender, 1)).isPositive();
    }

    /** Random good, twice-sent and spoilt events in random batches: each is taken, known or held back, and kept once. */
    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3})
    void whatGoesInIsTakenKnownOrHeldBack(long seed) throws SQLException {
        SplittableRandom random = new SplittableRandom(seed);
        Set<String> ids = new HashSet<>();
        int heldBack = 0;
        for (int batch = 0; batch < 20; batch++) {
            List<String> events = new ArrayList<>();
            for (int i = random.nextInt(30); i >= 0; i--) {
                StringBuilder event = new StringBuilder(event("e" + random.nextInt(200), ",\"data\":{\"level\":5}"));
                for (int hits = random.nextInt(3) - 1; hits > 0; hits--) {
                    event.setCharAt(1 + random.nextInt(event.length() - 2), "x7Z \u00e9".charAt(random.nextInt(5)));
                }
                events.add(event.toString());
            }
            Answer answer = send(BATCH, "[" + String.join(",", events) + "]");
            assertThat(answer.status()).as("seed %s: %s", seed, answer.text()).isEqualTo(200);
            JsonNode receipt = answer.json();
            int lines = receipt.get("events").size();
            assertThat(receipt.get("taken").asInt()
                            + receipt.get("known").asInt()
                            + receipt.get("heldBack").asInt())
                    .isEqualTo(lines);
            assertThat(lines)
                    .as("seed %s: what is no JSON is kept with all after it", seed)
                    .isBetween(1, events.size());
            heldBack += receipt.get("heldBack").asInt();
            for (JsonNode line : receipt.get("events")) {
                if (!line.get("outcome").asString().equals("HELD_BACK")) {
                    ids.add(line.get("id").asString());
                }
            }
        }
        assertThat(Integer.parseInt(one("select count(distinct e.id) from event e")))
                .isEqualTo(ids.size());
        assertThat(Integer.parseInt(one("select count(*) from held_back_row e")))
                .isEqualTo(heldBack);
    }
}
