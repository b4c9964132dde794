package coldtide.server.store;

import jakarta.persistence.EntityManager;
import java.sql.Connection;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.HashMap;
import java.util.IdentityHashMap;
import java.util.Iterator;
import java.util.List;
import java.util.Map;
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
            " (app_id, source, id, name_id, time, received, install_id, account, context_id,"
                    + " amount_micros, currency, revenue_type, properties)";

    private final EntityManager entities;
    private final TransactionTemplate transactions;
    private final JsonMapper json;
    private final Map<Integer, IdentityBook> books = new HashMap<>();

    EventWriter(EntityManager entities, TransactionTemplate transactions, JsonMapper json) {
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
            return null;
        });
    }

    /**
     * Adds events that are not yet known. Committed with the caller's transaction, if there is one.
     *
     * @return how many were new; the others were known, or stand twice among {@code events}
     */
    public long merge(App app, List<IncomingEvent> events) {
        return inTransaction(connection -> {
            try (Statement statement = connection.createStatement()) {
                statement.execute("create temporary table if not exists incoming (like event) on commit delete rows");
                write(connection, app, "incoming", events);
                int taken = statement.executeUpdate("insert into event select * from incoming on conflict do nothing");
                statement.execute("truncate incoming");
                return (long) taken;
            }
        });
    }

    /**
     * Fills an app that was never {@link #open opened}: the table is written without its index, which is built at the end.
     * Half the time of merging, and all or nothing. Fails if an event stands twice among {@code batches}.
     */
    public void fill(App app, Iterator<List<IncomingEvent>> batches) {
        inTransaction(connection -> {
            String table = table(app);
            execute(connection, "create table " + table + " (like event including constraints)");
            while (batches.hasNext()) {
                write(connection, app, table, batches.next());
            }
            execute(connection, "set local maintenance_work_mem = '512MB'");
            execute(connection, "alter table " + table + " add primary key (app_id, source, id)");
            execute(connection, "alter table " + table + " add check (app_id = " + app.id() + ")");
            execute(connection, "analyze " + table);
            execute(connection, "alter table event attach partition " + table + " for values in (" + app.id() + ")");
            return null;
        });
    }

    static String table(App app) {
        return "event_" + app.id();
    }

    private static void execute(Connection connection, String sql) throws SQLException {
        try (Statement statement = connection.createStatement()) {
            statement.execute(sql);
        }
    }

    private void write(Connection connection, App app, String table, List<IncomingEvent> events) throws SQLException {
        // Held to the end of the transaction: a second writer of this app waits, and then finds the book as it was
        // left.
        execute(connection, "select pg_advisory_xact_lock(" + app.id() + ")");
        IdentityBook book = book(connection, app);
        Map<Map<String, String>, Long> contexts = new IdentityHashMap<>();
        long[] installs = new long[events.size()];
        long[] contextIds = new long[events.size()];
        int[] names = new int[events.size()];
        for (int i = 0; i < installs.length; i++) {
            IncomingEvent event = events.get(i);
            names[i] = book.name(connection, event.name());
            installs[i] =
                    book.install(connection, event.install(), event.account().orElse(null));
            Long context = contexts.get(event.context());
            if (context == null) {
                context = book.context(connection, event.context());
                contexts.put(event.context(), context);
            }
            contextIds[i] = context;
        }
        book.flush(connection);
        try (BinaryCopy copy = new BinaryCopy(connection, table + COLUMNS)) {
            for (int i = 0; i < installs.length; i++) {
                row(copy, app, events.get(i), names[i], installs[i], contextIds[i]);
            }
            copy.finish();
        }
    }

    private void row(BinaryCopy copy, App app, IncomingEvent event, int name, long install, long context)
            throws SQLException {
        copy.row(13).int4(app.id()).text(event.source()).text(event.id()).int4(name);
        copy.timestamp(event.time()).timestamp(event.received()).int8(install);
        event.account().ifPresentOrElse(copy::text, copy::none);
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
            copy.json(json.writeValueAsBytes(event.properties()));
        }
    }

    /** The app's book, read anew after a transaction that failed: what it learnt there was not written. */
    private synchronized IdentityBook book(Connection connection, App app) throws SQLException {
        IdentityBook book = books.get(app.id());
        if (book == null) {
            book = IdentityBook.load(connection, app.id(), json);
            books.put(app.id(), book);
        }
        TransactionSynchronizationManager.registerSynchronization(new TransactionSynchronization() {
            @Override
            public void afterCompletion(int status) {
                if (status != STATUS_COMMITTED) {
                    forget(app);
                }
            }
        });
        return book;
    }

    private synchronized void forget(App app) {
        books.remove(app.id());
    }
}
