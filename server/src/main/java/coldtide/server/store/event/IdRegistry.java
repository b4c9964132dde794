package coldtide.server.store.event;

import coldtide.server.store.BinaryCopy;
import coldtide.server.store.event.MergeResult.Outcome;
import it.unimi.dsi.fastutil.longs.LongSet;
import it.unimi.dsi.fastutil.objects.Object2LongOpenHashMap;
import java.nio.ByteBuffer;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.UUID;
import tools.jackson.databind.json.JsonMapper;

/**
 * Database numbers of an app's event names, contexts, installs and accounts, kept in memory while events come in. New ones are written by
 * {@link #flush} and {@link #undo undone} if the transaction fails. Not safe for several threads.
 */
public final class IdRegistry {
    private static final long UNKNOWN = -1;

    /**
     * Numbers of what leaves the store with an erased user.
     *
     * @param versions of the contexts; one that others have too is learnt again with their next event
     */
    public record Erased(LongSet installs, LongSet accounts, LongSet contexts, Set<Version> versions) {}

    /** A version on a platform; either may be empty. */
    public record Version(String platform, String version) {
        static Version of(Map<String, String> context) {
            return new Version(context.getOrDefault("platform", ""), context.getOrDefault("app_version", ""));
        }
    }

    private record NewContext(long id, UUID digest, byte[] json) {}

    /** Keys of one table and their numbers. */
    private static final class Keys {
        private final String table;
        private final IdBlock numbers;
        private final Object2LongOpenHashMap<String> known = new Object2LongOpenHashMap<>();
        private final List<String> fresh = new ArrayList<>();
        /** Since the last transaction ended. */
        private final List<String> learnt = new ArrayList<>();

        Keys(String table) {
            this.table = table;
            numbers = new IdBlock(table + "_seq");
            known.defaultReturnValue(UNKNOWN);
        }

        long number(Connection connection, String key) throws SQLException {
            long number = known.getLong(key);
            if (number == UNKNOWN) {
                number = numbers.next(connection);
                known.put(key, number);
                fresh.add(key);
                learnt.add(key);
            }
            return number;
        }

        boolean isAmong(String key, LongSet numbers) {
            return !numbers.isEmpty() && numbers.contains(known.getLong(key));
        }

        void forget(LongSet numbers) {
            if (!numbers.isEmpty()) {
                known.values().removeIf(numbers::contains);
            }
        }

        void undo() {
            learnt.forEach(known::removeLong);
            learnt.clear();
            fresh.clear();
        }

        void flush(Connection connection, int appId) throws SQLException {
            if (fresh.isEmpty()) {
                return;
            }
            try (BinaryCopy copy = new BinaryCopy(connection, table + " (id, app_id, key)")) {
                for (String key : fresh) {
                    copy.row(3).int8(known.getLong(key)).int4(appId).text(key);
                }
                copy.finish();
            }
            fresh.clear();
        }
    }

    private final int appId;
    private final JsonMapper json;
    private final IdBlock contextNumbers = new IdBlock("event_context_seq");
    private final Map<String, Integer> names = new HashMap<>();
    /** Names that were admitted and have no number yet. */
    private final Set<String> newNames = new HashSet<>();

    private final Set<Version> versions = new HashSet<>();
    private Map<String, String> lastAdmitted = Map.of();
    private final Map<UUID, Long> contexts = new HashMap<>();
    private final List<NewContext> newContexts = new ArrayList<>();
    /** Names, versions and contexts since the last transaction ended. */
    private final List<String> learntNames = new ArrayList<>();

    private final List<Version> learntVersions = new ArrayList<>();
    private final List<UUID> learntContexts = new ArrayList<>();
    private final Keys installs = new Keys("install");
    private final Keys accounts = new Keys("account");
    /** What was erased in the transaction that is under way. */
    private Optional<Erased> erased = Optional.empty();

    private IdRegistry(int appId, JsonMapper json) {
        this.appId = appId;
        this.json = json;
    }

    static IdRegistry load(Connection connection, int appId, JsonMapper json) throws SQLException {
        IdRegistry book = new IdRegistry(appId, json);
        book.each(
                connection,
                "select name, id from event_name where app_id = ?",
                row -> book.names.put(row.getString(1), row.getInt(2)));
        book.each(connection, "select digest, id from event_context where app_id = ?", row -> {
            ByteBuffer digest = ByteBuffer.wrap(row.getBytes(1));
            book.contexts.put(new UUID(digest.getLong(), digest.getLong()), row.getLong(2));
        });
        book.each(
                connection,
                "select distinct coalesce(properties ->> 'platform', ''), coalesce(properties ->> 'app_version', '')"
                        + " from event_context where app_id = ?",
                row -> book.versions.add(new Version(row.getString(1), row.getString(2))));
        for (Keys keys : List.of(book.installs, book.accounts)) {
            book.each(
                    connection,
                    "select key, id from " + keys.table + " where app_id = ?",
                    row -> keys.known.put(row.getString(1), row.getLong(2)));
        }
        return book;
    }

    private interface RowReader {
        void read(ResultSet row) throws SQLException;
    }

