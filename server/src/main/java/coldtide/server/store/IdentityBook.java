package coldtide.server.store;

import java.nio.ByteBuffer;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.UUID;
import tools.jackson.databind.json.JsonMapper;

/**
 * An app's names, contexts, installs and people, kept in memory while events come in. What it learns is written by
 * {@link #flush}; a book whose transaction failed is thrown away. Not safe for several threads.
 *
 * <p>Identity (handbook §2): an install is a person of its own until it names an account; then its whole past joins that
 * account's person.
 */
final class IdentityBook {
    private static final class Install {
        final long id;
        long person;
        String account;

        Install(long id, long person, String account) {
            this.id = id;
            this.person = person;
            this.account = account;
        }
    }

    private record NewPerson(long id, String account) {}

    private record NewContext(long id, UUID digest, byte[] json) {}

    private final int appId;
    private final JsonMapper json;
    private final NumberBlock people = new NumberBlock("person_seq");
    private final NumberBlock installNumbers = new NumberBlock("install_seq");
    private final NumberBlock contextNumbers = new NumberBlock("event_context_seq");
    private final Map<String, Integer> names = new HashMap<>();
    private final Map<UUID, Long> contexts = new HashMap<>();
    private final Map<String, Install> installs = new HashMap<>();
    private final Map<String, Long> accounts = new HashMap<>();

    private final Map<Long, NewPerson> newPeople = new TreeMap<>();
    private final Map<Long, String> newAccounts = new TreeMap<>();
    private final List<NewContext> newContexts = new ArrayList<>();
    private final Map<String, Install> newInstalls = new TreeMap<>();
    private final Map<String, Install> changedInstalls = new TreeMap<>();

    private IdentityBook(int appId, JsonMapper json) {
        this.appId = appId;
        this.json = json;
    }

    static IdentityBook load(Connection connection, int appId, JsonMapper json) throws SQLException {
        IdentityBook book = new IdentityBook(appId, json);
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
                "select key, id, person_id, account from install where app_id = ?",
                row -> book.installs.put(
                        row.getString(1), new Install(row.getLong(2), row.getLong(3), row.getString(4))));
        book.each(
                connection,
                "select account, id from person where app_id = ? and account is not null",
                row -> book.accounts.put(row.getString(1), row.getLong(2)));
        return book;
    }

    private interface RowReader {
        void read(ResultSet row) throws SQLException;
    }

    private void each(Connection connection, String sql, RowReader reader) throws SQLException {
        try (PreparedStatement statement = connection.prepareStatement(sql)) {
            statement.setInt(1, appId);
            try (ResultSet rows = statement.executeQuery()) {
                while (rows.next()) {
                    reader.read(rows);
                }
            }
        }
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
                return row.getInt(1);
            }
        }
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

    /** The install's number; joins it to the account's person when it names its first account. */
    long install(Connection connection, String key, String account) throws SQLException {
        Install install = installs.get(key);
        if (install == null) {
            Long known = account == null ? null : accounts.get(account);
            long person = known != null ? known : newPerson(connection, account);
            install = new Install(installNumbers.next(connection), person, account);
            installs.put(key, install);
            newInstalls.put(key, install);
        } else if (install.account == null && account != null) {
            join(install, account);
            if (!newInstalls.containsKey(key)) {
                changedInstalls.put(key, install);
            }
        }
        return install.id;
    }

    private long newPerson(Connection connection, String account) throws SQLException {
        long id = people.next(connection);
        newPeople.put(id, new NewPerson(id, account));
        if (account != null) {
            accounts.put(account, id);
        }
        return id;
    }

    private void join(Install install, String account) {
        install.account = account;
        Long known = accounts.get(account);
        if (known != null) {
            install.person = known;
            return;
        }
        accounts.put(account, install.person);
        if (newPeople.containsKey(install.person)) {
            newPeople.put(install.person, new NewPerson(install.person, account));
        } else {
            newAccounts.put(install.person, account);
        }
    }

    /** Writes everything learnt since the last time. */
    void flush(Connection connection) throws SQLException {
        try (BinaryCopy copy = new BinaryCopy(connection, "person (id, app_id, account)")) {
            for (NewPerson person : newPeople.values()) {
                copy.row(3).int8(person.id()).int4(appId);
                textOrNone(copy, person.account());
            }
            copy.finish();
        }
        try (BinaryCopy copy = new BinaryCopy(connection, "install (id, app_id, key, person_id, account)")) {
            for (Map.Entry<String, Install> entry : newInstalls.entrySet()) {
                Install install = entry.getValue();
                copy.row(5).int8(install.id).int4(appId).text(entry.getKey()).int8(install.person);
                textOrNone(copy, install.account);
            }
            copy.finish();
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
        update(connection);
        newPeople.clear();
        newAccounts.clear();
        newContexts.clear();
        newInstalls.clear();
        changedInstalls.clear();
    }

    private static void textOrNone(BinaryCopy copy, String text) {
        if (text == null) {
            copy.none();
        } else {
            copy.text(text);
        }
    }

    private void update(Connection connection) throws SQLException {
        try (PreparedStatement person = connection.prepareStatement("update person set account = ? where id = ?");
                PreparedStatement install =
                        connection.prepareStatement("update install set person_id = ?, account = ? where id = ?")) {
            for (Map.Entry<Long, String> account : newAccounts.entrySet()) {
                person.setString(1, account.getValue());
                person.setLong(2, account.getKey());
                person.addBatch();
            }
            person.executeBatch();
            for (Install changed : changedInstalls.values()) {
                install.setLong(1, changed.person);
                install.setString(2, changed.account);
                install.setLong(3, changed.id);
                install.addBatch();
            }
            install.executeBatch();
        }
    }
}
