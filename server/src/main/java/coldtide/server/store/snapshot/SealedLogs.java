package coldtide.server.store.snapshot;

import coldtide.core.log.EventLogBuilder;
import coldtide.core.log.LogSnapshot;
import coldtide.server.store.BinaryRows;
import jakarta.persistence.EntityManager;
import java.nio.ByteBuffer;
import java.sql.Connection;
import java.sql.SQLException;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.HashSet;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import org.hibernate.Session;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Sealed logs in the store. Blocks that are there already are not written again. */
@Component
public class SealedLogs {
    /** A block takes about a megabyte. */
    private static final int BLOCKS_AHEAD = 16;

    private static final String APP = " where b.key.appId = :app";

    private final EntityManager entities;

    SealedLogs(EntityManager entities) {
        this.entities = entities;
    }

    /**
     * Keeps a log in place of what was kept of it before, whole or not at all.
     *
     * @param goesOn whether the log was opened from, or last kept as, what is there; the blocks of another log may have the same
     *     numbers and are not taken for its own
     */
    @Transactional
    public void keep(int appId, long batch, long[] contexts, LogSnapshot sealed, boolean goesOn) {
        if (!goesOn) {
            forget(appId);
        }
        Set<Integer> there =
                new HashSet<>(entities.createQuery("select b.key.number from SealedBlock b" + APP, Integer.class)
                        .setParameter("app", appId)
                        .getResultList());
        for (int number : there) {
            if (!sealed.blocks().contains(number)) {
                update("delete from SealedBlock b" + APP + " and b.key.number = :number", appId, number)
                        .executeUpdate();
            }
        }
        for (int number : sealed.blocks()) {
            byte[] gone = sealed.gone(number);
            if (!there.contains(number)) {
                entities.persist(new SealedBlock(appId, number, sealed.columns(number), gone));
                entities.flush();
                entities.clear();
            } else if (gone.length > 0) {
                update(
                                "update SealedBlock b set b.gone = :gone" + APP
                                        + " and b.key.number = :number and b.gone <> :gone",
                                appId,
                                number)
                        .setParameter("gone", gone)
                        .executeUpdate();
            }
        }
        ByteBuffer numbers = ByteBuffer.allocate(8 * contexts.length);
        numbers.asLongBuffer().put(contexts);
        entities.merge(new SealedLogHead(appId, LogSnapshot.FORMAT, batch, numbers.array(), sealed.head()));
    }

    private jakarta.persistence.Query update(String query, int appId, int number) {
        return entities.createQuery(query).setParameter("app", appId).setParameter("number", number);
    }

    /** State of a snapshot: its last batch, and the numbers of its contexts. */
    public record Opened(long batch, long[] contexts) {}

    /**
     * Opens what was kept of an app's log.
     *
     * @param into with nothing added yet
     * @return empty if nothing was kept that can be read today; {@code into} is then as it was
     * @throws IllegalArgumentException if what was kept is not whole; {@code into} is then of no use
     */
    @Transactional(readOnly = true)
    public Optional<Opened> open(int appId, EventLogBuilder into) {
        SealedLogHead head = entities.find(SealedLogHead.class, appId);
        if (head == null || head.format() != LogSnapshot.FORMAT) {
            return Optional.empty();
        }
        into.open(head.head());
        entities.unwrap(Session.class).doWork(connection -> restore(connection, appId, into));
        long[] contexts = new long[head.contexts().length / 8];
        ByteBuffer.wrap(head.contexts()).asLongBuffer().get(contexts);
        return Optional.of(new Opened(head.batch(), contexts));
    }

    /** While one block comes from the database, others are taken apart. */
    private static void restore(Connection connection, int appId, EventLogBuilder into) throws SQLException {
        ExecutorService threads =
                Executors.newFixedThreadPool(Runtime.getRuntime().availableProcessors());
        try {
            Deque<CompletableFuture<Void>> underWay = new ArrayDeque<>();
            BinaryRows.each(
                    connection,
                    "select number::bigint, columns, gone from sealed_block where app_id = " + appId,
                    row -> {
                        underWay.add(CompletableFuture.runAsync(() -> restore(row, into), threads));
                        if (underWay.size() > BLOCKS_AHEAD) {
                            finish(underWay.removeFirst());
                        }
                    });
            underWay.forEach(SealedLogs::finish);
        } finally {
            threads.shutdownNow();
        }
    }

    private static void restore(ByteBuffer row, EventLogBuilder into) {
        int number = (int) BinaryRows.int8(row);
        byte[] columns = BinaryRows.bytes(row);
        into.restore(number, columns, BinaryRows.bytes(row));
    }

    private static void finish(CompletableFuture<Void> block) {
        try {
            block.join();
        } catch (CompletionException fault) {
            throw fault.getCause() instanceof RuntimeException why ? why : fault;
        }
    }

    /** What was kept of an app's log is not opened again. Its blocks go when the next one is kept; that may take longer. */
    @Transactional
    public void doNotOpen(int appId) {
        entities.createQuery("delete from SealedLogHead h where h.appId = :app")
                .setParameter("app", appId)
                .executeUpdate();
    }

    /** Forgets what was kept of an app's log. */
    @Transactional
    public void forget(int appId) {
        entities.createQuery("delete from SealedBlock b" + APP)
                .setParameter("app", appId)
                .executeUpdate();
        entities.createQuery("delete from SealedLogHead h where h.appId = :app")
                .setParameter("app", appId)
                .executeUpdate();
    }
}
