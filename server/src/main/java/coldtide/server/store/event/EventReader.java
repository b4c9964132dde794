package coldtide.server.store.event;

import coldtide.core.channel.ChannelRules;
import coldtide.core.log.EventLog;
import coldtide.core.log.EventLogBuilder;
import coldtide.core.log.RawEvent;
import coldtide.core.log.rule.ExchangeRates;
import coldtide.core.log.rule.LogSettings;
import coldtide.core.log.rule.Money;
import coldtide.core.log.rule.RevenueType;
import coldtide.core.time.ReportingCalendar;
import coldtide.server.store.BinaryRows;
import coldtide.server.store.app.App;
import coldtide.server.store.app.AppRepository;
import coldtide.server.store.app.ExchangeRateRepository;
import coldtide.server.store.channel.ChannelRuleRepository;
import coldtide.server.store.channel.StoredChannelRule;
import coldtide.server.store.snapshot.SealedLogs;
import it.unimi.dsi.fastutil.longs.Long2IntOpenHashMap;
import it.unimi.dsi.fastutil.longs.LongArrayList;
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
import java.util.concurrent.atomic.AtomicLong;
import java.util.function.LongConsumer;
import java.util.function.Supplier;
import org.hibernate.Session;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/** An app's events out of the store into a log, by binary COPY within one snapshot of the database. */
@Component
public class EventReader {
    private static final Logger LOG = LoggerFactory.getLogger(EventReader.class);
    private static final long EPOCH_2000_MILLIS = 946_684_800_000L;
    private static final TypeReference<Map<String, String>> TEXTS = new TypeReference<>() {};
    private static final int PROGRESS_ROWS = 100_000;

    private final EntityManager entities;
    private final TransactionTemplate snapshot;
    private final AppRepository apps;
    private final ExchangeRateRepository rates;
    private final ChannelRuleRepository channelRules;
    private final JsonMapper json;
    private final SealedLogs sealedLogs;
    private final UnreadableEvents unreadableEvents;
    private final OversizedUsers oversized;

    EventReader(
            EntityManager entities,
            TransactionTemplate transactions,
            AppRepository apps,
            ExchangeRateRepository rates,
            ChannelRuleRepository channelRules,
            JsonMapper json,
            SealedLogs sealedLogs,
            UnreadableEvents unreadableEvents,
            OversizedUsers oversized) {
        this.oversized = oversized;
        this.unreadableEvents = unreadableEvents;
        this.entities = entities;
        this.json = json;
        this.sealedLogs = sealedLogs;
        this.apps = apps;
        this.rates = rates;
        this.channelRules = channelRules;
        snapshot = new TransactionTemplate(transactions.getTransactionManager());
        snapshot.setReadOnly(true);
        snapshot.setIsolationLevel(TransactionTemplate.ISOLATION_REPEATABLE_READ);
    }

    /** A reading of an app's events, at their beginning. */
    public Reading begin(App app) {
        return new Reading(app);
    }

    /** Nothing sealed before is opened again. */
    public void forgetSealed(App app) {
        sealedLogs.forget(app.id());
    }

    /** A reading that goes on from what was sealed of the app's log, if anything was. */
    public Reading beginSealed(App app) {
        Reading reading = new Reading(app);
        try {
            sealedLogs.open(app.id(), reading.builder).ifPresent(reading::goOnFrom);
            return reading;
        } catch (IllegalArgumentException notWhole) {
            LOG.warn("What was sealed of {} is of no use; its events are read instead.", app.key(), notWhole);
            sealedLogs.forget(app.id());
            return begin(app);
        }
    }

    /** As they are now: they may have changed since the app was loaded. */
    private LogSettings settings(App before) {
        App app = apps.findById(before.id()).orElse(before);
        ExchangeRates known = new ExchangeRates(app.currency());
        rates.ofApp(app.id()).forEach(rate -> known.put(rate.currency(), rate.day(), rate.rate()));
        return new LogSettings(
                new ReportingCalendar(app.zone()),
                Duration.ofMinutes(app.sessionGapMinutes()),
                app.passiveEvents(),
                app.uninstallEvent(),
                known);
    }

    /**
     * An app's events as far as they were read; what comes in later can be added. Not safe for several threads.
     */
    public final class Reading {
        private final App app;
        private final EventLogBuilder builder;
        private final Long2IntOpenHashMap nameOf = new Long2IntOpenHashMap();
        private final Long2IntOpenHashMap contextOf = new Long2IntOpenHashMap();
        /** The store's numbers of contexts by their codes. */
        private final LongArrayList contexts = new LongArrayList();

