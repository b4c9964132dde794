package coldtide.server.store.event;

import coldtide.server.store.BinaryCopy;
import coldtide.server.store.app.App;
import coldtide.server.store.app.AppDeletedException;
import coldtide.server.store.event.MergeResult.Outcome;
import jakarta.persistence.EntityManager;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.IdentityHashMap;
import java.util.Iterator;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.locks.ReentrantLock;
import java.util.function.LongConsumer;
import org.hibernate.Session;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionSynchronization;
import org.springframework.transaction.support.TransactionSynchronizationManager;
import org.springframework.transaction.support.TransactionTemplate;
import tools.jackson.databind.json.JsonMapper;

/** Events into the store, in bulk, each counted once for ever. One writer an app at a time; apps do not wait for each other. */
@Component
public class EventWriter {
    private static final String COLUMNS =
            " (app_id, source, id, name_id, time, received, install_id, account_id, context_id,"
                    + " amount_micros, currency, revenue_type, properties, batch)";

    /** A table that grows by millions of rows between two looks at its statistics must still be asked by its key. */
    private static final String BY_THE_KEY =
            "set local jit = off; set local enable_seqscan = off; set local enable_bitmapscan = off";

    private static final JsonMapper PROPERTIES =
            JsonMapper.builder(EventValues.JSON).build();

    private static final long NOBODY = 0;
    private static final int PROGRESS_EVENTS = 400_000;

    private final EntityManager entities;
    private final TransactionTemplate transactions;
    private final JsonMapper json;
    private final OversizedUsers oversized;
    private final Map<Integer, IdRegistry> books = new ConcurrentHashMap<>();
    private final Map<Integer, ReentrantLock> turns = new ConcurrentHashMap<>();
    /** Who was erased, by app; forgotten when somebody is. */
    private final Map<Integer, Erasures> erasures = new ConcurrentHashMap<>();

    EventWriter(EntityManager entities, TransactionTemplate transactions, JsonMapper json, OversizedUsers oversized) {
        this.oversized = oversized;
        this.entities = entities;
        this.transactions = transactions;
        this.json = json;
    }

    private interface Work<T> {
        T on(Connection connection) throws SQLException;
    }

    /** Runs within the caller's transaction, or within one of its own. */
    private <T> T inTransaction(Work<T> work) {
        return transactions.execute(status -> entities.unwrap(Session.class).doReturningWork(work::on));
    }

    /** Makes room for an app's events; called once, when the app is made. */
    public void open(App app) {
        inTransaction(connection -> {
            execute(connection, "create table " + table(app) + " partition of event for values in (" + app.id() + ")");
            execute(connection, "insert into event_batch values (" + app.id() + ", 0)");
            return null;
        });
    }

    /**
     * Adds events that are not yet known; committed with the caller's transaction, if there is one. Of those that stand twice among
     * {@code events} the first is added. Events of users who were erased count as known; those with one more event name or version
     * than an app may have, and of users who have too many, are rejected. Asking which are known and then copying the others is twice as fast as inserting row by
     * row with a clause for conflicts, and as safe: no other writer of the app can come between.
     */
    public MergeResult merge(App app, List<IncomingEvent> events) {
        if (events.isEmpty()) {
            return new MergeResult(List.of());
        }
        return inTransaction(connection -> {
            int batch = nextBatch(connection, app);
            Map<String, Set<String>> seen = known(connection, app, events);
            Erasures erased = erasures(connection, app);
            IdRegistry book = book(connection, app);
            OversizedUsers.Keys refused = oversized.of(app);
            List<Outcome> outcomes = new ArrayList<>(events.size());
            List<IncomingEvent> accepted = new ArrayList<>(events.size());
            for (IncomingEvent event : events) {
                boolean known = !seen.get(event.source()).add(event.id()) || !erased.isEmpty() && erased.covers(event);
                Outcome outcome = known ? Outcome.DUPLICATE : book.admit(event, refused);
                outcomes.add(outcome);
                if (outcome == Outcome.ACCEPTED) {
                    accepted.add(event);
                }
            }
            if (!accepted.isEmpty()) {
                write(connection, app, book, batch, accepted);
            }
            return new MergeResult(outcomes);
        });
    }

