package coldtide.world;

import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpRequest.BodyPublishers;
import java.net.http.HttpResponse;
import java.net.http.HttpResponse.BodyHandlers;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.locks.LockSupport;

/**
 * A fleet of simulated installs that posts events live, as the world's people would: some phones have a clock that is hours
 * off, now and then an event is sent twice, and now and then one names a currency that does not exist.
 */
public final class Fleet {
    private static final int PEOPLE = 400;
    private static final int SKEWED_ONE_IN = 40;
    private static final Duration SKEW = Duration.ofHours(3);
    private static final int TWICE_ONE_IN = 50;
    private static final int SPOILT_ONE_IN = 400;
    private static final Map<String, Object> SPOILT = Map.of("amount", "1.99", "currency", "XQQ");

    /** What a server answered so far. */
    public static final class Tally {
        private long sent;
        private long refused;
        private String lastRefusal = "";

        public long sent() {
            return sent;
        }

        /** Messages that were not taken as a whole. */
        public long refused() {
            return refused;
        }

        public String lastRefusal() {
            return lastRefusal;
        }
    }

    private final HttpClient http = HttpClient.newHttpClient();
    private final URI target;
    private final String key;
    private final String run;
    private final List<WorldEvent> events = new ArrayList<>();
    private final Tally tally = new Tally();
    private int next;
    private long number;

    /**
     * @param server like {@code http://127.0.0.1:8080}
     * @param run tells this fleet's events and installs from those of others
     */
    public Fleet(String server, String app, String key, String run) {
        target = URI.create(server + "/api/apps/" + app + "/events");
        this.key = key;
        this.run = run;
        new World(Scenario.of(PEOPLE, 2, LocalDate.of(2026, 6, 28))).eachPerson(events::addAll);
        events.sort(java.util.Comparator.comparingLong(WorldEvent::receivedMillis));
    }

    /** Sends one message of some events that happen now. */
    public Tally send(int count) throws IOException, InterruptedException {
        List<Map<String, Object>> message = new ArrayList<>(count);
        for (int i = 0; i < count; i++) {
            message.add(event());
        }
        HttpRequest request = HttpRequest.newBuilder(target)
                .header("Content-Type", CloudMessage.TYPE)
                .header("Authorization", "Bearer " + key)
                .POST(BodyPublishers.ofString(CloudMessage.of(message)))
                .build();
        HttpResponse<String> answer = http.send(request, BodyHandlers.ofString());
        if (answer.statusCode() == 200) {
            tally.sent += count;
        } else {
            tally.refused++;
            tally.lastRefusal = answer.statusCode() + " " + answer.body();
        }
        return tally;
    }

    private Map<String, Object> event() {
        WorldEvent event = events.get(next);
        next = (next + 1) % events.size();
        number += number > 0 && number % TWICE_ONE_IN == 0 && next % 2 == 0 ? 0 : 1;
        boolean skewed = Math.floorMod(event.install().hashCode(), SKEWED_ONE_IN) == 0;
        Instant now = skewed ? Instant.now().plus(SKEW) : Instant.now();
        Map<String, Object> spoilt = number % SPOILT_ONE_IN == 0 ? SPOILT : Map.of();
        return CloudMessage.event(event, run + "-" + number, run + "-" + event.install(), spoilt, now, now);
    }

    /** {@code --server URL --app KEY --key SECRET --rate EVENTS_A_SECOND}; ends with Ctrl-C. */
    public static void main(String[] arguments) throws IOException, InterruptedException {
        Map<String, String> options = new HashMap<>();
        for (int i = 0; i + 1 < arguments.length; i += 2) {
            options.put(arguments[i], arguments[i + 1]);
        }
        if (!options.containsKey("--key")) {
            System.err.println(
                    "Say with which key to send: --key SECRET [--app gullcombe] [--server http://127.0.0.1:8080]"
                            + " [--rate 50]");
            System.exit(2);
        }
        int rate = Integer.parseInt(options.getOrDefault("--rate", "50"));
        Fleet fleet = new Fleet(
                options.getOrDefault("--server", "http://127.0.0.1:8080"),
                options.getOrDefault("--app", Scenario.APP),
                options.get("--key"),
                "fleet" + Instant.now().getEpochSecond());
        while (true) {
            long began = System.nanoTime();
            Tally tally = fleet.send(rate);
            System.out.println(tally.sent() + " events sent"
                    + (tally.refused() > 0
                            ? ", " + tally.refused() + " messages refused: " + tally.lastRefusal()
                            : ""));
            LockSupport.parkNanos(1_000_000_000L - (System.nanoTime() - began));
        }
    }
}