    private void each(Connection connection, String sql, RowReader reader) throws SQLException {
        try (PreparedStatement statement = connection.prepareStatement(sql)) {
            statement.setInt(1, appId);
            statement.setFetchSize(10_000);
            try (ResultSet rows = statement.executeQuery()) {
                while (rows.next()) {
                    reader.read(rows);
                }
            }
        }
    }

    /**
     * Whether an event's name and version are known or may still be added; if so, they are counted as known from now on.
     *
     * @param refused of whom no more events are taken
     */
    Outcome admit(IncomingEvent event, OversizedUsers.Keys refused) {
        if (installs.isAmong(event.install(), refused.installs())) {
            return Outcome.TOO_MANY_OF_INSTALL;
        }
        if (event.account()
                .filter(account -> accounts.isAmong(account, refused.accounts()))
                .isPresent()) {
            return Outcome.TOO_MANY_OF_ACCOUNT;
        }
        // Events of one install follow each other and mostly share one context.
        if (event.context() != lastAdmitted) {
            Version version = Version.of(event.context());
            if (!versions.contains(version)) {
                if (versions.size() >= MergeResult.MOST_VERSIONS) {
                    return Outcome.TOO_MANY_VERSIONS;
                }
                versions.add(version);
                learntVersions.add(version);
            }
            lastAdmitted = event.context();
        }
        if (!names.containsKey(event.name()) && !newNames.contains(event.name())) {
            if (names.size() + newNames.size() >= MergeResult.MOST_NAMES) {
                return Outcome.TOO_MANY_NAMES;
            }
            newNames.add(event.name());
        }
        return Outcome.ACCEPTED;
    }

    int name(Connection connection, String name) throws SQLException {
        Integer known = names.get(name);
        if (known != null) {
            return known;
        }
        try (PreparedStatement statement =
                connection.prepareStatement("insert into event_name (app_id, name) values (?, ?) returning id")) {
            statement.setInt(1, appId);
            statement.setString(2, name);
            try (ResultSet row = statement.executeQuery()) {
                row.next();
                names.put(name, row.getInt(1));
                newNames.remove(name);
                learntNames.add(name);
                return row.getInt(1);
            }
        }
    }

    long install(Connection connection, String key) throws SQLException {
        return installs.number(connection, key);
    }

    long account(Connection connection, String key) throws SQLException {
        return accounts.number(connection, key);
    }

    long context(Connection connection, Map<String, String> properties) throws SQLException {
        byte[] text = json.writeValueAsBytes(new TreeMap<>(properties));
        UUID digest = digest(text);
        Long known = contexts.get(digest);
        if (known != null) {
            return known;
        }
        long id = contextNumbers.next(connection);
        contexts.put(digest, id);
        learntContexts.add(digest);
        newContexts.add(new NewContext(id, digest, text));
        return id;
    }

    /** The first half of SHA-256: two contexts of one app meet by accident once in 2^64 or so. */
    private static UUID digest(byte[] text) {
        try {
            ByteBuffer hash =
                    ByteBuffer.wrap(MessageDigest.getInstance("SHA-256").digest(text));
            return new UUID(hash.getLong(), hash.getLong());
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException("Every Java has SHA-256.", e);
        }
    }

    /** What is erased in the transaction under way is not known any more once it is committed. Costs a look at each number. */
    void forgetWhenCommitted(Erased numbers) {
        erased = Optional.of(numbers);
    }

    private void forget(Erased numbers) {
        installs.forget(numbers.installs());
        accounts.forget(numbers.accounts());
        contexts.values().removeIf(id -> numbers.contexts().contains(id.longValue()));
        versions.removeAll(numbers.versions());
        lastAdmitted = Map.of();
    }

    /** The transaction was committed: what was learnt in it is known from now on, what was erased is not. */
    void settle() {
        erased.ifPresent(this::forget);
        forgetLearnt();
    }

    private void forgetLearnt() {
        erased = Optional.empty();
        installs.learnt.clear();
        accounts.learnt.clear();
        learntNames.clear();
        learntVersions.clear();
        learntContexts.clear();
        newNames.clear();
    }

    /** The transaction failed: what was learnt in it was not written. Costs what was learnt, however much is known. */
    void undo() {
        installs.undo();
        accounts.undo();
        learntNames.forEach(names::remove);
        learntVersions.forEach(versions::remove);
        learntContexts.forEach(contexts::remove);
        newContexts.clear();
        lastAdmitted = Map.of();
        forgetLearnt();
    }

    /** Writes everything learnt since the last time. */
    void flush(Connection connection) throws SQLException {
        installs.flush(connection, appId);
        accounts.flush(connection, appId);
        if (newContexts.isEmpty()) {
            return;
        }
        try (BinaryCopy copy = new BinaryCopy(connection, "event_context (id, app_id, digest, properties)")) {
            for (NewContext context : newContexts) {
                byte[] digest = ByteBuffer.allocate(16)
                        .putLong(context.digest().getMostSignificantBits())
                        .putLong(context.digest().getLeastSignificantBits())
                        .array();
                copy.row(4).int8(context.id()).int4(appId).bytes(digest).json(context.json());
            }
            copy.finish();
        }
        newContexts.clear();
    }
}