    private Erasures erasures(Connection connection, App app) throws SQLException {
        Erasures known = erasures.get(app.id());
        if (known == null) {
            known = Erasures.load(connection, app);
            erasures.put(app.id(), known);
        }
        return known;
    }

    /** Holds writers of an app up to the end of this transaction. */
    public void hold(App app) {
        inTransaction(connection -> {
            nextBatch(connection, app);
            return null;
        });
    }

    /** Somebody is erased in this transaction, in which writers of the app are {@link #hold held}. */
    public void erased(App app, IdRegistry.Erased numbers) {
        IdRegistry book = books.get(app.id());
        if (book != null) {
            book.forgetWhenCommitted(numbers);
        }
        TransactionSynchronizationManager.registerSynchronization(new TransactionSynchronization() {
            @Override
            public void beforeCompletion() {
                // While the app's turn is still ours, so that no writer passes over the one who is being erased.
                erasures.remove(app.id());
            }
        });
    }

    /** For each sender among {@code events}, those of its ids that are known. */
    private static Map<String, Set<String>> known(Connection connection, App app, List<IncomingEvent> events)
            throws SQLException {
        Map<String, Set<String>> asked = new HashMap<>();
        events.forEach(event ->
                asked.computeIfAbsent(event.source(), source -> new HashSet<>()).add(event.id()));
        Map<String, Set<String>> known = new HashMap<>();
        execute(connection, BY_THE_KEY);
        try (PreparedStatement statement = connection.prepareStatement(
                "select asked.id from unnest(?::text[]) as asked (id) cross join lateral (select from " + table(app)
                        + " e where e.app_id = ? and e.source = ? and e.id = asked.id limit 1) found")) {
            for (Map.Entry<String, Set<String>> sender : asked.entrySet()) {
                statement.setArray(
                        1, connection.createArrayOf("text", sender.getValue().toArray()));
                statement.setInt(2, app.id());
                statement.setString(3, sender.getKey());
                Set<String> ids = new HashSet<>();
                try (ResultSet rows = statement.executeQuery()) {
                    while (rows.next()) {
                        ids.add(rows.getString(1));
                    }
                }
                known.put(sender.getKey(), ids);
            }
        }
        return known;
    }

    /**
     * Fills an app that was never {@link #open opened}: the table is written without its index, which is built at the end.
     * Half the time of merging, and all or nothing. Fails if an event stands twice among {@code batches}.
     *
     * @param progress told the events written so far, now and then
     * @return how many events there were
     */
    public long fill(App app, Iterator<List<IncomingEvent>> batches, LongConsumer progress) {
        return inTransaction(connection -> {
            String table = table(app);
            execute(connection, "create table " + table + " (like event including constraints)");
            execute(connection, "insert into event_batch values (" + app.id() + ", 0)");
            long written = 0;
            while (batches.hasNext()) {
                List<IncomingEvent> batch = batches.next();
                write(connection, app, book(connection, app), nextBatch(connection, app), batch);
                long before = written;
                written += batch.size();
                if (before / PROGRESS_EVENTS != written / PROGRESS_EVENTS) {
                    progress.accept(written);
                }
            }
            execute(connection, "set local maintenance_work_mem = '512MB'");
            execute(connection, "alter table " + table + " add primary key (id, source, app_id)");
            execute(connection, "alter table " + table + " add check (app_id = " + app.id() + ")");
            execute(connection, "analyze " + table);
            execute(connection, "alter table event attach partition " + table + " for values in (" + app.id() + ")");
            return written;
        });
    }

    private static void execute(Connection connection, String sql) throws SQLException {
        try (Statement statement = connection.createStatement()) {
            statement.execute(sql);
        }
    }

