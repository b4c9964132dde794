package coldtide.bench;

import java.io.IOException;
import java.net.CookieManager;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpRequest.BodyPublishers;
import java.net.http.HttpResponse;
import java.net.http.HttpResponse.BodyHandlers;
import java.time.DayOfWeek;
import java.time.LocalDate;
import java.time.temporal.TemporalAdjusters;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ConcurrentLinkedQueue;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicInteger;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/**
 * Clients that each ask a question, wait for its answer, think one second and ask the next, of five rooms in turn with changing
 * ranges, against the running application with the demo. Prints the response times of each room and the server's memory.
 * {@code Clients [clients] [seconds] [weeks|days]}: ranges of 1 to 12 full weeks that end with any of the last 12 weeks (144 ranges in
 * each room, so that clients often ask what others asked), or that end on any day (about 1,200, so that they seldom do).
 */
public final class Clients {
    private static final String SERVER = "http://127.0.0.1:8080";
    private static final String APP = "/api/apps/gullcombe/";
    private static final long THINK_MILLIS = 1_000;
    private static final int WARM_SECONDS = 10;
    private static final int MOST_WEEKS = 12;
    private static final JsonMapper JSON = JsonMapper.builder().build();

    /** A question of a room, for a range of days. */
    private enum Room {
        TIDE_TABLE("tide-table", "{\"range\":%1$s,\"compared\":%2$s,\"grain\":\"WEEK\"}"),
        METRICS(
                "measures",
                "{\"range\":%1$s,\"step\":\"DAY\",\"measures\":[{\"name\":\"a\",\"kind\":\"PEOPLE\",\"what\":{\"active\":true}}]}"),
        SPLIT_METRICS(
                "measures",
                "{\"range\":%1$s,\"step\":\"DAY\",\"measures\":[{\"name\":\"a\",\"kind\":\"PEOPLE\",\"what\":{\"active\":true}}],"
                        + "\"splits\":[{\"property\":\"country\",\"top\":5}]}"),
        RETENTION("retention", "{\"following\":{\"range\":%1$s,\"grain\":\"DAY\"},\"ages\":30}"),
        FUNNEL(
                "funnel",
                "{\"funnel\":{\"range\":%1$s,\"window\":\"P7D\",\"steps\":[{\"name\":\"beacon_started\",\"what\":{\"event\":\"beacon_started\"}},"
                        + "{\"name\":\"beacon_lit\",\"what\":{\"event\":\"beacon_lit\"}},{\"name\":\"shop_opened\",\"what\":{\"event\":\"shop_opened\"}}]}}");

        private final String path;
        private final String question;

        Room(String path, String question) {
            this.path = path;
            this.question = question;
        }

        String question(LocalDate from, int days) {
            return question.formatted(range(from, days), range(from.minusDays(days), days));
        }

        private static String range(LocalDate from, int days) {
            return "{\"from\":\"" + from + "\",\"to\":\"" + from.plusDays(days) + "\"}";
        }
    }

    private final HttpClient http =
            HttpClient.newBuilder().version(HttpClient.Version.HTTP_1_1).build();
    private final ScheduledExecutorService clock = Executors.newScheduledThreadPool(2);
    private final Map<Room, ConcurrentLinkedQueue<Double>> millis = new ConcurrentHashMap<>();
    private final AtomicInteger refused = new AtomicInteger();
    private final String cookies;
    private final String token;
    private final boolean onAnyDay;
    private final LocalDate firstDay;
    private final int days;
    private volatile long measureFrom;
    private volatile long end;

    private Clients(boolean onAnyDay) throws IOException, InterruptedException {
        this.onAnyDay = onAnyDay;
        CookieManager jar = new CookieManager();
        HttpClient signingIn = HttpClient.newBuilder()
                .version(HttpClient.Version.HTTP_1_1)
                .cookieHandler(jar)
                .build();
        signingIn.send(get("/api/session").build(), BodyHandlers.ofString());
        signingIn.send(
                HttpRequest.newBuilder(URI.create(SERVER + "/api/session"))
                        .header("Content-Type", "application/json")
                        .header("X-XSRF-TOKEN", cookie(jar, "XSRF-TOKEN"))
                        .POST(BodyPublishers.ofString("{\"name\":\"demo\",\"password\":\"fourteen-beacons\"}"))
                        .build(),
                BodyHandlers.ofString());
        signingIn.send(get("/api/session").build(), BodyHandlers.ofString());
        token = cookie(jar, "XSRF-TOKEN");
        cookies = "coldtide_session=" + cookie(jar, "coldtide_session") + "; XSRF-TOKEN=" + token;
        JsonNode span = JSON.readTree(
                        http.send(get(APP + "rail").header("Cookie", cookies).build(), BodyHandlers.ofString())
                                .body())
                .get("answer")
                .get("days");
        firstDay = LocalDate.parse(span.get("from").asString());
        days = (int) (LocalDate.parse(span.get("to").asString()).toEpochDay() - firstDay.toEpochDay());
    }

