package coldtide.server.intake;

import static org.assertj.core.api.Assertions.assertThat;

import coldtide.server.Caller;
import coldtide.server.Caller.Answer;
import coldtide.server.OwnServer;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.List;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.api.parallel.Execution;
import org.junit.jupiter.api.parallel.ExecutionMode;
import tools.jackson.databind.JsonNode;

/**
 * Rows of every hostile kind that is known, by file and by message, in random order: every row is accepted, a duplicate or rejected,
 * the server goes on, and after a restart it answers the same. {@code bench/hostile} runs it with a million.
 */
@Execution(ExecutionMode.CONCURRENT)
class HostileRunTest {
    private static final int ROWS = Integer.getInteger("coldtide.hostile", 20_000);
    private static final int FILE_ROWS = 50_000;
    private static final int BATCH_EVENTS = 500;
    private static final String HEAD = "id,name,time,install,amount,currency,note\n";

    /** Properties of an event as JSON; most of these make the row rejected. */
    private static final List<String> PROPERTIES = List.of(
            "\"v\":1",
            "\"v\":4.5",
            "\"v\":\"text\"",
            "\"v\":1e300",
            "\"v\":-1e300",
            "\"v\":1764583200000000000",
            "\"v\":9223372036854775808",
            "\"v\":1e100000",
            "\"v\":1e400",
            "\"v\":1e200000",
            "\"v\":1e-401",
            "\"deep\":{\"er\":1e999999999}",
            "\"amount\":1e999999999,\"currency\":\"EUR\"",
            "\"amount\":\"007.50\",\"currency\":\"eur\"",
            "\"amount\":1.23456789,\"currency\":\"EUR\"",
            "\"amount\":5,\"currency\":\"XTS\"",
            "\"v\":\"\\ud800\"",
            "\"v\":\"cut\\udc00\"",
            "\"v\\u0000\":1",
            "\"\\ud800\":1",
            "\"v\":\"\\u0000\"",
            "\"v\":1,\"v\":2",
            "\"v\":[1,2,[3]]",
            "\"v\":null",
            "\"v\":true",
            "\"account\":\"unknown\"",
            "\"account\":{\"a\":1}",
            "\"__proto__\":\"x\"",
            "\"v\":\"'; drop table event; --\"",
            "\"v\":\"=cmd|' /C calc'!A0\"",
            "\"nested\":" + "{\"a\":".repeat(60) + "1" + "}".repeat(60),
            "\"v\":\"" + "x".repeat(5_000) + "\"");

    /** Times as JSON. */
    private static final List<String> TIMES = List.of(
            "\"2026-11-20T10:00:00Z\"",
            "\"2026-11-21T10:00:00+01:00\"",
            "\"not a time\"",
            "1e999999999",
            "\"+999999999-12-31T23:59:59Z\"",
            "\"0000-00-00T00:00:00Z\"",
            "null");

    /** The ends of CSV rows: amount, currency, note. */
    private static final List<String> CELLS = List.of(
            ",,plain",
            ".50,EUR,a",
            "+5.00,eur,b",
            "1e999999999,EUR,c",
            "1,XTS,d",
            ",,\"never closed",
            ",,zero\u0000byte");

    private final long seed = System.nanoTime();
    private final SplittableRandom random = new SplittableRandom(seed);
    private long number;

    @TempDir
    Path folder;

    private static <T> T any(SplittableRandom random, List<T> of) {
        return of.get(random.nextInt(of.size()));
    }

    /** Now and then one that was sent before. */
    private String id() {
        return "h" + (random.nextInt(20) == 0 && number > 0 ? random.nextLong(number) : number++);
    }

    private String event(boolean isMessage) {
        String properties = any(random, PROPERTIES);
        String time = random.nextInt(8) == 0 ? any(random, TIMES) : TIMES.get(0);
        String name = random.nextInt(50) == 0 ? "name-" + random.nextInt(5_000) : "open";
        return isMessage
                ? "{\"specversion\":\"1.0\",\"id\":\"" + id() + "\",\"source\":\"s\",\"subject\":\"phone-"
                        + random.nextInt(1_000) + "\",\"type\":\"" + name + "\",\"time\":" + time + ",\"data\":{"
                        + properties + "}}"
                : "{\"id\":\"" + id() + "\",\"name\":\"" + name + "\",\"time\":" + time + ",\"install\":\"phone-"
                        + random.nextInt(1_000) + "\"," + properties + "}";
    }

    private byte[] file(boolean isCsv, int rows) {
        StringBuilder text = new StringBuilder(isCsv ? HEAD : "");
        for (int row = 0; row < rows; row++) {
            if (isCsv) {
                text.append(id()).append(",open,2026-11-20T10:00:00Z,phone-").append(random.nextInt(1_000));
                text.append(',').append(any(random, CELLS)).append('\n');
            } else if (random.nextInt(200) == 0) {
                text.append(any(random, List.of("{\"id\":", "[]", "nul", "\u0000", "{}")))
                        .append('\n');
            } else {
                text.append(event(false)).append('\n');
            }
        }
        return text.toString().getBytes(StandardCharsets.UTF_8);
    }