        private final Map<String, String> currencies = new HashMap<>();
        private final RawEvent event = new RawEvent();
        private final EventValues values;
        private Connection connection;
        private long newestName;
        private long newestContext;
        private long newestBatch;
        private long sealedBatch;
        /** Whether the log has been built by other settings since it was sealed. */
        private volatile boolean builtAnew;

        /** Whether what is kept of the app's log is of this reading. */
        private volatile boolean isKept;

        private final AtomicLong eventsSinceSealed = new AtomicLong();
        /** Events whose properties could not be read since the last time; they are in no log. */
        private long unreadable;

        private boolean usable = true;

        private Reading(App app) {
            this.app = app;
            builder = new EventLogBuilder(settings(app));
            values = new EventValues(builder);
        }

        private void goOnFrom(SealedLogs.Opened opened) {
            for (int code = 0; code < opened.contexts().length; code++) {
                context(opened.contexts()[code], code);
            }
            newestBatch = opened.batch();
            sealedBatch = newestBatch;
            isKept = true;
        }

        private void context(long id, int code) {
            newestContext = Math.max(newestContext, id);
            contextOf.put(id, code);
            contexts.add(id);
        }

        /**
         * A reading with the same events, without texts and properties that no event uses any more. It knows the event names and sets
         * of context that are in the store now. It is made by running what is returned, on any thread, while this one goes on.
         */
        public Supplier<Reading> withoutUnused() {
            Optional<EventLog> log = builder.build();
            long batch = newestBatch;
            long[] contextIds = contexts.toLongArray();
            return () -> {
                Reading fresh = new Reading(app);
                log.ifPresent(events -> fresh.takeOver(events, batch, contextIds));
                return fresh;
            };
        }

        /** @param contextIds the store's numbers of the log's sets of context, by their codes there */
        private void takeOver(EventLog log, long batch, long[] contextIds) {
            inSnapshot(this::names);
            builder.addAll(log, code -> codeOfContext(contextIds[code]));
            newestBatch = batch;
            eventsSinceSealed.set(log.events());
        }

        /** A set that is not in the store any more was of somebody who has been erased meanwhile. */
        private int codeOfContext(long id) {
            if (!contextOf.containsKey(id)) {
                context(id, builder.addContext(Map.of()));
            }
            return contextOf.get(id);
        }

        /** Takes a person out who was erased from the store; what was sealed before is of no use any more. */
        public void erase(long owner) {
            if (owner < 0) {
                builder.eraseInstall(~owner);
            } else {
                builder.eraseAccount(owner);
            }
            isKept = false;
        }

        /** Whether other settings have changed the log since it was sealed, so that opening it would build all of it anew. */
        public boolean isBuiltAnew() {
            return builtAnew;
        }

        /** How many events have been read since the log was last sealed. */
        public long eventsSinceSealed() {
            return eventsSinceSealed.get();
        }

        /**
         * What would be kept of the log as it is now; done by running what is returned, on any thread, while reading goes on.
         *
         * @return empty if there is nothing new to keep
         */
        public Optional<Runnable> seal() {
            long batch = newestBatch;
            if (batch == sealedBatch && !builtAnew) {
                return Optional.empty();
            }
            long[] numbers = contexts.toLongArray();
            sealedBatch = batch;
            builtAnew = false;
            eventsSinceSealed.set(0);
            return builder.seal().map(log -> () -> {
                sealedLogs.keep(app.id(), batch, numbers, log, isKept);
                isKept = true;
            });
        }

        /**
         * Reads what was committed since the last time.
         *
         * @param progress told the rows read so far, now and then
         * @return the log of everything read; empty if the app has no events
         */
        public Optional<EventLog> readOn(LongConsumer progress) {
            builder.settings(settings(app));
            builder.derive(new ChannelRules(channelRules.ofApp(app.id()).stream()
                    .map(StoredChannelRule::rule)
                    .toList()));
            if (newestBatch > 0 && !builder.isBuiltByItsSettings()) {
                builtAnew = true;
            }
            inSnapshot(() -> {
                names();
                batches(progress);
            });
            if (unreadable > 0) {
                LOG.warn(
                        "{} events of {} hold numbers that cannot be kept; {} of them are rejected now.",
                        unreadable,
                        app.key(),
                        unreadableEvents.reject(app));
                unreadable = 0;
            }
            Optional<EventLog> log = builder.build();
            oversized.found(app, builder.oversizedInstalls(), builder.oversizedAccounts());
            return log;
        }

