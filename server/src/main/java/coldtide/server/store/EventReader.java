package coldtide.server.store;

import coldtide.core.log.EventLog;
import coldtide.core.log.EventLogBuilder;
import coldtide.core.log.ExchangeRates;
import coldtide.core.log.LogSettings;
import coldtide.core.log.Money;
import coldtide.core.log.RawEvent;
import coldtide.core.log.Release;
import coldtide.core.log.RevenueType;
import coldtide.core.time.ReportingCalendar;
import it.unimi.dsi.fastutil.longs.Long2IntOpenHashMap;
import it.unimi.dsi.fastutil.longs.Long2LongOpenHashMap;
import jakarta.persistence.EntityManager;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Duration;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import java.util.function.LongConsumer;
import org.hibernate.Session;
import org.postgresql.PGConnection;
import org.postgresql.copy.CopyOut;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/** An app's events out of the store into a log, by binary COPY within one snapshot of the database. */
@Component
public class EventReader {
    private static final long EPOCH_2000_MILLIS = 946_684_800_000L;
    private static final int HEADER_BYTES = 19;
    private static final int PROGRESS_ROWS = 100_000;

    private final EntityManager entities;
    private final TransactionTemplate snapshot;
    private final ExchangeRateRepository rates;

    EventReader(EntityManager entities, TransactionTemplate transactions, ExchangeRateRepository rates) {
        this.entities = entities;
        this.rates = rates;
        snapshot = new TransactionTemplate(transactions.getTransactionManager());
        snapshot.setReadOnly(true);
        snapshot.setIsolationLevel(TransactionTemplate.ISOLATION_REPEATABLE_READ);
    }

    /**
     * The log of everything committed; empty if the app has no events.
     *
     * @param progress told the rows read so far, now and then
     */
    public Optional<EventLog> read(App app, LongConsumer progress) {
        return snapshot.execute(status -> entities.unwrap(Session.class)
                .doReturningWork(connection -> new Reading(app, connection).log(progress)));
    }

    private LogSettings settings(App app) {
        ExchangeRates known = new ExchangeRates(app.currency());
        rates.ofApp(app.id()).forEach(rate -> known.put(rate.currency(), rate.day(), rate.rate()));
        return new LogSettings(
                new ReportingCalendar(app.zone()),
                Duration.ofMinutes(app.sessionGapMinutes()),
                app.passiveEvents(),
                app.uninstallEvent(),
                known);
    }

    /** One reading of one app. */
    private final class Reading {
        private final App app;
        private final Connection connection;
        private final EventLogBuilder builder;
        private final Long2LongOpenHashMap personOf = new Long2LongOpenHashMap();
        private final Long2IntOpenHashMap nameOf = new Long2IntOpenHashMap();
        private final Long2IntOpenHashMap releaseOf = new Long2IntOpenHashMap();
        private final Map<String, String> currencies = new HashMap<>();
        private final RawEvent event = new RawEvent();

        Reading(App app, Connection connection) {
            this.app = app;
            this.connection = connection;
            builder = new EventLogBuilder(settings(app));
        }

        Optional<EventLog> log(LongConsumer progress) throws SQLException {
            each(
                    "select id, person_id from install where app_id = ?",
                    row -> personOf.put(row.getLong(1), row.getLong(2)));
            each(
                    "select id, name from event_name where app_id = ? order by id",
                    row -> nameOf.put(row.getLong(1), builder.nameCode(row.getString(2))));
            each(
                    "select id, coalesce(properties ->> 'platform', ''), coalesce(properties ->> 'app_version', '')"
                            + " from event_context where app_id = ? order by id",
                    row -> releaseOf.put(
                            row.getLong(1), builder.releaseCode(new Release(row.getString(2), row.getString(3)))));
            each(
                    "select greatest(reltuples, 0) from pg_class join (values (?)) app (id) on relname = 'event_' || app.id",
                    row -> builder.expect(row.getLong(1)));
            events(progress);
            return builder.build();
        }

        private interface RowReader {
            void read(ResultSet row) throws SQLException;
        }

        private void each(String sql, RowReader reader) throws SQLException {
            try (PreparedStatement statement = connection.prepareStatement(sql)) {
                statement.setInt(1, app.id());
                statement.setFetchSize(10_000);
                try (ResultSet rows = statement.executeQuery()) {
                    while (rows.next()) {
                        reader.read(rows);
                    }
                }
            }
        }

        private void events(LongConsumer progress) throws SQLException {
            CopyOut copy = connection
                    .unwrap(PGConnection.class)
                    .getCopyAPI()
                    .copyOut("copy (select name_id, time, received, install_id, context_id, amount_micros, currency,"
                            + " revenue_type from event where app_id = " + app.id()
                            + ") to stdout with (format binary)");
            boolean first = true;
            for (byte[] message = copy.readFromCopy(); message != null; message = copy.readFromCopy()) {
                ByteBuffer row = ByteBuffer.wrap(message);
                if (first) {
                    row.position(HEADER_BYTES);
                    first = false;
                }
                if (row.remaining() >= 2 && row.getShort() > 0) {
                    add(row);
                    if (builder.size() % PROGRESS_ROWS == 0) {
                        progress.accept(builder.size());
                    }
                }
            }
        }

        private void add(ByteBuffer row) {
            row.getInt();
            event.name = nameOf.get(row.getInt());
            event.timeMillis = millis(row);
            event.receivedMillis = millis(row);
            event.install = int8(row);
            event.person = personOf.get(event.install);
            event.release = releaseOf.get(int8(row));
            event.money = money(row);
            builder.add(event);
        }

        private long int8(ByteBuffer row) {
            row.getInt();
            return row.getLong();
        }

        private long millis(ByteBuffer row) {
            return Math.floorDiv(int8(row), 1000L) + EPOCH_2000_MILLIS;
        }

        private Money money(ByteBuffer row) {
            if (row.getInt() < 0) {
                return null;
            }
            long micros = row.getLong();
            String currency = currencies.computeIfAbsent(text(row), code -> code);
            return new Money(micros, currency, RevenueType.ofWord(text(row)).orElseThrow());
        }

        private String text(ByteBuffer row) {
            byte[] bytes = new byte[row.getInt()];
            row.get(bytes);
            return new String(bytes, StandardCharsets.UTF_8);
        }
    }
}
