package coldtide.world.out;

import coldtide.world.World;
import coldtide.world.WorldEvent;
import coldtide.world.scenario.Habits;
import coldtide.world.scenario.Scenario;
import coldtide.world.scenario.ScenarioFile;
import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpRequest.BodyPublishers;
import java.net.http.HttpResponse;
import java.net.http.HttpResponse.BodyHandlers;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.locks.LockSupport;

/** A fleet of simulated installs that posts events live, with the clocks, repetitions and faults of the {@link Wire}. */
public final class Fleet {
    private static final int PEOPLE = 400;
    private static final int WEEKS = 2;

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
    private final Wire wire;
    private final List<Map<String, Object>> message = new ArrayList<>();
    private int next;
    private long number;

    /**
     * @param server like {@code http://127.0.0.1:8080}
     * @param run tells this fleet's events and installs from those of others
     */
    public Fleet(Scenario world, String server, String app, String key, String run) {
        target = URI.create(server + "/api/apps/" + app + "/events");
        this.key = key;
        this.run = run;
        Scenario small = world.sized(PEOPLE, WEEKS, world.end());
        new World(small).eachPerson(events::addAll);
        events.sort(Comparator.comparingLong(WorldEvent::receivedMillis));
        wire = new Wire(habits(small), fields -> message.add(CloudMessage.event(fields)));
    }

    /** Faults more often than in a file, so that a minute of watching shows them. */
    private static Habits habits(Scenario small) {
        Habits usual = small.habits();
        return new Habits(
                usual.signsIn(),
                usual.secondDevice(),
                usual.sharesDevice(),
                usual.clockOff(),
                usual.late(),
                Math.min(1, 10 * usual.sentTwice()),
                Math.min(1, 5 * usual.spoilt()));
    }

    /** Sends one message of some events that happen now. */
    public Tally send(int count) throws IOException, InterruptedException {
        message.clear();
        while (message.size() < count) {
            wire.send(now(events.get(next)));
            next = (next + 1) % events.size();
        }
        HttpRequest request = HttpRequest.newBuilder(target)
                .header("Content-Type", CloudMessage.TYPE)
                .header("Authorization", "Bearer " + key)
                .POST(BodyPublishers.ofString(CloudMessage.of(message)))
                .build();
        HttpResponse<String> answer = http.send(request, BodyHandlers.ofString());
        if (answer.statusCode() == 200) {
            tally.sent += message.size();
        } else {
            tally.refused++;
            tally.lastRefusal = answer.statusCode() + " " + answer.body();
        }
        return tally;
    }

    /** An event of the world as one that happens now, to this fleet. */
    private WorldEvent now(WorldEvent event) {
        number++;
        long now = Instant.now().toEpochMilli();
        return new WorldEvent(
                run + "-" + number,
                event.source(),
                event.name(),
                now,
                now,
                event.clockAheadMillis(),
                run + "-" + event.install(),
                event.account().isEmpty() ? "" : run + "-" + event.account(),
                event.context(),
                event.payment(),
                event.properties());
    }

    /** {@code --server URL --app KEY --key SECRET --rate EVENTS_A_SECOND}; ends with Ctrl-C. */
    public static void main(String[] arguments) throws InterruptedException {
        Map<String, String> options = new HashMap<>();
        for (int i = 0; i + 1 < arguments.length; i += 2) {
            options.put(arguments[i], arguments[i + 1]);
        }
        String rate = options.getOrDefault("--rate", "50");
        if (!options.containsKey("--key") || !rate.matches("[1-9]\\d{0,4}")) {
            System.err.println("Say with which key to send, and how many events a second from 1 to 99999: --key SECRET"
                    + " [--app gullcombe] [--server http://127.0.0.1:8080] [--rate 50]");
            System.exit(2);
        }
        String server = options.getOrDefault("--server", "http://127.0.0.1:8080");
        Fleet fleet = new Fleet(
                ScenarioFile.gullcombe(),
                server,
                options.getOrDefault("--app", "gullcombe"),
                options.get("--key"),
                "fleet" + Instant.now().getEpochSecond());
        try {
            fleet.sendOn(Integer.parseInt(rate));
        } catch (IOException unreachable) {
            System.err.println("No answer from " + server + "; is it running there?");
            System.exit(1);
        }
    }

    /** Sends so many events each second, for ever. */
    private void sendOn(int rate) throws IOException, InterruptedException {
        while (true) {
            long began = System.nanoTime();
            send(rate);
            System.out.println(tally.sent() + " events sent"
                    + (tally.refused() > 0
                            ? ", " + tally.refused() + " messages refused: " + tally.lastRefusal()
                            : ""));
            LockSupport.parkNanos(1_000_000_000L - (System.nanoTime() - began));
        }
    }
}
