package coldtide.server.intake;

import static org.assertj.core.api.Assertions.assertThat;

import coldtide.server.Application;
import coldtide.server.Caller;
import coldtide.server.Caller.Answer;
import coldtide.world.World;
import coldtide.world.out.EventFile;
import coldtide.world.out.Wire;
import coldtide.world.scenario.Scenario;
import coldtide.world.scenario.ScenarioFile;
import java.io.StringWriter;
import java.nio.charset.StandardCharsets;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.Instant;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.SplittableRandom;
import java.util.concurrent.atomic.AtomicInteger;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import tools.jackson.databind.JsonNode;

@ExtendWith(Application.class)
class IntakeTest {
    private static final AtomicInteger APPS = new AtomicInteger();
    private static final String HEAD = "id,name,time,install,amount,currency,revenue_type,stars\r\n";

    private final Caller caller = Caller.demo();
    private String app;

    @BeforeEach
    void anAppOfItsOwn() {
        app = "intake-" + APPS.incrementAndGet();
        Map<String, Object> settings =
                Map.of("key", app, "name", "An app", "zone", "Europe/Lisbon", "currency", "EUR", "lateLimitDays", 4000);
        assertThat(caller.post("/api/apps", settings).status()).isEqualTo(201);
    }

    private JsonNode bring(byte[] content) throws InterruptedException {
        Answer sent = caller.file("/api/apps/" + app + "/imports/file", "events.csv", content);
        assertThat(sent.status()).as(sent.text()).isEqualTo(202);
        int id = sent.json().get("id").asInt();
        for (int tries = 0; tries < 4800; tries++) {
            for (JsonNode run : caller.get("/api/apps/" + app + "/imports").json()) {
                if (run.get("id").asInt() == id && !run.get("finished").isNull()) {
                    return run;
                }
            }
            Thread.sleep(50);
        }
        throw new AssertionError("The import did not end within 4 minutes.");
    }

    private JsonNode bring(String content) throws InterruptedException {
        return bring(content.getBytes(StandardCharsets.UTF_8));
    }

    private static void counts(JsonNode run, long taken, long known, long heldBack) {
        assertThat(run.get("taken").asLong()).as("taken").isEqualTo(taken);
        assertThat(run.get("known").asLong()).as("known").isEqualTo(known);
        assertThat(run.get("heldBack").asLong()).as("held back").isEqualTo(heldBack);
        assertThat(run.get("rowsRead").asLong()).as("read").isEqualTo(taken + known + heldBack);
    }

    private static String row(String id, String rest) {
        return id + "," + rest + "\r\n";
    }

    @Test
    void aFileBroughtInGivesTheAnswersOfTheBulkPath() throws Exception {
        StringWriter file = new StringWriter();
        Scenario scenario = ScenarioFile.gullcombe()
                .sized(Application.PEOPLE, Application.WEEKS, LocalDate.parse(Application.LAST_DAY));
        Wire.Count sent = EventFile.writeCsv(new World(scenario), file);
        assertThat(sent.twice()).isPositive();
        assertThat(sent.spoilt()).isPositive();
        JsonNode run = bring(file.toString());
        counts(run, sent.events(), sent.twice(), sent.spoilt());
        counts(caller.get("/api/apps/gullcombe/imports").json().get(0), sent.events(), sent.twice(), sent.spoilt());
        addRates();
        caller.file("/api/apps/" + app + "/imports/file", "none.csv", HEAD.getBytes(StandardCharsets.UTF_8));
        bring(HEAD); // reads the log again, with the rates
        for (JsonNode behaviour : caller.get("/api/apps/gullcombe/behaviours").json()) {
            Map<String, Object> entry = new LinkedHashMap<>();
            for (String field : List.of("name", "description", "owner", "what", "endsFirstPath")) {
                entry.put(field, behaviour.get(field));
            }
            assertThat(caller.call("PUT", "/api/apps/" + app + "/behaviours", entry)
                            .status())
                    .isEqualTo(200);
        }
        Map<String, Object> range = Map.of("from", "2026-04-06", "to", "2026-06-29");
        Map<String, Object> tide = Map.of("range", range, "compared", range, "grain", "WEEK");
        assertThat(answer(caller.post("/api/apps/" + app + "/tide-table", tide)))
                .isEqualTo(answer(caller.post("/api/apps/gullcombe/tide-table", tide)));
        Map<String, Object> retention = Map.of("following", Map.of("range", range, "grain", "DAY"), "ages", 30);
        assertThat(answer(caller.post("/api/apps/" + app + "/retention", retention)))
                .isEqualTo(answer(caller.post("/api/apps/gullcombe/retention", retention)));
    }