    @Test
    void everyRowIsAccountedForAndARestartAnswersTheSame() throws Exception {
        try (OwnServer server = new OwnServer(folder, "hostile_run", ROWS > 100_000 ? "2g" : "512m")) {
            long readyBefore = startAgain(server);
            Caller keeper = server.keeper();
            keeper.makeApp("sea", 400);
            long[] files = files(server);
            long[] messages = messages(server, keeper);
            long accepted = files[0] + messages[0];
            String told = "seed " + seed;
            assertThat(accepted).as(told).isPositive();
            assertThat(files[2] + messages[2]).as(told).isPositive();
            assertThat(server.number("select count(*) from event")).as(told).isEqualTo(accepted);
            List<String> before = answers(server);
            long ready = startAgain(server);
            assertThat(answers(server)).as(told).isEqualTo(before);
            System.out.printf(
                    "Hostile rows: %,d accepted, %,d duplicates, %,d rejected; started in %,d ms before, %,d ms afterwards%n",
                    accepted, files[1] + messages[1], files[2] + messages[2], readyBefore, ready);
        }
    }

    /** Kills the server and starts it; gives the milliseconds until it was ready. */
    private static long startAgain(OwnServer server) throws Exception {
        server.kill();
        server.awaitEnd();
        long began = System.nanoTime();
        server.start();
        return (System.nanoTime() - began) / 1_000_000;
    }

    /** Accepted, duplicates and rejected rows of files. */
    private long[] files(OwnServer server) throws InterruptedException {
        long[] counts = new long[3];
        for (int sent = 0, n = 0; sent < ROWS; n++) {
            int rows = Math.min(FILE_ROWS, ROWS - sent);
            sent += rows;
            boolean isCsv = n % 4 == 3 || ROWS <= FILE_ROWS && n == 0 && random.nextBoolean();
            JsonNode run = server.bring("sea", isCsv ? "h.csv" : "h.ndjson", file(isCsv, rows));
            assertThat(run.get("state").asString()).as("seed %s: %s", seed, run).isEqualTo("DONE");
            long[] of = {
                run.get("taken").asLong(),
                run.get("known").asLong(),
                run.get("heldBack").asLong()
            };
            assertThat(of[0] + of[1] + of[2])
                    .as("read, seed %s", seed)
                    .isEqualTo(run.get("rowsRead").asLong())
                    .isEqualTo(rows);
            for (int i = 0; i < counts.length; i++) {
                counts[i] += of[i];
            }
        }
        return counts;
    }

    /** Accepted, duplicates and rejected events of messages, a tenth as many as rows of files. */
    private long[] messages(OwnServer server, Caller keeper) {
        String key = keeper.makeKey("sea", 1_000_000);
        Caller program = Caller.withKey(server.base(), key);
        long[] counts = new long[3];
        for (int sent = 0; sent < ROWS / 10; sent += BATCH_EVENTS) {
            StringBuilder batch = new StringBuilder("[");
            for (int i = 0; i < BATCH_EVENTS; i++) {
                batch.append(i == 0 ? "" : ",").append(event(true));
            }
            Answer answer = program.call(
                    "POST",
                    "/api/apps/sea/events",
                    "application/cloudevents-batch+json",
                    batch.append(']').toString().getBytes(StandardCharsets.UTF_8));
            assertThat(answer.status()).as("seed %s: %s", seed, answer.text()).isEqualTo(200);
            JsonNode receipt = answer.json();
            long[] of = {
                receipt.get("taken").asLong(),
                receipt.get("known").asLong(),
                receipt.get("heldBack").asLong()
            };
            assertThat(of[0] + of[1] + of[2]).as("seed %s", seed).isEqualTo(BATCH_EVENTS);
            for (int i = 0; i < counts.length; i++) {
                counts[i] += of[i];
            }
        }
        return counts;
    }

    /** What three rooms answer, without their feet, once everything that came in is in the answers. */
    private static List<String> answers(OwnServer server) throws Exception {
        Caller keeper = server.keeper();
        long stored = server.number("select count(*) from event");
        for (int tries = 0;
                tries < 600
                        && keeper.get("/api/apps/sea/intake")
                                        .json()
                                        .get("events")
                                        .asLong()
                                != stored;
                tries++) {
            Thread.sleep(100);
            keeper.get("/api/apps/sea/rail"); // has them read, if that was not done yet
        }
        String range = "{\"from\":\"2026-11-01\",\"to\":\"2026-12-01\"}";
        return List.of(
                answer(keeper, "catalogue/events", "{\"range\":" + range + "}"),
                answer(keeper, "catalogue/properties", "{\"range\":" + range + "}"),
                answer(
                        keeper,
                        "measures",
                        "{\"range\":" + range + ",\"step\":\"DAY\",\"measures\":[{\"name\":\"a\",\"kind\":\"SUM\","
                                + "\"property\":\"v\"}],\"splits\":[{\"property\":\"v\",\"top\":5}]}"));
    }

    private static String answer(Caller keeper, String room, String question) {
        Answer answer = keeper.postText("/api/apps/sea/" + room, question);
        assertThat(answer.status()).as(answer.text()).isEqualTo(200);
        return answer.json().get("answer").toString();
    }
}
