package coldtide.server.intake;

import static org.assertj.core.api.Assertions.assertThat;

import coldtide.core.log.EventLog;
import coldtide.server.Application;
import coldtide.server.Caller;
import coldtide.server.Caller.Answer;
import coldtide.server.apps.Apps;
import coldtide.server.engine.Engine;
import coldtide.server.store.event.EventReader;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.zip.GZIPOutputStream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import tools.jackson.databind.JsonNode;

/** Whatever is sent, each row is accepted or rejected by itself, and the app answers afterwards. */
@ExtendWith(Application.class)
class HostileInputTest {
    private static final AtomicInteger APPS = new AtomicInteger();
    private static final String BATCH = "application/cloudevents-batch+json";

    private final Caller keeper = Application.keeper();
    private String app;
    private Caller program;

    @BeforeEach
    void anAppAndAKey() {
        app = "hostile-" + APPS.incrementAndGet();
        keeper.makeApp(app, 400);
        program = Caller.withKey(keeper.makeKey(app, 100_000));
    }

    private static String event(String id, String rest) {
        return "{\"specversion\":\"1.0\",\"id\":\"" + id + "\",\"source\":\"s\",\"subject\":\"phone-" + id
                + "\",\"type\":\"app_open\"" + rest + "}";
    }

    private static String data(String properties) {
        return ",\"data\":{" + properties + "}";
    }

    private JsonNode send(String... events) {
        return sendText("[" + String.join(",", events) + "]");
    }

    private JsonNode sendText(String batch) {
        Answer answer =
                program.call("POST", "/api/apps/" + app + "/events", BATCH, batch.getBytes(StandardCharsets.UTF_8));
        assertThat(answer.status()).as(answer.text()).isEqualTo(200);
        return answer.json();
    }

    private EventLog log() {
        Application.part(Engine.class).refresh(Application.part(Apps.class).require(app));
        return Application.part(Engine.class)
                .log(Application.part(Apps.class).require(app))
                .orElseThrow();
    }

    private JsonNode rejected() {
        return keeper.get("/api/apps/" + app + "/held-back").json();
    }

