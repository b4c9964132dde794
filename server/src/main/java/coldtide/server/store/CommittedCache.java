package coldtide.server.store;

import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import java.util.function.Supplier;
import org.springframework.transaction.support.TransactionSynchronization;
import org.springframework.transaction.support.TransactionSynchronizationManager;

/**
 * What the database holds, kept in memory until a change of it is committed. A value that was read while a change was under way is
 * handed out but not kept: it may be that from before, and would then stay for ever. Safe for several threads.
 */
public final class CommittedCache<K, V> {
    private final Map<K, V> known = new HashMap<>();
    private long changes;

    /** The value of a key, read by {@code load} if it is not known; what is not there is asked for again the next time. */
    public Optional<V> get(K key, Supplier<Optional<V>> load) {
        long before;
        synchronized (this) {
            V value = known.get(key);
            if (value != null) {
                return Optional.of(value);
            }
            before = changes;
        }
        Optional<V> loaded = load.get();
        synchronized (this) {
            if (before == changes) {
                loaded.ifPresent(value -> known.put(key, value));
            }
        }
        return loaded;
    }

    /** Forgets everything when the transaction under way has ended; at once if there is none. */
    public void evictAfterCommit() {
        if (!TransactionSynchronizationManager.isSynchronizationActive()) {
            evict();
            return;
        }
        TransactionSynchronizationManager.registerSynchronization(new TransactionSynchronization() {
            @Override
            public void afterCompletion(int status) {
                evict();
            }
        });
    }

    private synchronized void evict() {
        changes++;
        known.clear();
    }
}
