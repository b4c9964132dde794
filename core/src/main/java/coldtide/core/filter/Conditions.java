package coldtide.core.filter;

import coldtide.core.filter.PersonCondition.Which;
import coldtide.core.filter.value.Value;
import coldtide.core.log.EventLog;
import coldtide.core.log.Shard;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Supplier;

/**
 * Conditions over the logs of one app, ready to be asked: a bit a row or a bit a user of a shard. What was once computed for a
 * shard is kept for as long as the shard is in use and there is room, so that asking again, or asking a log to which something
 * was added, costs only what is new. Safe for several threads.
 */
public final class Conditions {
    static final int DEEPEST = 100;
    static final int MOST_PARTS = 1_000;
    /** However little their bits take, their texts take something too. */
    private static final int MOST_KEPT = 2_000;

    /** By the condition, or whatever else is asked: equal ones are computed once. */
    private final Map<Object, ShardBits> masks = new HashMap<>();

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
     * A condition on users, ready for shards of {@code log}. Bits of users who are gone from a shard mean nothing.
     *
     * @throws IllegalArgumentException if it is nested too deep or has too many parts
     */
    public Mask of(EventLog log, PersonCondition condition) {
        new Size().of(condition, 0);
        ShardBits mask = mask(condition);
        return new Mask(shard -> mask.bits(log, shard));
    }

    /**
     * On which of their active days users did something, ready for shards of {@code log}: a bit an entry of {@link
     * Shard#activeDay}. Of a shard in which some of it lies on days without activity there are no bits.
     *
     * @param afterFirst whether the very first event of a user is left out
     * @throws IllegalArgumentException if the condition is nested too deep or has too many parts
     */
    public Mask activeDays(EventLog log, EventCondition condition, boolean afterFirst) {
        ShardBits mask = days(condition, afterFirst);
        return new Mask(shard -> mask.bits(log, shard));
    }

    private ShardBits days(EventCondition condition, boolean afterFirst) {
        new Size().of(condition, 0);
        DayMask.Of of = new DayMask.Of(condition, afterFirst);
        return known(of, () -> new DayMask(mask(condition), afterFirst));
    }

    /**
     * On which of the first 64 days from that of their first event on users did something, ready for shards of {@code log}: of the
     * first 64 users a long a day, from that day on, with a bit each, then of the next. Of a shard in which some of it lies on days
     * without activity there are none.
     *
     * @param afterFirst whether the very first event of a user is left out
     * @throws IllegalArgumentException if the condition is nested too deep or has too many parts
     */
    public Mask firstDays(EventLog log, EventCondition condition, boolean afterFirst) {
        ShardBits days = days(condition, afterFirst);
        ShardBits mask = known(new FirstDays.Of(condition, afterFirst), () -> new FirstDays(days));
        return new Mask(shard -> mask.bits(log, shard));
    }

    /** The first or latest {@link Value} of a property that each user had, ready for shards of {@code log}. */
    public Mask values(EventLog log, String property, Which which) {
        PersonColumn.Of of = new PersonColumn.Of(property, which);
        ShardBits column = known(of, () -> new PersonColumn(of));
        return new Mask(shard -> column.bits(log, shard));
    }

    ShardBits mask(EventCondition condition) {
        return known(condition, () -> EventMask.of(condition, this));
    }

    ShardBits mask(PersonCondition condition) {
        return known(condition, () -> PersonMask.of(condition, this));
    }

    private synchronized ShardBits known(Object condition, Supplier<ShardBits> otherwise) {
        ShardBits known = masks.get(condition);
        if (known == null) {
            makeRoom();
            known = otherwise.get();
            masks.put(condition, known);
        }
        known.kept.asked();
        return known;
    }

    /** Forgets those not asked for longest; who is asking them now keeps theirs. */
    private void makeRoom() {
        List<ShardCache> all =
                new ArrayList<>(masks.values().stream().map(mask -> mask.kept).toList());
        long held = all.stream().mapToLong(ShardCache::bytes).sum();
        if (held <= room && all.size() < MOST_KEPT) {
            return;
        }
        all.sort(Comparator.comparingLong(ShardCache::lastAsked));
        for (int i = 0; i < all.size() && (held > room / 2 || all.size() - i > MOST_KEPT / 2); i++) {
            held -= all.get(i).forget();
        }
        masks.values().removeIf(mask -> mask.kept.bytes() == 0);
    }

    /** Bytes held now. */
    public synchronized long bytes() {
        return masks.values().stream().mapToLong(mask -> mask.kept.bytes()).sum();
    }

    /** A condition, or a property of users, ready to be asked. */
    public static final class Mask {
        /** From a shard to its bits. */
        private interface Source {
            long[] bits(Shard shard);
        }

        private final Source source;

        private Mask(Source source) {
            this.source = source;
        }

        /** The bits of a shard, lowest first, or a value for each of its users; nobody may change them. */
        public long[] bits(Shard shard) {
            return source.bits(shard);
        }
    }

    /** Refuses conditions that nobody can have written. */
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