    private JsonNode file(String name, byte[] content) throws InterruptedException {
        String imports = "/api/apps/" + app + "/imports/";
        Answer sent = keeper.file(imports + "file", name, content);
        assertThat(sent.status()).as(sent.text()).isBetween(200, 202);
        JsonNode now = sent.json();
        for (int tries = 0; tries < 1200; tries++) {
            now = keeper.get(imports + sent.json().get("id").asInt()).json();
            if (List.of("DONE", "REFUSED", "BROKEN_OFF", "STOPPED")
                    .contains(now.get("state").asString())) {
                return now;
            }
            Thread.sleep(25);
        }
        throw new AssertionError("The file was not read within 30 seconds: " + now);
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "\"v\":1e100000",
                "\"v\":-1e100000",
                "\"v\":1e400",
                "\"v\":1e200000",
                "\"v\":9223372036854775808",
                "\"v\":1e-401",
                "\"deep\":{\"er\":1e999999999}",
                "\"amount\":1e999999999,\"currency\":\"EUR\"",
                "\"v\":\"\\ud800\"",
                "\"v\":\"cut\\udc00\"",
                "\"v\\u0000\":1",
                "\"\\ud800\":1",
                "\"v\":\"\\u0000\"",
                "\"a\":1,\"a\":2",
                "\"a\":{\"b\":1},\"a.b\":2",
                "\"install\":\"a\\tb\"",
                "\"v\":123456789012345678901234567890123456789012345678901234567890123456789012345678901234567890123456789012345678901234567890"
            })
    void oneHostileEventRejectsItselfAndNotItsBatch(String properties) {
        JsonNode receipt = send(event("a", ""), event("b", data(properties)), event("c", ""));
        assertThat(receipt.get("taken").asInt()).as(receipt.toString()).isEqualTo(2);
        assertThat(receipt.get("heldBack").asInt()).isEqualTo(1);
        assertThat(receipt.get("events").get(1).get("outcome").asString()).isEqualTo("HELD_BACK");
        assertThat(rejected().get("rows").get(0).get("content").asString()).contains("\"id\":\"b\"");
        assertThat(log().events()).isEqualTo(2);
    }

    @ParameterizedTest
    @ValueSource(strings = {"account", "install", "time"})
    void aHugeNumberInPlaceOfANameOrATimeIsRejectedBeforeItIsWrittenOut(String part) {
        JsonNode receipt = send(event("a", data("\"" + part + "\":1e999999999")), event("b", ""));
        assertThat(receipt.get("events").get(1).get("outcome").asString()).isEqualTo("TAKEN");
    }

    @Test
    void numbersUpToTheLimitAreSummedExactly() {
        String nanos = data("\"v\":1796083200000000000");
        assertThat(send(IntStream.range(0, 12)
                                .mapToObj(i -> event("n" + i, nanos))
                                .toArray(String[]::new))
                        .get("taken")
                        .asInt())
                .isEqualTo(12);
        assertThat(send(event("edge", data("\"v\":9223372036854774784")))
                        .get("taken")
                        .asInt())
                .isEqualTo(1);
        log();
        String today = Instant.now().toString().substring(0, 10);
        Answer answer = keeper.postText(
                "/api/apps/" + app + "/measures",
                "{\"range\":{\"from\":\"" + today + "\",\"to\":\""
                        + LocalDate.parse(today).plusDays(1)
                        + "\"},\"step\":\"DAY\",\"measures\":[{\"name\":\"a\",\"kind\":\"SUM\",\"property\":\"v\"}]}");
        assertThat(answer.status()).as(answer.text()).isEqualTo(200);
        assertThat(answer.text()).contains("\"range\":3.0776370436854776E19");
    }

    @Test
    void oneEventNestedTooDeepRejectsItself() {
        String deep = "{\"a\":".repeat(50_000) + "1" + "}".repeat(50_000);
        JsonNode receipt = send(event("a", ""), event("b", ",\"data\":" + deep), event("c", ""));
        assertThat(receipt.get("taken").asInt()).isEqualTo(2);
        assertThat(receipt.get("events").get(1).get("reason").asString()).contains("nested");
    }

    @Test
    void ofABatchThatStopsBeingJsonTheEventsBeforeAreTakenAndTheRestIsKeptWhole() {
        String padding = data("\"note\":\"" + "x".repeat(8_000) + "\"");
        String rest =
                IntStream.range(0, 20).mapToObj(i -> event("r" + i, padding)).collect(Collectors.joining(","));
        JsonNode receipt = sendText("[" + event("a", "") + "," + event("b", "") + ",{\"id\":oops}," + rest + "]");
        assertThat(receipt.get("taken").asInt()).isEqualTo(2);
        assertThat(receipt.get("heldBack").asInt()).isEqualTo(1);
        JsonNode row = rejected().get("rows").get(0);
        assertThat(row.get("isCut").asBoolean()).as("in a list").isTrue();
        assertThat(row.get("content").asString()).hasSizeLessThan(4_100);
        String content = keeper.get(
                        "/api/apps/" + app + "/held-back/" + row.get("id").asLong())
                .json()
                .get("content")
                .asString();
        assertThat(content).startsWith("[{\"id\":oops}").endsWith("]").hasSizeGreaterThan(160_000);
        JsonNode again = keeper.post(
                        "/api/apps/" + app + "/held-back/" + row.get("id").asLong() + "/again",
                        Map.of("content", content.replace("{\"id\":oops},", "")))
                .json();
        assertThat(again.get("taken").asInt()).as(again.toString()).isEqualTo(20);
    }

    @ParameterizedTest
    @ValueSource(strings = {"", "{}", "7", "nul", "\"text\""})
    void whatIsNoListIsNoBatch(String body) {
        Answer answer =
                program.call("POST", "/api/apps/" + app + "/events", BATCH, body.getBytes(StandardCharsets.UTF_8));
        assertThat(answer.status()).isEqualTo(400);
        assertThat(answer.text()).contains("A batch is a JSON list");
    }

    @Test
    void linesOfNdjsonAreTakenOrRejectedOneByOne() throws InterruptedException {
        String good = "{\"id\":\"%s\",\"name\":\"app_open\",\"time\":\"2026-11-20T10:00:00Z\",\"install\":\"m\"%s}\n";
        List<String> lines = new ArrayList<>(List.of(
                good.formatted("1", ""),
                good.formatted("2", ",\"v\":1e100000"),
                good.formatted("3", ",\"v\":\"\\ud800\""),
                good.formatted("4", ",\"" + "n".repeat(300) + "\":1"),
                good.formatted("5", ",\"v\":{\"w\":1e400}"),
                "{\"id\":\"6\"\n",
                good.formatted("7", ",\"v\\u0000\":1"),
                "{\"a\":".repeat(40) + "1" + "}".repeat(40) + "\n",
                good.formatted("9", ",\"v\":1")));
        lines.add("{\"x\":\"" + "y".repeat(3 << 20) + "\"}\n");
        lines.add(good.formatted("11", ""));
        JsonNode run = file("events.ndjson", String.join("", lines).getBytes(StandardCharsets.UTF_8));
        assertThat(run.get("state").asString()).as(run.toString()).isEqualTo("DONE");
        assertThat(run.get("rowsRead").asLong()).isEqualTo(11);
        assertThat(run.get("taken").asLong()).isEqualTo(3);
        assertThat(run.get("heldBack").asLong()).isEqualTo(8);
        List<Long> places = new ArrayList<>();
        rejected().get("rows").forEach(row -> places.add(row.get("line").asLong()));
        assertThat(places).containsExactlyInAnyOrder(2L, 3L, 4L, 5L, 6L, 7L, 8L, 10L);
    }

    @Test
    void linesOfCsvWithBadQuotationMarksAreRejectedOneByOne() throws InterruptedException {
        String csv = "id,name,time,install,note\n"
                + "1,open,2026-11-20T10:00:00Z,m,\"a \"\"good\"\" one\"\n"
                + "2,open,2026-11-20T10:00:00Z,m,\"never closed\n"
                + "3,open,2026-11-20T10:00:00Z,m,plain\n"
                + "4,open,2026-11-20T10:00:00Z,m,\"over\ntwo lines\"\n"
                + "5,open,2026-11-20T10:00:00Z,m,\"said \"hi\" aloud\"\n"
                + "6,open,2026-11-20T10:00:00Z,m," + "z".repeat(3 << 20) + "\n"
                + "7,open,2026-11-20T10:00:00Z,m,in the \"middle\"\n"
                + "8,open,2026-11-20T10:00:00Z,m,\"never closed either";
        JsonNode run = file("events.csv", csv.getBytes(StandardCharsets.UTF_8));
        assertThat(run.get("state").asString()).as(run.toString()).isEqualTo("DONE");
        assertThat(run.get("taken").asLong()).isEqualTo(4);
        Map<Long, String> faults = new java.util.TreeMap<>();
        rejected()
                .get("rows")
                .forEach(row ->
                        faults.put(row.get("line").asLong(), row.get("reason").asString()));
        assertThat(faults).containsOnlyKeys(3L, 7L, 8L, 10L);
        assertThat(faults.get(3L)).contains("quotation mark");
        assertThat(faults.get(8L)).contains("too long");
    }

    private static byte[] gzip(byte[] content) throws IOException {
        ByteArrayOutputStream packed = new ByteArrayOutputStream();
        try (GZIPOutputStream out = new GZIPOutputStream(packed)) {
            out.write(content);
        }
        return packed.toByteArray();
    }

    @Test
    void ofAPackedFileThatEndsTooEarlyTheRowsBeforeAreTaken() throws Exception {
        StringBuilder csv = new StringBuilder("id,name,time,install,note\n");
        for (int i = 0; i < 20_000; i++) {
            csv.append(i)
                    .append(",open,2026-11-20T10:00:00Z,m,")
                    .append(i * 7919L % 104729)
                    .append('\n');
        }
        byte[] whole = gzip(csv.toString().getBytes(StandardCharsets.UTF_8));
        JsonNode run = file("events.csv.gz", Arrays.copyOf(whole, whole.length / 2));
        assertThat(run.get("state").asString()).as(run.toString()).isEqualTo("BROKEN_OFF");
        assertThat(run.get("taken").asLong()).isBetween(5_000L, 19_000L);
        Answer twice = keeper.file("/api/apps/" + app + "/imports/file", "events.csv.gz", gzip(whole));
        assertThat(twice.text()).contains("gzip twice");
    }

    /** Names beyond the limit are rejected by themselves; names that are known go on. */
    @Test
    void anAppHasAtMostTwoThousandEventNames() {
        List<String> events = new ArrayList<>();
        for (int i = 0; i < 2_003; i++) {
            events.add(event("e" + i, "").replace("app_open", "name_" + i));
        }
        JsonNode receipt = send(events.toArray(String[]::new));
        assertThat(receipt.get("taken").asInt()).isEqualTo(2_000);
        assertThat(receipt.get("heldBack").asInt()).isEqualTo(3);
        assertThat(receipt.get("events").get(2_000).get("reason").asString()).contains("2000 different event names");
        JsonNode more = send(event("known", "").replace("app_open", "name_7"), event("new", ""));
        assertThat(more.get("taken").asInt()).isEqualTo(1);
        assertThat(more.get("heldBack").asInt()).isEqualTo(1);
        assertThat(rejected().get("rows").get(0).get("kind").asString()).isEqualTo("LIMIT");
    }

    @Test
    void anAppHasAtMostTenThousandVersions() {
        int taken = 0;
        for (int part = 0; part < 3; part++) {
            List<String> events = new ArrayList<>();
            for (int i = part * 4_000; i < (part + 1) * 4_000; i++) {
                events.add(event("e" + i, data("\"app_version\":\"1." + i + "\",\"platform\":\"ios\"")));
            }
            taken += send(events.toArray(String[]::new)).get("taken").asInt();
        }
        assertThat(taken).isEqualTo(10_000);
        assertThat(log().events()).isEqualTo(10_000);
    }

    @ParameterizedTest
    @CsvSource({"100,1", "101,0"})
    void anEventHasAtMostAHundredProperties(int properties, int taken) {
        String all = IntStream.range(0, properties)
                .mapToObj(i -> "\"p" + i + "\":" + i)
                .collect(Collectors.joining(","));
        assertThat(send(event("a", data(all))).get("taken").asInt()).isEqualTo(taken);
    }

    /** Handbook, User: when an install names an account, its whole past joins that account's user. */
    @Test
    void theSubjectIsTheInstallAlsoWhereAnAccountIsNamed() {
        send(
                event("a", "").replace("phone-a", "M1"),
                event("b", data("\"account\":\"Ann\"")).replace("phone-b", "M1"));
        assertThat(log().people()).isEqualTo(1);
    }

    @Test
    void anInstallCalledLikeAnAccountIsAnother() {
        send(
                event("a", "").replace("phone-a", "account Bob"),
                event("b", data("\"account\":\"Bob\"")).replace(",\"subject\":\"phone-b\"", ""));
        assertThat(log().people()).isEqualTo(2);
    }

    /** Else all who send no id of their own would be one user, rewritten with each batch. */
    @ParameterizedTest
    @ValueSource(strings = {"unknown", "NULL", "00000000-0000-0000-0000-000000000000", "undefined"})
    void wordsForNobodyNameNobody(String word) {
        JsonNode receipt = send(
                event("a", data("\"install\":\"" + word + "\",\"account\":\"ann\"")),
                event("b", data("\"install\":\"" + word + "\",\"account\":\"bob\"")));
        assertThat(receipt.get("taken").asInt()).isEqualTo(2);
        assertThat(log().people()).isEqualTo(2);
        assertThat(send(event("c", data("\"install\":\"" + word + "\""))
                                .replace(",\"subject\":\"phone-c\"", ",\"subject\":\"\""))
                        .get("events")
                        .get(0)
                        .get("outcome")
                        .asString())
                .isEqualTo("HELD_BACK");
    }

    /** An app that cannot be read is told as such; others are not concerned. */
    @Test
    void aBrokenAppStandsAlone() throws SQLException {
        send(event("a", ""));
        log();
        try (var connection = Application.sql();
                Statement statement = connection.createStatement()) {
            statement.execute("alter table event_" + appId(statement) + " rename to event_broken");
        }
        try {
            assertThat(send(event("b", "")).has("taken")).isTrue();
        } catch (AssertionError refused) {
            assertThat(refused.getMessage()).contains("failed on our side");
        }
        assertThat(Caller.demo()
                        .get("/api/apps/gullcombe/rail?figure=ACTIVE_PEOPLE")
                        .status())
                .isEqualTo(200);
        assertThat(keeper.get("/api/apps/" + app + "/rail?figure=ACTIVE_PEOPLE").status())
                .as("what was read before is still answered")
                .isEqualTo(200);
        try (var connection = Application.sql();
                Statement statement = connection.createStatement()) {
            statement.execute("alter table event_broken rename to event_" + appId(statement));
        }
        assertThat(send(event("b", "")).get("taken").asInt()).isEqualTo(1);
        assertThat(log().events()).isEqualTo(2);
    }

    private String appId(Statement statement) throws SQLException {
        try (var row = statement.executeQuery("select id from app where key = '" + app + "'")) {
            row.next();
            return row.getString(1);
        }
    }

    /** Numbers that were stored before they had limits must not keep an app from being read. */
    @Test
    void whatIsStoredAndCannotBeReadIsRejectedAfterwards() throws SQLException {
        send(event("a", data("\"v\":1")), event("b", data("\"v\":2")), event("c", data("\"v\":3")));
        try (var connection = Application.sql();
                Statement statement = connection.createStatement()) {
            String ofApp = " where app_id = (select id from app where key = '" + app + "') and id = ";
            statement.execute("update event set properties = '{\"v\": 1e100000}'" + ofApp + "'a'");
            statement.execute("update event set properties = '{\"w\": 1e400}'" + ofApp + "'b'");
        }
        EventReader reader = Application.part(EventReader.class);
        EventLog log = reader.begin(Application.part(Apps.class).require(app))
                .readOn(rows -> {})
                .orElseThrow();
        assertThat(log.events()).isEqualTo(1);
        assertThat(rejected().get("total").asInt()).isEqualTo(2);
        JsonNode row = rejected().get("rows").get(1);
        assertThat(row.get("reason").asString()).contains("number that cannot be kept");
        String again = "/api/apps/" + app + "/held-back/" + row.get("id").asLong() + "/again";
        String content = row.get("content").asString();
        assertThat(keeper.post(again, Map.of("content", content))
                        .json()
                        .get("heldBack")
                        .asInt())
                .isEqualTo(1);
        assertThat(keeper.post(again, Map.of("content", content.replaceAll("10000+", "7")))
                        .json()
                        .get("taken")
                        .asInt())
                .as(content)
                .isEqualTo(1);
        assertThat(log().events()).isEqualTo(2);
    }
}
