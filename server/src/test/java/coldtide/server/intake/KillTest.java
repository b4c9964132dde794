package coldtide.server.intake;

import static org.assertj.core.api.Assertions.assertThat;

import coldtide.server.Caller;
import coldtide.server.Caller.Answer;
import coldtide.server.OwnServer;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.SplittableRandom;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.locks.LockSupport;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.api.parallel.Execution;
import org.junit.jupiter.api.parallel.ExecutionMode;
import tools.jackson.databind.JsonNode;

/**
 * The server killed with SIGKILL at random moments while a file is read and messages are sent. Afterwards every
 * acknowledged event is there once, none is there twice, and the file was read on to its last row. Three kills here; {@code bench/kills}
 * runs the same test with as many as one likes. Most of the time it waits for a server of its own, so it runs beside all other tests.
 */
@Execution(ExecutionMode.CONCURRENT)
class KillTest {
    private static final int KILLS = Integer.getInteger("coldtide.kills", 3);
    private static final int FILE_ROWS = 60_000;
    private static final String SCHEMA = "killed";

    private final long seed = System.nanoTime();
    private final SplittableRandom random = new SplittableRandom(seed);
    private final Set<String> acknowledged = new HashSet<>();
    private final List<String> sent = new ArrayList<>();

    @TempDir
    Path folder;

    private OwnServer server;
    private String key;
    private int files;
    private int acknowledgedFiles;
    private int lastImport;

    @Test
    void killedAgainAndAgainNothingIsLostAndNothingCountsTwice() throws Exception {
        server = new OwnServer(folder, SCHEMA, "512m");
        Caller keeper = server.keeper();
        keeper.makeApp("sea", 400);
        key = keeper.makeKey("sea", 1_000_000);
        for (int kill = 0; kill < KILLS; kill++) {
            if (kill > 0) {
                server.start();
            }
            workUntilKilled(100 + random.nextInt(2900));
        }
        server.start();
        List<JsonNode> runs = allDone();
        server.kill();
        server.awaitEnd();
        long done = 0;
        for (JsonNode run : runs) {
            if (waitsForItsSender(run)) {
                continue;
            }
            assertThat(run.get("state").asString()).as("seed %s: %s", seed, run).isEqualTo("DONE");
            assertThat(run.get("rowsRead").asLong()).as("seed %s", seed).isEqualTo(FILE_ROWS);
            assertThat(run.get("taken").asLong()
                            + run.get("known").asLong()
                            + run.get("heldBack").asLong())
                    .isEqualTo(FILE_ROWS);
            done++;
        }
        assertThat(done)
                .as("files read")
                .isGreaterThanOrEqualTo(acknowledgedFiles)
                .isPositive();
        assertThat(acknowledged).as("seed %s", seed).isNotEmpty();
        Set<String> kept = new HashSet<>(server.column("select id from event where source = 'phone'"));
        assertThat(kept).as("acknowledged and not there, seed %s", seed).containsAll(acknowledged);
        assertThat(new HashSet<>(sent)).containsAll(kept);
        assertThat(server.number("select count(*) from event where source = 'phone'"))
                .as("none twice")
                .isEqualTo(kept.size());
        assertThat(server.number("select count(*) from event where source = 'file'"))
                .as("each row of each file once")
                .isEqualTo(done * FILE_ROWS);
        server.close();
    }

    /**
     * Sends messages, and a file whenever none is being read, until the server is killed in the midst of it. What got no answer
     * may have been taken or not.
     */
    private void workUntilKilled(long millis) throws InterruptedException {
        Thread killer = new Thread(() -> {
            LockSupport.parkNanos(TimeUnit.MILLISECONDS.toNanos(millis));
            server.kill();
        });
        Caller program = Caller.withKey(server.base(), key);
        message(program); // the first takes longest; the time until the kill counts from its answer
        killer.start();
        try {
            while (true) {
                JsonNode newest = lastImport == 0
                        ? null
                        : program.get("/api/apps/sea/imports/" + lastImport).json();
                if (newest == null || !newest.get("finished").isNull()) {
                    sendFile(program);
                }
                message(program);
            }
        } catch (UncheckedIOException killed) {
            killer.join();
            server.awaitEnd();
        }
    }

    private void sendFile(Caller program) {
        files++;
        StringBuilder rows = new StringBuilder("id,name,time,install\n");
        for (int row = 0; row < FILE_ROWS; row++) {
            rows.append("f")
                    .append(files)
                    .append('-')
                    .append(row)
                    .append(",app_open,")
                    .append(Instant.now());
            rows.append(",i").append(row % 500).append('\n');
        }
        byte[] content = rows.toString().getBytes(StandardCharsets.UTF_8);
        Answer answer = program.file("/api/apps/sea/imports/file", "events.csv", content);
        assertThat(answer.status()).as(answer.text()).isEqualTo(202);
        lastImport = answer.json().get("id").asInt();
        acknowledgedFiles++;
    }

    private void message(Caller program) {
        List<String> ids = new ArrayList<>();
        StringBuilder events = new StringBuilder("[");
        for (int i = 0; i < 40; i++) {
            String id = random.nextInt(10) == 0 && !sent.isEmpty()
                    ? sent.get(random.nextInt(sent.size()))
                    : "m" + sent.size() + "-" + i;
            ids.add(id);
            events.append(i == 0 ? "" : ",")
                    .append("{\"specversion\":\"1.0\",\"source\":\"phone\",\"type\":\"app_open\",\"id\":\"")
                    .append(id)
                    .append("\"}");
        }
        sent.addAll(ids);
        Answer answer = program.call(
                "POST",
                "/api/apps/sea/events",
                "application/cloudevents-batch+json",
                events.append(']').toString().getBytes(StandardCharsets.UTF_8));
        if (answer.status() == 200) {
            acknowledged.addAll(ids);
        }
    }

    /** Every import, one by one: the list has only the newest. */
    private List<JsonNode> allDone() throws Exception {
        Caller keeper = server.keeper();
        List<JsonNode> runs = new ArrayList<>();
        for (String id : server.column("select id::text from import order by id")) {
            runs.add(done(keeper, id));
        }
        return runs;
    }

    private static JsonNode done(Caller keeper, String id) throws InterruptedException {
        JsonNode run = null;
        for (int tries = 0; tries < 2400; tries++) {
            run = keeper.get("/api/apps/sea/imports/" + id).json();
            if (!run.get("finished").isNull() || waitsForItsSender(run)) {
                return run;
            }
            Thread.sleep(50);
        }
        throw new AssertionError("The import did not end within 2 minutes: " + run);
    }

    /** Its sender got no answer: the rest of its bytes is to come, or the word that it may be read. */
    private static boolean waitsForItsSender(JsonNode run) {
        return Set.of("UPLOADING", "LOOKED_AT").contains(run.get("state").asString());
    }
}
