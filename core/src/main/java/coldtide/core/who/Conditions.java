package coldtide.core.who;

import coldtide.core.log.EventLog;
import coldtide.core.log.Shard;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * Conditions over the logs of one app, ready to be asked: a bit a row or a bit a person of a shard. What was once computed for a
 * shard is kept for as long as the shard is in use and there is room, so that asking again, or asking a log to which something
 * was added, costs only what is new. Safe for several threads.
 */
public final class Conditions {
    static final int DEEPEST = 100;
    static final int MOST_PARTS = 1_000;
    /** However little their bits take, their texts take something too. */
    private static final int MOST_KEPT = 2_000;

    private final Map<EventCondition, ShardBits> events = new HashMap<>();
    private final Map<PersonCondition, ShardBits> people = new HashMap<>();
    private final long room;

    /** @param room bytes that may be kept; when there is no more, what was asked long ago is computed again */
    public Conditions(long room) {
        this.room = room;
    }

    /**
     * A condition on events, ready for shards of {@code log}.
     *
     * @throws IllegalArgumentException if it is nested too deep or has too many parts
     */
    public Mask of(EventLog log, EventCondition condition) {
        new Size().of(condition, 0);
        ShardBits mask = mask(condition);
        return new Mask(shard -> mask.bits(log, shard));
    }

    /**
     * A condition on people, ready for shards of {@code log}. Bits of people who are gone from a shard mean nothing.
     *
     * @throws IllegalArgumentException if it is nested too deep or has too many parts
     */
    public Mask of(EventLog log, PersonCondition condition) {
        new Size().of(condition, 0);
        ShardBits mask = mask(condition);
        return new Mask(shard -> mask.bits(log, shard));
    }

    synchronized ShardBits mask(EventCondition condition) {
        ShardBits known = events.get(condition);
        if (known == null) {
            makeRoom();
            known = EventMask.of(condition, this);
            events.put(condition, known);
        }
        return known;
    }

    synchronized ShardBits mask(PersonCondition condition) {
        ShardBits known = people.get(condition);
        if (known == null) {
            makeRoom();
            known = PersonMask.of(condition, this);
            people.put(condition, known);
        }
        return known;
    }

    /** Forgets those not asked for longest; who is asking them now keeps theirs. */
    private void makeRoom() {
        List<Kept> all = new ArrayList<>();
        events.values().forEach(mask -> all.add(mask.kept));
        people.values().forEach(mask -> all.add(mask.kept));
        long held = all.stream().mapToLong(Kept::bytes).sum();
        if (held <= room && all.size() < MOST_KEPT) {
            return;
        }
        all.sort(Comparator.comparingLong(Kept::lastAsked));
        for (int i = 0; i < all.size() && (held > room / 2 || all.size() - i > MOST_KEPT / 2); i++) {
            held -= all.get(i).forget();
        }
        events.values().removeIf(mask -> mask.kept.bytes() == 0);
        people.values().removeIf(mask -> mask.kept.bytes() == 0);
    }

    /** Bytes held now. */
    public synchronized long bytes() {
        return events.values().stream().mapToLong(mask -> mask.kept.bytes()).sum()
                + people.values().stream().mapToLong(mask -> mask.kept.bytes()).sum();
    }

    /** A condition ready to be asked. */
    public static final class Mask {
        /** From a shard to its bits. */
        private interface Source {
            long[] bits(Shard shard);
        }

        private final Source source;

        private Mask(Source source) {
            this.source = source;
        }

        /** The bits of a shard, lowest first; nobody may change them. */
        public long[] bits(Shard shard) {
            return source.bits(shard);
        }
    }

    /** Refuses what no person has written. */
    private static final class Size {
        private int parts;

        private void count(int depth) {
            if (depth > DEEPEST) {
                throw new IllegalArgumentException("A condition may be nested at most " + DEEPEST + " deep.");
            }
            if (++parts > MOST_PARTS) {
                throw new IllegalArgumentException("A condition may have at most " + MOST_PARTS + " parts.");
            }
        }

        void of(EventCondition condition, int depth) {
            count(depth);
            if (condition instanceof EventCondition.All all) {
                all.of().forEach(each -> of(each, depth + 1));
            } else if (condition instanceof EventCondition.Either either) {
                either.of().forEach(each -> of(each, depth + 1));
            } else if (condition instanceof EventCondition.Not not) {
                of(not.of(), depth + 1);
            }
        }

        void of(PersonCondition condition, int depth) {
            count(depth);
            if (condition instanceof PersonCondition.All all) {
                all.of().forEach(each -> of(each, depth + 1));
            } else if (condition instanceof PersonCondition.Either either) {
                either.of().forEach(each -> of(each, depth + 1));
            } else if (condition instanceof PersonCondition.Not not) {
                of(not.of(), depth + 1);
            } else if (condition instanceof PersonCondition.Did did) {
                of(did.what(), depth + 1);
            } else if (condition instanceof PersonCondition.FirstDid did) {
                of(did.what(), depth + 1);
            } else if (condition instanceof PersonCondition.Then then) {
                of(then.first(), depth + 1);
                of(then.second(), depth + 1);
            }
        }
    }
}