        private interface Work {
            void run() throws SQLException;
        }

        private void inSnapshot(Work work) {
            snapshot.executeWithoutResult(
                    status -> entities.unwrap(Session.class).doWork(current -> {
                        connection = current;
                        work.run();
                    }));
        }

        /** Names of events and sets of context that came in since the last time. */
        private void names() throws SQLException {
            each("select id, name from event_name where app_id = ? and id > ? order by id", newestName, row -> {
                newestName = row.getLong(1);
                nameOf.put(newestName, builder.nameCode(row.getString(2)));
            });
            each(
                    "select id, properties from event_context where app_id = ? and id > ? order by id",
                    newestContext,
                    row -> context(row.getLong(1), builder.addContext(json.readValue(row.getString(2), TEXTS))));
        }

        private void batches(LongConsumer progress) throws SQLException {
            long before = newestBatch;
            if (before == 0) {
                each(
                        "select greatest(reltuples, 0) from pg_class join (values (?, ?)) app (id, none)"
                                + " on relname = 'event_' || app.id",
                        0,
                        row -> builder.expect(row.getLong(1)));
            }
            long[] newest = {before};
            each(
                    "select newest from event_batch where app_id = ? and newest > ?",
                    before,
                    row -> newest[0] = row.getLong(1));
            if (newest[0] > before) {
                usable = false;
                events(before, progress);
                newestBatch = newest[0];
                usable = true;
            }
        }

        /** Whether reading can go on: not after it was broken off among the events of a batch, some of which it has. */
        public boolean isUsable() {
            return usable;
        }

        private interface RowReader {
            void read(ResultSet row) throws SQLException;
        }

        private void each(String sql, long after, RowReader reader) throws SQLException {
            try (PreparedStatement statement = connection.prepareStatement(sql)) {
                statement.setInt(1, app.id());
                statement.setLong(2, after);
                statement.setFetchSize(10_000);
                try (ResultSet rows = statement.executeQuery()) {
                    while (rows.next()) {
                        reader.read(rows);
                    }
                }
            }
        }

        private void events(long afterBatch, LongConsumer progress) throws SQLException {
            String events =
                    "select name_id, time, received, install_id, account_id, context_id, amount_micros, currency,"
                            + " revenue_type, properties from event where app_id = " + app.id()
                            + (afterBatch == 0 ? "" : " and batch > " + afterBatch);
            BinaryRows.each(connection, events, row -> {
                add(row);
                if (builder.added() % PROGRESS_ROWS == 0) {
                    progress.accept(builder.added());
                }
            });
        }

        private void add(ByteBuffer row) {
            row.getInt();
            event.name = nameOf.get(row.getInt());
            event.timeMillis = millis(row);
            event.receivedMillis = millis(row);
            event.install = BinaryRows.int8(row);
            event.account = row.getInt() < 0 ? RawEvent.NOBODY : row.getLong();
            event.context = contextOf.get(BinaryRows.int8(row));
            event.money = money(row);
            if (values(row)) {
                quantity();
                builder.add(event);
                eventsSinceSealed.incrementAndGet();
            } else {
                unreadable++;
            }
        }

        private long millis(ByteBuffer row) {
            return Math.floorDiv(BinaryRows.int8(row), 1000L) + EPOCH_2000_MILLIS;
        }

        private Money money(ByteBuffer row) {
            if (row.getInt() < 0) {
                row.getInt();
                row.getInt();
                return null;
            }
            long micros = row.getLong();
            String currency = currencies.computeIfAbsent(text(row), code -> code);
            return new Money(micros, currency, RevenueType.ofWord(text(row)).orElseThrow());
        }

        /** Handbook, Purchases: a purchase that does not say how many is one. */
        private void quantity() {
            boolean bought = event.money != null
                    && (event.money.type() == RevenueType.PURCHASE || event.money.type() == RevenueType.SUBSCRIPTION);
            if (bought && !values.hadQuantity()) {
                event.value(builder.numberColumn(EventValues.QUANTITY), 1);
            }
        }

        /** A jsonb is sent as its version in a byte and its text. */
        private boolean values(ByteBuffer row) {
            event.clearValues();
            values.begin();
            int length = row.getInt();
            return length <= 0 || values.read(row.array(), row.position() + 1, length - 1, event);
        }

        private String text(ByteBuffer row) {
            return new String(BinaryRows.bytes(row), StandardCharsets.UTF_8);
        }
    }
}
