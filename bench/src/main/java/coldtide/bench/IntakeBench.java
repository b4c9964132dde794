package coldtide.bench;

import coldtide.world.World;
import coldtide.world.out.EventFile;
import coldtide.world.out.Fleet;
import coldtide.world.scenario.ScenarioFile;
import de.siegmar.fastcsv.reader.CsvReader;
import java.io.IOException;
import java.io.Reader;
import java.net.CookieManager;
import java.net.HttpCookie;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpRequest.BodyPublishers;
import java.net.http.HttpResponse.BodyHandlers;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/**
 * How fast events come in at a running server, from outside: a file from its last byte sent until it can be asked about, the
 * same file again, and messages of 500 events each of which is answered when it is committed.
 */
public final class IntakeBench {
    private static final JsonMapper JSON = JsonMapper.builder().build();
    private static final int LIVE_SECONDS = 20;
    private static final int MESSAGE_EVENTS = 500;
    private static final int SENDERS = 4;

    private final String base;
    private final CookieManager cookies = new CookieManager();
    private final HttpClient http =
            HttpClient.newBuilder().cookieHandler(cookies).build();

    private IntakeBench(String base) {
        this.base = base;
    }

    private JsonNode call(String method, String path, String json) throws IOException, InterruptedException {
        HttpRequest.Builder request = HttpRequest.newBuilder(URI.create(base + path))
                .header("Content-Type", "application/json")
                .method(method, BodyPublishers.ofString(json));
        cookies.getCookieStore().getCookies().stream()
                .filter(cookie -> cookie.getName().equals("XSRF-TOKEN"))
                .map(HttpCookie::getValue)
                .forEach(token -> request.header("X-XSRF-TOKEN", token));
        return JSON.readTree(http.send(request.build(), BodyHandlers.ofString()).body());
    }

    /** Signs in, makes an app, and gives a key for it. */
    private String keyOf(String app, String password) throws IOException, InterruptedException {
        call("GET", "/api/session", "");
        call("POST", "/api/session", "{\"name\":\"keeper\",\"password\":\"" + password + "\"}");
        call("GET", "/api/session", "");
        call(
                "POST",
                "/api/apps",
                "{\"key\":\"" + app + "\",\"name\":\"Bench\",\"zone\":\"Europe/Lisbon\",\"currency\":\"EUR\","
                        + "\"lateLimitDays\":7320}");
        return call("POST", "/api/apps/" + app + "/keys", "{\"name\":\"bench\",\"perSecond\":1000000}")
                .get("secret")
                .asString();
    }

    private double file(String app, String key, Path file) throws IOException, InterruptedException {
        String boundary = "coldtide-bench";
        HttpRequest request = HttpRequest.newBuilder(URI.create(base + "/api/apps/" + app + "/imports/file"))
                .header("Authorization", "Bearer " + key)
                .header("Content-Type", "multipart/form-data; boundary=" + boundary)
                .POST(BodyPublishers.concat(
                        BodyPublishers.ofString("--" + boundary
                                + "\r\nContent-Disposition: form-data; name=\"file\"; filename=\"w.csv\"\r\n\r\n"),
                        BodyPublishers.ofFile(file),
                        BodyPublishers.ofString("\r\n--" + boundary + "--\r\n")))
                .build();
        JsonNode run = JSON.readTree(http.send(request, BodyHandlers.ofString()).body());
        long began = System.nanoTime();
        while (run.get("finished").isNull()) {
            Thread.sleep(100);
            run = call("GET", "/api/apps/" + app + "/imports/" + run.get("id").asInt(), "");
        }
        double seconds = (System.nanoTime() - began) / 1e9;
        System.out.printf(
                "file: %,d rows read, %,d taken, %,d known in %.1f s: %,.0f rows/s%n",
                run.get("rowsRead").asLong(),
                run.get("taken").asLong(),
                run.get("known").asLong(),
                seconds,
                run.get("rowsRead").asLong() / seconds);
        return seconds;
    }

    private void live(String app, String key, int senders) throws Exception {
        ExecutorService threads = Executors.newFixedThreadPool(senders);
        long end = System.nanoTime() + LIVE_SECONDS * 1_000_000_000L;
        List<Future<Long>> sent = new ArrayList<>();
        for (int sender = 0; sender < senders; sender++) {
            String run = "s" + senders + "-" + sender;
            Callable<Long> work = () -> {
                Fleet fleet = new Fleet(ScenarioFile.gullcombe(), base, app, key, run);
                Fleet.Tally tally = fleet.send(MESSAGE_EVENTS);
                while (System.nanoTime() < end) {
                    tally = fleet.send(MESSAGE_EVENTS);
                }
                if (tally.refused() > 0) {
                    throw new IllegalStateException(tally.lastRefusal());
                }
                return tally.sent();
            };
            sent.add(threads.submit(work));
        }
        long began = System.nanoTime();
        long total = 0;
        for (Future<Long> each : sent) {
            total += each.get();
        }
        threads.shutdown();
        System.out.printf(
                "live, %d senders: %,d events in messages of %d: %,.0f events/s%n",
                senders, total, MESSAGE_EVENTS, total / ((System.nanoTime() - began) / 1e9));
    }

    /** How long it takes merely to take the file apart: the floor for reading it. */
    private static double takeApart(Path file) throws IOException {
        long began = System.nanoTime();
        long fields = 0;
        try (Reader reader = Files.newBufferedReader(file);
                var rows = CsvReader.builder().ofCsvRecord(reader)) {
            for (var row : rows) {
                fields += row.getFieldCount();
            }
        }
        double seconds = (System.nanoTime() - began) / 1e9;
        System.out.printf("only taking the file apart: %,d fields in %.1f s%n", fields, seconds);
        return seconds;
    }

    /** Address of the server, password of its keeper, people of the file. */
    public static void main(String[] arguments) throws Exception {
        int people = Integer.parseInt(arguments[2]);
        Path file = Files.createTempFile("coldtide-bench-", ".csv");
        try {
            EventFile.write(new World(ScenarioFile.gullcombe().sized(people, 20, LocalDate.of(2026, 6, 28))), file);
            IntakeBench bench = new IntakeBench(arguments[0]);
            String warmUp = bench.keyOf("warmup", arguments[1]);
            bench.file("warmup", warmUp, file);
            String key = bench.keyOf("bench", arguments[1]);
            double fresh = bench.file("bench", key, file);
            double known = bench.file("bench", key, file);
            double floor = takeApart(file);
            System.out.printf("fresh : known : floor = %.1f : %.1f : 1%n", fresh / floor, known / floor);
            bench.live("bench", key, 1);
            bench.live("bench", key, SENDERS);
        } finally {
            Files.deleteIfExists(file);
        }
    }
}