    private static HttpRequest.Builder get(String path) {
        return HttpRequest.newBuilder(URI.create(SERVER + path));
    }

    private static String cookie(CookieManager jar, String name) {
        return jar.getCookieStore().getCookies().stream()
                .filter(each -> each.getName().equals(name))
                .reduce((earlier, later) -> later)
                .map(java.net.HttpCookie::getValue)
                .orElse("");
    }

    public static void main(String[] arguments) throws Exception {
        int clients = arguments.length > 0 ? Integer.parseInt(arguments[0]) : 50;
        int seconds = arguments.length > 1 ? Integer.parseInt(arguments[1]) : 60;
        boolean onAnyDay = arguments.length > 2 && arguments[2].equals("days");
        new Clients(onAnyDay).run(clients, seconds);
    }

    private void run(int clients, int seconds) throws InterruptedException {
        measureFrom = System.nanoTime() + TimeUnit.SECONDS.toNanos(WARM_SECONDS);
        end = measureFrom + TimeUnit.SECONDS.toNanos(seconds);
        for (int client = 0; client < clients; client++) {
            Random random = new Random(client);
            clock.schedule(() -> ask(random), random.nextInt((int) THINK_MILLIS), TimeUnit.MILLISECONDS);
        }
        TimeUnit.NANOSECONDS.sleep(end - System.nanoTime());
        clock.shutdownNow();
        List<Double> all = new ArrayList<>();
        for (Room room : Room.values()) {
            List<Double> of = List.copyOf(millis.getOrDefault(room, new ConcurrentLinkedQueue<>()));
            all.addAll(of);
            print(room.name().toLowerCase(java.util.Locale.ROOT).replace('_', ' '), of);
        }
        print("all", all);
        System.out.printf("%d clients, %d s, %d refused%n", clients, seconds, refused.get());
    }

    private static void print(String name, List<Double> of) {
        double[] sorted = of.stream().mapToDouble(Double::doubleValue).toArray();
        Arrays.sort(sorted);
        if (sorted.length > 0) {
            System.out.printf(
                    "%-14s %6d answers  p50 %6.0f ms  p99 %6.0f ms  longest %6.0f ms%n",
                    name,
                    sorted.length,
                    sorted[sorted.length / 2],
                    sorted[(int) Math.ceil(sorted.length * 0.99) - 1],
                    sorted[sorted.length - 1]);
        }
    }

    private void ask(Random random) {
        Room room = Room.values()[random.nextInt(Room.values().length)];
        int length = 7 * (1 + random.nextInt(MOST_WEEKS));
        LocalDate to = onAnyDay ? anyDay(random, length) : aWeeksEnd(random);
        LocalDate from = to.minusDays(length);
        HttpRequest request = HttpRequest.newBuilder(URI.create(SERVER + APP + room.path))
                .header("Content-Type", "application/json")
                .header("Cookie", cookies)
                .header("X-XSRF-TOKEN", token)
                .POST(BodyPublishers.ofString(room.question(from, length)))
                .build();
        long began = System.nanoTime();
        http.sendAsync(request, BodyHandlers.ofString()).whenComplete((answer, fault) -> {
            note(room, began, answer);
            if (System.nanoTime() < end && !clock.isShutdown()) {
                clock.schedule(() -> ask(random), THINK_MILLIS, TimeUnit.MILLISECONDS);
            }
        });
    }

    /** Not before there was as long a time to compare with, where the data allow it. */
    private LocalDate anyDay(Random random, int length) {
        int earliest = Math.min(2 * length, days - 1);
        return firstDay.plusDays(earliest + random.nextInt(days - earliest));
    }

    private LocalDate aWeeksEnd(Random random) {
        LocalDate lastMonday = firstDay.plusDays(days).with(TemporalAdjusters.previousOrSame(DayOfWeek.MONDAY));
        return lastMonday.minusWeeks(random.nextInt(MOST_WEEKS));
    }

    private void note(Room room, long began, HttpResponse<String> answer) {
        long now = System.nanoTime();
        if (answer == null || answer.statusCode() != 200) {
            if (refused.incrementAndGet() == 1) {
                System.out.println("The first refused: " + room + " " + (answer == null ? "no answer" : answer.body()));
            }
        } else if (now > measureFrom) {
            millis.computeIfAbsent(room, each -> new ConcurrentLinkedQueue<>()).add((now - began) / 1e6);
        }
    }
}
