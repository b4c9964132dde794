package coldtide.server.intake;

import static org.assertj.core.api.Assertions.assertThat;

import coldtide.server.Application;
import coldtide.server.Caller;
import coldtide.server.Caller.Answer;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.Map;
import java.util.concurrent.atomic.AtomicInteger;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

/** Files in pieces: sent, broken off, gone on with, looked at, read, stopped; and what is held back coming back corrected. */
@ExtendWith(Application.class)
class UploadTest {
    private static final AtomicInteger APPS = new AtomicInteger();
    private static final byte[] FILE =
            "id,name,time,install\n1,open,2026-06-01T10:00:00Z,a\n2,open,never,b\n".getBytes(StandardCharsets.UTF_8);

    private final Caller caller = Caller.demo();
    private String imports;

    @BeforeEach
    void anAppOfItsOwn() {
        String app = "upload-" + APPS.incrementAndGet();
        imports = "/api/apps/" + app + "/imports";
        caller.makeApp(app, 4000);
    }

    private JsonNode announce(long bytes) {
        return caller.post(imports, Map.of("fileName", "f.csv", "bytes", bytes, "fingerprint", "mine"))
                .json();
    }

    private Answer piece(int id, int from, byte[] bytes) {
        return caller.call("PUT", imports + "/" + id + "/bytes?from=" + from, "application/octet-stream", bytes);
    }

    private JsonNode done(int id) throws InterruptedException {
        for (int tries = 0; tries < 1200; tries++) {
            JsonNode run = caller.get(imports + "/" + id).json();
            if (!run.get("finished").isNull()) {
                return run;
            }
            Thread.sleep(50);
        }
        throw new AssertionError("The import did not end within a minute.");
    }

    @Test
    void importsOlderThanTheNewestFiftyAreListedFromOneBackwards() {
        for (int i = 0; i < 53; i++) {
            caller.post(imports, Map.of("fileName", "f" + i + ".csv", "bytes", 10, "fingerprint", "of " + i));
        }
        JsonNode newest = caller.get(imports).json();
        assertThat(newest).hasSize(50);
        JsonNode oldest = newest.get(49);
        assertThat(oldest.get("fileName").asString()).isEqualTo("f3.csv");
        JsonNode older =
                caller.get(imports + "?before=" + oldest.get("id").asInt()).json();
        assertThat(older.findValuesAsString("fileName")).containsExactly("f2.csv", "f1.csv", "f0.csv");
        assertThat(caller.get(imports + "?before=0").status()).isEqualTo(400);
    }

    @Test
    void anUploadThatBrokeOffIsGoneOnWith() throws InterruptedException {
        int id = announce(FILE.length).get("id").asInt();
        assertThat(piece(id, 0, Arrays.copyOf(FILE, 30)).json().get("state").asString())
                .isEqualTo("UPLOADING");
        JsonNode again = announce(FILE.length);
        assertThat(again.get("id").asInt()).isEqualTo(id);
        assertThat(again.get("bytesHere").asInt()).isEqualTo(30);
        Answer wrong = piece(id, 10, Arrays.copyOf(FILE, 30));
        assertThat(wrong.status()).isEqualTo(409);
        assertThat(wrong.json().get("detail").asString()).contains("goes on at byte 30");
        JsonNode here = piece(id, 30, Arrays.copyOfRange(FILE, 30, FILE.length)).json();
        assertThat(here.get("state").asString()).isEqualTo("LOOKED_AT");
        JsonNode look = caller.get(imports + "/" + id + "/look").json();
        assertThat(look.get("missing").isNull()).isTrue();
        assertThat(look.get("rows").size()).isEqualTo(2);
        Map<String, Object> begin = Map.of("reading", look.get("reading"), "keep", false);
        assertThat(caller.post(imports + "/" + id + "/begin", begin).status()).isEqualTo(202);
        assertThat(done(id).get("taken").asInt()).isEqualTo(1);
        assertThat(caller.post(imports + "/" + id + "/begin", begin).status()).isEqualTo(409);
        assertThat(announce(FILE.length).get("id").asInt())
                .as("the same file once more")
                .isNotEqualTo(id);
    }

