package coldtide.core.filter;

import coldtide.core.log.Shard;
import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.util.function.Supplier;

/**
 * Caches the bits of one condition by shard, as long as the shard is in use. Look-ups take no lock, because every shard of a scan makes one.
 */
final class ShardCache {
    /**
     * What was computed.
     *
     * @param people how many were there then. A shard only ever loses users, so where there are no more than then all of them are
     *     known; where there are, in a log of an earlier moment, some may not be
     */
    private record Known(long[] bits, int people) {}

    /** By the column of days: a shard that lost some users still has it, one with other days has another. */
    private final Cache<short[], Known> known =
            Caffeine.newBuilder().weakKeys().executor(Runnable::run).build();

    private volatile long lastAsked;

    long[] of(Shard shard, Supplier<long[]> otherwise) {
        Known before = known.getIfPresent(shard.eventDay);
        if (before != null && before.people >= shard.livePeople()) {
            return before.bits;
        }
        long[] fresh = otherwise.get();
        known.put(shard.eventDay, new Known(fresh, shard.livePeople()));
        return fresh;
    }

    void asked() {
        lastAsked = System.nanoTime();
    }

    long lastAsked() {
        return lastAsked;
    }

    /** Bytes kept for shards in use. */
    long bytes() {
        return known.asMap().values().stream()
                .mapToLong(each -> 8L * each.bits.length)
                .sum();
    }

    /** @return how many bytes were kept */
    long forget() {
        long forgotten = bytes();
        known.invalidateAll();
        return forgotten;
    }
}