    /**
     * The number of this transaction's batch. The row stays locked to the end of the transaction: a second writer of this app
     * waits, then finds the book as it was left, and its batch is seen later than this one.
     */
    private int nextBatch(Connection connection, App app) throws SQLException {
        takeTurn(app);
        try (Statement statement = connection.createStatement();
                ResultSet row = statement.executeQuery("update event_batch set newest = newest + 1 where app_id = "
                        + app.id() + " returning newest")) {
            if (!row.next()) {
                throw new AppDeletedException(app);
            }
            return row.getInt(1);
        }
    }

    public static String table(App app) {
        return "event_" + app.id();
    }

    private void write(Connection connection, App app, IdRegistry book, int batch, List<IncomingEvent> events)
            throws SQLException {
        Map<Map<String, String>, Long> contexts = new IdentityHashMap<>();
        long[] installs = new long[events.size()];
        long[] accounts = new long[installs.length];
        long[] contextIds = new long[installs.length];
        int[] names = new int[installs.length];
        for (int i = 0; i < installs.length; i++) {
            IncomingEvent event = events.get(i);
            names[i] = book.name(connection, event.name());
            installs[i] = book.install(connection, event.install());
            accounts[i] = event.account().isEmpty()
                    ? NOBODY
                    : book.account(connection, event.account().get());
            Long context = contexts.get(event.context());
            if (context == null) {
                context = book.context(connection, event.context());
                contexts.put(event.context(), context);
            }
            contextIds[i] = context;
        }
        book.flush(connection);
        try (BinaryCopy copy = new BinaryCopy(connection, table(app) + COLUMNS)) {
            for (int i = 0; i < installs.length; i++) {
                row(copy, app, events.get(i), names[i], installs[i], accounts[i], contextIds[i]);
                copy.int4(batch);
            }
            copy.finish();
        }
    }

    private void row(BinaryCopy copy, App app, IncomingEvent event, int name, long install, long account, long context)
            throws SQLException {
        copy.row(14).int4(app.id()).text(event.source()).text(event.id()).int4(name);
        copy.timestamp(event.time()).timestamp(event.received()).int8(install);
        if (account == NOBODY) {
            copy.none();
        } else {
            copy.int8(account);
        }
        copy.int8(context);
        event.money()
                .ifPresentOrElse(
                        money -> copy.int8(money.micros())
                                .text(money.currency())
                                .text(money.type().word()),
                        () -> copy.none().none().none());
        if (event.properties().isEmpty()) {
            copy.none();
        } else {
            copy.json(PROPERTIES.writeValueAsBytes(event.properties()));
        }
    }

    /** The app's book; the caller has its turn. */
    private IdRegistry book(Connection connection, App app) throws SQLException {
        IdRegistry book = books.get(app.id());
        if (book == null) {
            book = IdRegistry.load(connection, app.id(), json);
            books.put(app.id(), book);
        }
        return book;
    }

    /**
     * Waits for the app's turn and keeps it to the end of the transaction, when its book takes for known what was committed, or
     * forgets what was not. Other apps do not wait.
     */
    private void takeTurn(App app) {
        ReentrantLock turn = turns.computeIfAbsent(app.id(), id -> new ReentrantLock());
        if (turn.isHeldByCurrentThread()) {
            return;
        }
        turn.lock();
        TransactionSynchronizationManager.registerSynchronization(new TransactionSynchronization() {
            @Override
            public void afterCompletion(int status) {
                try {
                    IdRegistry book = books.get(app.id());
                    if (book != null && status == STATUS_COMMITTED) {
                        book.settle();
                    } else if (book != null && status == STATUS_ROLLED_BACK) {
                        book.undo();
                    } else {
                        books.remove(app.id()); // the outcome of the commit is unknown: read again
                    }
                } finally {
                    turn.unlock();
                }
            }
        });
    }
}