    @Test
    void moreThanWasAnnouncedIsRefusedAndAnotherSizeIsAnotherFile() {
        int id = announce(20).get("id").asInt();
        Answer answer = piece(id, 0, FILE);
        assertThat(answer.status()).isEqualTo(400);
        assertThat(answer.json().get("detail").asString()).contains("was to have 20 bytes");
        assertThat(announce(21).get("id").asInt()).isNotEqualTo(id);
        assertThat(caller.post(imports, Map.of("fileName", "f", "bytes", 0, "fingerprint", "x"))
                        .status())
                .isEqualTo(400);
        assertThat(caller.post(imports, Map.of("fileName", "f", "bytes", 5L << 30, "fingerprint", "x"))
                        .status())
                .isEqualTo(400);
    }

    @Test
    void aFileThatWaitsCanBeLeft() {
        int id = announce(FILE.length).get("id").asInt();
        piece(id, 0, FILE);
        assertThat(caller.post(imports + "/" + id + "/stop", Map.of())
                        .json()
                        .get("state")
                        .asString())
                .isEqualTo("STOPPED");
        assertThat(caller.get(imports + "/" + id + "/look").status()).isEqualTo(409);
    }

    @Test
    void whatWasHeldBackIsDownloadedCorrectedAndComesBack() throws InterruptedException {
        int id = caller.file(imports + "/file", "f.csv", FILE).json().get("id").asInt();
        assertThat(done(id).get("heldBack").asInt()).isEqualTo(1);
        String held = caller.get(imports.replace("imports", "held-back.csv") + "?importId=" + id)
                .text();
        assertThat(held)
                .startsWith("held back: line,held back: field,held back: reason,id,name,time,install\r\n3,time,")
                .contains("2,open,never,b");
        byte[] corrected =
                held.replace("2,open,never,b", "2,open,2026-06-02T10:00:00Z,b").getBytes(StandardCharsets.UTF_8);
        int back = caller.file(imports + "/file", "corrected.csv", corrected)
                .json()
                .get("id")
                .asInt();
        JsonNode run = done(back);
        assertThat(run.get("taken").asInt()).as(run.toString()).isEqualTo(1);
        assertThat(run.get("heldBack").asInt()).isZero();
    }

    @Test
    void rejectedRowsCanBeDismissed() throws InterruptedException {
        byte[] file = ("id,name,time,install\n1,open,never,a\n2,open,never,b\n3,open,2026-06-01T10:00:00Z,\n"
                        + "4,open,2026-06-01T10:00:00Z,a\n")
                .getBytes(StandardCharsets.UTF_8);
        int id = caller.file(imports + "/file", "f.csv", file).json().get("id").asInt();
        assertThat(done(id).get("heldBack").asInt()).isEqualTo(3);
        String rejected = imports.replace("imports", "held-back");
        long first = caller.get(rejected).json().get("rows").get(0).get("id").asLong();
        assertThat(caller.post(rejected + "/" + first + "/dismiss", Map.of()).status())
                .isEqualTo(200);
        assertThat(caller.post(rejected + "/" + first + "/dismiss", Map.of()).status())
                .as("it was dismissed")
                .isEqualTo(404);
        assertThat(caller.post(rejected + "/" + first + "/again", Map.of("content", "1,open,2026-06-01T10:00:00Z,a"))
                        .status())
                .isEqualTo(404);
        assertThat(caller.post(rejected + "/dismiss?kind=TIME&importId=" + id, Map.of())
                        .json()
                        .get("rows")
                        .asInt())
                .isEqualTo(1);
        assertThat(caller.get(rejected).json().get("total").asInt())
                .as("the one without an install")
                .isEqualTo(1);
        assertThat(caller.post(rejected + "/dismiss?live=true", Map.of())
                        .json()
                        .get("rows")
                        .asInt())
                .isZero();
        assertThat(caller.post(rejected + "/dismiss", Map.of())
                        .json()
                        .get("rows")
                        .asInt())
                .isEqualTo(1);
        assertThat(caller.get(imports + "/" + id).json().get("heldBack").asInt())
                .as("the counts of the import stay")
                .isEqualTo(3);
    }
}