    private static JsonNode answer(Answer answer) {
        assertThat(answer.status()).as(answer.text()).isEqualTo(200);
        return answer.json().get("answer");
    }

    private void addRates() throws SQLException {
        try (var connection = Application.sql();
                Statement statement = connection.createStatement()) {
            statement.execute("insert into exchange_rate select b.id, r.currency, r.day, r.rate from exchange_rate r"
                    + " join app a on a.id = r.app_id and a.key = 'gullcombe' join app b on b.key = '" + app + "'");
        }
    }

    @Test
    void theSameFileTwiceCountsOnce() throws Exception {
        String file = HEAD
                + row("a", "app_open,2026-06-01T10:00:00Z,dev1,,,,")
                + row("b", "purchase,2026-06-01T10:01:00Z,dev1,4.99,EUR,purchase,")
                + row("b", "purchase,2026-06-01T10:01:00Z,dev1,4.99,EUR,purchase,");
        counts(bring(file), 2, 1, 0);
        counts(bring(file), 0, 3, 0);
        assertThat(caller.get("/api/apps/" + app + "/rail")
                        .json()
                        .get("foot")
                        .get("events")
                        .asLong())
                .isEqualTo(2);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "app_open,yesterday,dev1,,,,|time|\"yesterday\"",
                "app_open,1 June 2026,dev1,,,,|time|\"1 June 2026\"",
                "app_open,2026-13-01T10:00:00Z,dev1,,,,|time|2026-13-01",
                "app_open,2036-06-01T10:00:00Z,dev1,,,,|time|24 hours",
                "app_open,1970-01-01T00:00:00Z,dev1,,,,|time|4000 days",
                "app_open,,dev1,,,,|time|empty",
                ",2026-06-01T10:00:00Z,dev1,,,,|name|empty",
                "app_open,2026-06-01T10:00:00Z,,,,,|install|empty",
                "purchase,2026-06-01T10:00:00Z,dev1,4.99,,,|currency|no \"currency\"",
                "purchase,2026-06-01T10:00:00Z,dev1,4.99,XQQ,,|currency|XQQ",
                "purchase,2026-06-01T10:00:00Z,dev1,-4.99,EUR,,|amount|negative",
                "purchase,2026-06-01T10:00:00Z,dev1,4,99,EUR,,||9 fields",
                "purchase,2026-06-01T10:00:00Z,dev1,cheap,EUR,,|amount|cheap",
                "purchase,2026-06-01T10:00:00Z,dev1,99999999999999999,EUR,,|amount|large",
                "purchase,2026-06-01T10:00:00Z,dev1,4.99,EUR,gift,|revenue_type|gift",
                "purchase,2026-06-01T10:00:00Z,dev1,,,purchase,|amount|no \"amount\""
            })
    void aRowThatCannotBeTakenIsHeldBackWithLineFieldAndReason(String rest, String field, String reason)
            throws Exception {
        String good = row("good", "app_open,2026-06-01T10:00:00Z,dev1,,,,5");
        counts(bring(HEAD + good + row("bad", rest)), 1, 0, 1);
        JsonNode page = caller.get("/api/apps/" + app + "/held-back").json();
        assertThat(page.get("total").asInt()).isEqualTo(1);
        JsonNode held = page.get("rows").get(0);
        assertThat(held.get("line").asInt()).isEqualTo(3);
        assertThat(held.get("content").asString()).isEqualTo("bad," + rest);
        assertThat(held.get("reason").asString()).contains(reason);
        assertThat(held.get("field").isNull() ? null : held.get("field").asString())
                .isEqualTo(field);
        assertThat(caller.get("/api/apps/" + app + "/held-back.csv").text())
                .startsWith("import,line,field,reason,row\r\n")
                .contains(",3,");
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "id,name,time|No column says who",
                "id,name,install|No column says when",
                "id,time,install|No column says what",
                "{\"a\":|none of its first lines is a JSON object",
                "[{\"a\":1}]|This is a JSON list"
            })
    void aHeaderThatCannotServeRefusesTheFile(String header, String sentence) throws Exception {
        JsonNode run = bring(header);
        assertThat(run.get("state").asString()).isEqualTo("REFUSED");
        assertThat(run.get("message").asString()).contains(sentence);
        counts(run, 0, 0, 0);
    }

    @Test
    void aThousandColumnsAreRefused() throws Exception {
        StringBuilder header = new StringBuilder("id,name,time,install");
        for (int i = 0; i < 1000; i++) {
            header.append(",p").append(i);
        }
        assertThat(bring(header.toString()).get("message").asString()).contains("1004 columns");
    }

    @Test
    void bytesThatAreNoTextHoldTheirRowBackAndNotTheRowsBeside() throws Exception {
        String good = row("a", "app_open,2026-06-01T10:00:00Z,dev1,,,,é").repeat(3000);
        byte[] text = (HEAD
                        + good
                        + row("b", "app_open,2026-06-01T10:00:00Z,dev1,,,,x~y")
                        + row("c", "app_open,2026-06-01T10:00:00Z,dev1,,,,"))
                .getBytes(StandardCharsets.UTF_8);
        for (int i = 0; i < text.length; i++) {
            text[i] = text[i] == '~' ? (byte) 0xC3 : text[i];
        }
        JsonNode run = bring(text);
        assertThat(run.get("state").asString()).isEqualTo("DONE");
        counts(run, 2, 2999, 1);
        assertThat(caller.get("/api/apps/" + app + "/held-back")
                        .json()
                        .get("rows")
                        .get(0)
                        .get("kind")
                        .asString())
                .isEqualTo("NOT_TEXT");
    }

    @Test
    void anOverLongValueIsHeldBack() throws Exception {
        String file = HEAD
                + row("a", "app_open,2026-06-01T10:00:00Z,dev1,,,," + "x".repeat(9000))
                + row("b".repeat(300), "app_open,2026-06-01T10:00:00Z,dev1,,,,");
        counts(bring(file), 0, 0, 2);
    }

    @Test
    void aHalfLastLineAndALastLineWithoutEndAreTold() throws Exception {
        String whole = HEAD + "a,app_open,2026-06-01T10:00:00Z,dev1,,,,\r\nb,app_open,2026-06-01T10:00:00Z,dev1,,,,";
        counts(bring(whole), 2, 0, 0);
        counts(bring(HEAD + "c,app_open,2026-06-01T10:00:00Z,dev1,,,,\r\nd,app_op"), 1, 0, 1);
    }

    @Test
    void aTimeWithoutOffsetIsOfTheAppsClocks() throws Exception {
        counts(bring(HEAD + row("a", "app_open,2026-07-01 00:30:00,dev1,,,,")), 1, 0, 0);
        try (var connection = Application.sql();
                Statement statement = connection.createStatement();
                ResultSet row = statement.executeQuery(
                        "select e.time from event e join app a on a.id = e.app_id" + " where a.key = '" + app + "'")) {
            assertThat(row.next()).isTrue();
            assertThat(row.getTimestamp(1).toInstant()).isEqualTo(Instant.parse("2026-06-30T23:30:00Z"));
        }
    }

    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3})
    void whatGoesInIsTakenKnownOrHeldBack(long seed) throws Exception {
        SplittableRandom random = new SplittableRandom(seed);
        StringBuilder file = new StringBuilder(HEAD);
        int rows = 400;
        for (int i = 0; i < rows; i++) {
            Instant time = Instant.parse("2026-06-01T00:00:00Z").plus(random.nextInt(40_000), ChronoUnit.MINUTES);
            StringBuilder row = new StringBuilder(
                    "e" + random.nextInt(300) + ",app_open," + time + ",d" + random.nextInt(9) + ",,,,");
            for (int hits = random.nextInt(3); hits > 0; hits--) {
                row.setCharAt(random.nextInt(row.length()), ",;x0-Z".charAt(random.nextInt(6)));
            }
            file.append(row).append("\r\n");
        }
        JsonNode run = bring(file.toString());
        assertThat(run.get("rowsRead").asInt()).as("seed %s", seed).isEqualTo(rows);
        assertThat(run.get("taken").asInt()
                        + run.get("known").asInt()
                        + run.get("heldBack").asInt())
                .isEqualTo(rows);
        try (var connection = Application.sql();
                Statement statement = connection.createStatement();
                ResultSet row = statement.executeQuery(
                        "select (select count(*) from event e where e.app_id = a.id), (select count(*) from held_back_row h"
                                + " where h.app_id = a.id) from app a where a.key = '" + app + "'")) {
            row.next();
            assertThat(row.getInt(1)).isEqualTo(run.get("taken").asInt());
            assertThat(row.getInt(2)).isEqualTo(run.get("heldBack").asInt());
        }
    }

    @Test
    void anInstallsPastJoinsItsAccountsPerson() throws Exception {
        String head = "id,name,time,install,account\r\n";
        bring(head + "a,app_open,2026-06-01T10:00:00Z,phone,\r\nb,app_open,2026-06-01T11:00:00Z,tablet,\r\n");
        assertThat(people()).isEqualTo(2);
        bring(head + "c,app_open,2026-06-02T10:00:00Z,phone,ada\r\n");
        assertThat(people()).isEqualTo(2);
        bring(head + "d,app_open,2026-06-02T11:00:00Z,tablet,ada\r\ne,app_open,2026-06-02T12:00:00Z,desk,ada\r\n");
        assertThat(people()).isEqualTo(1);
    }

    private long people() {
        Map<String, Object> range = Map.of("from", "2026-06-01", "to", "2026-06-03");
        JsonNode rows = answer(caller.post(
                        "/api/apps/" + app + "/tide-table", Map.of("range", range, "compared", range, "grain", "DAY")))
                .get("rows");
        for (JsonNode row : rows) {
            if (row.get("figure").asString().equals("NEW_PEOPLE")) {
                return row.get("range").asLong();
            }
        }
        throw new AssertionError("There is no row of new people.");
    }

    @Test
    void aCurrencyWithoutARateIsSaidNotZeroed() throws Exception {
        bring(HEAD + row("a", "purchase,2026-06-01T10:00:00Z,dev1,4.99,USD,purchase,"));
        Map<String, Object> range = Map.of("from", "2026-06-01", "to", "2026-06-02");
        JsonNode view = answer(caller.post(
                "/api/apps/" + app + "/tide-table", Map.of("range", range, "compared", range, "grain", "DAY")));
        assertThat(view.get("unconverted").asInt()).isEqualTo(1);
    }

    @Test
    void anAppWithoutEventsSaysSo() {
        Answer rail = caller.get("/api/apps/" + app + "/rail");
        assertThat(rail.status()).isEqualTo(409);
        assertThat(rail.json().get("detail").asString()).contains("No events of An app");
        assertThat(caller.get("/api/apps/nowhere/rail").status()).isEqualTo(404);
    }

    @Test
    void aFileLostWithItsServerIsSaidAtTheNextStart() throws InterruptedException, SQLException {
        int id = bring(HEAD).get("id").asInt();
        try (var connection = Application.sql();
                Statement statement = connection.createStatement()) {
            statement.execute("update import set state = 'RUNNING', finished = null where id = " + id);
        }
        Application.part(FileIntake.class).goOnWithWhatWasRunning();
        JsonNode run = caller.get("/api/apps/" + app + "/imports").json().get(0);
        assertThat(run.get("state").asString()).isEqualTo("BROKEN_OFF");
        assertThat(run.get("message").asString()).contains("Send it again");
    }
}
