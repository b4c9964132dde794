package coldtide.server.register;

import static org.assertj.core.api.Assertions.assertThat;

import coldtide.server.Caller;
import coldtide.server.OwnServer;
import java.io.UncheckedIOException;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.Map;
import java.util.SplittableRandom;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.locks.LockSupport;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.api.parallel.Execution;
import org.junit.jupiter.api.parallel.ExecutionMode;
import tools.jackson.databind.JsonNode;

/**
 * The server killed with SIGKILL at random moments while users are erased. An erasure that was asked for is either not noted at all,
 * or done after the next start; what is left of a user is never a part of them.
 */
@Execution(ExecutionMode.CONCURRENT)
class EraseKillTest {
    private static final int ROUNDS = Integer.getInteger("coldtide.kills", 3);
    private static final int ROWS = 30_000;
    private static final int USERS = 100;

    private final long seed = System.nanoTime();
    private final SplittableRandom random = new SplittableRandom(seed);

    @TempDir
    Path folder;

    @Test
    void anErasureSurvivesAKillAtAnyPoint() throws Exception {
        try (OwnServer server = new OwnServer(folder, "erase_killed", "512m")) {
            server.keeper().makeApp("sea", 7320);
            server.bring("sea", "events.csv", rows());
            int noted = 0;
            for (int round = 0; round < ROUNDS; round++) {
                String name = "keeper of lamp " + round;
                long whole = events(server, name);
                assertThat(whole).isEqualTo(ROWS / USERS);
                eraseAndKill(server, name);
                server.start();
                int expected = noted;
                awaitDone(server.keeper());
                noted = (int) server.number("select count(*) from erasure");
                long left = events(server, name);
                String told = "seed " + seed + ", round " + round;
                assertThat(left).as(told).isEqualTo(noted > expected ? 0 : whole);
                assertThat(server.number("select count(*) from account where key = '" + name + "'"))
                        .as(told)
                        .isEqualTo(left > 0 ? 1 : 0);
                JsonNode users = server.keeper()
                        .postText(
                                "/api/apps/sea/people-count",
                                "{\"among\":{\"did\":{\"event\":\"open\"},\"atLeast\":1}}")
                        .json();
                assertThat(users.get("answer").get("all").asLong()).as(told).isEqualTo(USERS - noted);
            }
        }
    }

    private static long events(OwnServer server, String name) throws Exception {
        return server.number(
                "select count(*) from event e join account a on a.id = e.account_id where a.key = '" + name + "'");
    }

    private static byte[] rows() {
        StringBuilder rows = new StringBuilder("id,name,time,account\n");
        for (int row = 0; row < ROWS; row++) {
            rows.append(row)
                    .append(",open,2026-11-0")
                    .append(1 + row % 9)
                    .append("T10:00:00Z,keeper of lamp ")
                    .append(row % USERS)
                    .append('\n');
        }
        return rows.toString().getBytes(StandardCharsets.UTF_8);
    }

    private void eraseAndKill(OwnServer server, String name) throws Exception {
        Caller keeper = server.keeper();
        String id = keeper.get("/api/apps/sea/register?name=" + URLEncoder.encode(name, StandardCharsets.UTF_8))
                .json()
                .get(0)
                .asString();
        long pause = random.nextLong(TimeUnit.MILLISECONDS.toNanos(700));
        Thread killer = new Thread(() -> {
            LockSupport.parkNanos(pause);
            server.kill();
        });
        killer.start();
        try {
            keeper.call("DELETE", "/api/apps/sea/register/" + id, Map.of("typed", name));
        } catch (UncheckedIOException killed) {
            // It may have been noted or not.
        }
        killer.join();
        server.awaitEnd();
    }

    private static void awaitDone(Caller keeper) throws InterruptedException {
        for (int tries = 0; tries < 1200; tries++) {
            String erasures = keeper.get("/api/apps/sea/register/erasures").text();
            if (!erasures.contains("\"WAITING\"") && !erasures.contains("\"FAILED\"")) {
                return;
            }
            Thread.sleep(50);
        }
        throw new AssertionError("An erasure did not end within a minute.");
    }
}
