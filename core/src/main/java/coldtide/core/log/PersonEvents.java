package coldtide.core.log;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Reads single users out of a log: where they stand, and what they did. For looking at, not for counting. */
public final class PersonEvents {
    /** Position of a user: shard and number. */
    public record Place(Shard shard, int person) {}

    private PersonEvents() {}

    /** Finds a user by whose they are; looks at all users, which is a few milliseconds for a million users. */
    public static Optional<Place> find(EventLog log, long owner) {
        for (Shard shard : log.shards()) {
            for (int p = shard.person(0); p < shard.people(); p = shard.person(p + 1)) {
                if (shard.owner[p] == owner) {
                    return Optional.of(new Place(shard, p));
                }
            }
        }
        return Optional.empty();
    }

    /** All users with events of an install; more than one if it has passed from one account to another. */
    public static List<Place> withInstall(EventLog log, long install) {
        List<Place> found = new ArrayList<>();
        for (Shard shard : log.shards()) {
            for (int p = shard.person(0); p < shard.people(); p = shard.person(p + 1)) {
                if (installs(shard, p).contains(install)) {
                    found.add(new Place(shard, p));
                }
            }
        }
        return found;
    }

    /** The installs of a user, in order of their first event. */
    public static List<Long> installs(Shard shard, int person) {
        List<Long> installs = new ArrayList<>();
        for (int face = shard.faceFrom[person]; face < shard.faceFrom[person + 1]; face++) {
            if (!installs.contains(shard.faceInstall[face])) {
                installs.add(shard.faceInstall[face]);
            }
        }
        return installs;
    }

    /** All events of a user in their order. */
    public static List<PersonEvent> of(EventLog log, Place place) {
        Map<Integer, Map<String, String>> contexts = new HashMap<>();
        List<PersonEvent> events = new ArrayList<>();
        int first = place.shard().eventFrom[place.person()];
        new ShardRows(log.dayBoundaries(), log.currencies())
                .each(
                        place.shard(),
                        place.person(),
                        event -> events.add(new PersonEvent(
                                first + events.size(),
                                event.install,
                                event.account,
                                event.timeMillis,
                                event.receivedMillis,
                                log.eventNames().get(event.name),
                                contexts.computeIfAbsent(event.context, log.contexts()::properties),
                                values(log, event),
                                Optional.ofNullable(event.money))));
        return events;
    }

    private static Map<String, Object> values(EventLog log, RawEvent event) {
        Map<String, Object> values = new HashMap<>();
        for (int i = 0; i < event.values; i++) {
            String column = log.columns().get(event.column[i]);
            boolean isText = column.charAt(0) == EventLog.TEXTS;
            values.put(column.substring(1), isText ? log.texts().text((int) event.value[i]) : (Object) event.value[i]);
        }
        return values;
    }
}
