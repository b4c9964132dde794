package coldtide.core.who;

import coldtide.core.log.Shard;
import java.util.Map;
import java.util.WeakHashMap;
import java.util.function.Supplier;

/** The bits of one condition by shard, for as long as the shard is in use. */
final class Kept {
    /** By the column of days: a shard that lost some people still has it, one with other days has another. */
    private final Map<short[], long[]> bits = new WeakHashMap<>();

    private long lastAsked;

    long[] of(Shard shard, Supplier<long[]> otherwise) {
        synchronized (this) {
            lastAsked = System.nanoTime();
            long[] known = bits.get(shard.eventDay);
            if (known != null) {
                return known;
            }
        }
        long[] fresh = otherwise.get();
        synchronized (this) {
            bits.put(shard.eventDay, fresh);
        }
        return fresh;
    }

    synchronized long lastAsked() {
        return lastAsked;
    }

    /** Bytes kept for shards in use. */
    synchronized long bytes() {
        return bits.values().stream().mapToLong(each -> 8L * each.length).sum();
    }

    /** @return how many bytes were kept */
    synchronized long forget() {
        long forgotten = bytes();
        bits.clear();
        return forgotten;
    }
}
