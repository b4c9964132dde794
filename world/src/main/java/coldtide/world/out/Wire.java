package coldtide.world.out;

import coldtide.world.WorldEvent;
import coldtide.world.scenario.Habits;
import java.time.Instant;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.SplittableRandom;
import java.util.function.Consumer;

/**
 * What of a world reaches its receiver: each event with the times its device states, some of them twice, and malformed ones
 * beside the good. The same world gives the same.
 */
public final class Wire {
    /**
     * What was sent.
     *
     * @param events good ones, each counted once
     * @param twice how many of them arrived a second time
     * @param spoilt malformed ones beside them
     */
    public record Count(long events, long twice, long spoilt) {
        public long rows() {
            return events + twice + spoilt;
        }
    }

    /** Ways to spoil an event. */
    private static final List<Map<String, Object>> SPOILT = List.of(
            Map.of("amount", "1.99", "currency", "XQQ", "revenue_type", "purchase"),
            Map.of("amount", "1,2,3", "currency", "EUR", "revenue_type", "purchase"),
            Map.of("name", ""),
            Map.of("time", "late one evening"),
            Map.of("time", "2170-01-01T00:00:00Z"),
            Map.of("account", "keeper ".repeat(40)));

    private final Habits habits;
    private final Consumer<Map<String, Object>> receiver;
    private long events;
    private long twice;
    private long spoilt;

    /** @param receiver of one event after another, field by field; absent fields are left out */
    public Wire(Habits habits, Consumer<Map<String, Object>> receiver) {
        this.habits = habits;
        this.receiver = receiver;
    }

    /** Sends one event on. */
    public void send(WorldEvent event) {
        Map<String, Object> fields = fields(event);
        receiver.accept(fields);
        if (counts(event)) {
            receiver.accept(fields);
        }
        spoilt(event).ifPresent(receiver);
    }

    /** Counts an event as sent. */
    private boolean counts(WorldEvent event) {
        boolean again = chance(event, 1).nextDouble() < habits.sentTwice();
        events++;
        twice += again ? 1 : 0;
        return again;
    }

    /** Counts an event as sent without writing it, for a receiver that has it already; only what is malformed is sent on. */
    public void pass(WorldEvent event) {
        counts(event);
        spoilt(event).ifPresent(receiver);
    }

    private Optional<Map<String, Object>> spoilt(WorldEvent event) {
        SplittableRandom chance = chance(event, 2);
        if (chance.nextDouble() >= habits.spoilt()) {
            return Optional.empty();
        }
        spoilt++;
        Map<String, Object> fields = fields(event);
        fields.put("id", event.id() + "-spoilt");
        fields.putAll(SPOILT.get(chance.nextInt(SPOILT.size())));
        return Optional.of(fields);
    }

    private static SplittableRandom chance(WorldEvent event, int use) {
        return new SplittableRandom(
                event.id().hashCode() * 0x9E3779B97F4A7C15L + event.source().hashCode() + use);
    }

    public Count count() {
        return new Count(events, twice, spoilt);
    }

    /** An event field by field, with the times its device states. */
    static Map<String, Object> fields(WorldEvent event) {
        Map<String, Object> fields = new LinkedHashMap<>();
        fields.put("id", event.id());
        fields.put("source", event.source());
        fields.put("name", event.name());
        fields.put("time", instant(event.timeMillis() + event.clockAheadMillis()));
        fields.put("sent", instant(event.receivedMillis() + event.clockAheadMillis()));
        fields.put("received", instant(event.receivedMillis()));
        fields.put("install", event.install());
        if (!event.account().isEmpty()) {
            fields.put("account", event.account());
        }
        if (event.payment() != null) {
            fields.put("amount", event.payment().amount());
            fields.put("currency", event.payment().currency());
            fields.put("revenue_type", event.payment().type());
        }
        fields.putAll(event.context().properties());
        fields.putAll(event.properties());
        return fields;
    }

    private static String instant(long millis) {
        return Instant.ofEpochMilli(millis).toString();
    }
}
