package coldtide.server.store.erasure;

import coldtide.server.store.app.App;
import coldtide.server.store.event.Erasures;
import coldtide.server.store.event.EventWriter;
import coldtide.server.store.event.IdRegistry;
import coldtide.server.store.snapshot.SealedLogs;
import it.unimi.dsi.fastutil.longs.LongOpenHashSet;
import it.unimi.dsi.fastutil.longs.LongSet;
import jakarta.persistence.EntityManager;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Consumer;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.hibernate.Session;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Takes a user out of the store for ever: their events, the names of their installs and account, rejected rows that speak of them,
 * contexts nobody else has. Digests stay, so that a file brought in again does not bring them back.
 *
 * <p>What takes long, reading the app's events three times, is done while others write. Writers are held only at the end, while
 * what came in meanwhile is looked through and everything is removed by its keys.
 */
@Component
public class Eraser {
    /** Characters with a meaning in the database's regular expressions. */
    private static final Pattern SPECIAL = Pattern.compile("[.^$|?*+()\\[\\]{}\\\\]");

    private static final int TRIES = 4;
    /** Names shorter than this stand in too many texts that do not mean the user. */
    private static final int SHORTEST_SOUGHT = 3;

    /** Other places where a name may occur, with the number of rows. */
    private static final Map<String, String> OTHER_PLACES = new LinkedHashMap<>();

    static {
        OTHER_PLACES.put(
                "evidence", "select address || ' ' || question || ' ' || answer::text from evidence where app_id = ?");
        OTHER_PLACES.put(
                "segments: rule or description",
                "select name || ' ' || description || ' ' || coalesce(among::text, '') from segment where app_id = ?");
        OTHER_PLACES.put(
                "behaviours: condition or description",
                "select name || ' ' || description || ' ' || what::text from behaviour where app_id = ?");
        OTHER_PLACES.put("names of imported files", "select file_name from import where app_id = ?");
        OTHER_PLACES.put("audit log", "select detail from audit_entry where app_id = ?");
        OTHER_PLACES.put("annotations", "select name from mark where app_id = ?");
        OTHER_PLACES.put(
                "comments on cases",
                "select c.text from case_comment c join kept_case k on k.id = c.case_id where k.app_id = ?");
        OTHER_PLACES.put(
                "properties of other users' events",
                "select properties::text from event where app_id = ? and properties is not null");
    }

    private final EntityManager entities;
    private final EventWriter writer;
    private final SealedLogs sealed;
    private final TransactionTemplate transactions;

    Eraser(EntityManager entities, EventWriter writer, SealedLogs sealed, TransactionTemplate transactions) {
        this.entities = entities;
        this.writer = writer;
        this.sealed = sealed;
        this.transactions = transactions;
    }

    /**
     * Result of an erasure.
     *
     * @param names by which the sender knew the user; to be forgotten once it is known where else they stand
     */
    public record Erased(long events, long rejectedRows, List<String> names) {}

    /** What was looked at came in after it was looked for, with an install that was not known to be the user's. */
    private static final class Overtaken extends RuntimeException {
        private static final long serialVersionUID = 1L;
    }

    /**
     * Erases one user in one transaction. Whatever has come in by its end is erased too: which installs are theirs is asked of the
     * store, not of a log that may be a second older.
     *
     * @param owner whose it is: the number of the account, or {@code ~} that of the install
     * @param with what belongs to the same transaction, such as noting that it is done
     */
    public Erased erase(App app, long owner, Consumer<Erased> with) {
        for (int left = TRIES; left > 0; left--) {
            boolean holdFirst = left == 1;
            try {
                return transactions.execute(status -> {
                    if (holdFirst) {
                        writer.hold(app);
                    }
                    Erased erased =
                            entities.unwrap(Session.class).doReturningWork(connection -> erase(connection, app, owner));
                    sealed.doNotOpen(app.id());
                    with.accept(erased);
                    return erased;
                });
            } catch (Overtaken again) {
                continue; // an install of theirs came in for the first time just now
            }
        }
        throw new IllegalStateException("The user could not be erased: events kept coming in from further installs.");
    }

    private Erased erase(Connection connection, App app, long owner) throws SQLException {
        long seen = one(connection, "select newest from event_batch where app_id = " + app.id());
        List<Long> installs = installs(connection, app, owner);
        String ofInstalls = among("install_id", installs);
        update(
                connection,
                "create temporary table erasing_raw on commit drop as select source, id, install_id, context_id,"
                        + " account_id, time, received from event where app_id = " + app.id() + " and " + ofInstalls);
        update(
                connection,
                "create temporary table erasing_context on commit drop as select distinct context_id from erasing_raw");
        // Contexts that nobody else has: looked for among the events of all others.
        dropSharedContexts(connection, app, ofInstalls, "");
        long newestRow = one(connection, "select coalesce(max(id), 0) from held_back_row where app_id = " + app.id());
        long rejectedRows = rejectedRows(connection, app, keys(connection, app, owner, installs), 0, newestRow);

        writer.hold(app);
        String since = " and batch > " + seen;
        boolean others = one(
                        connection,
                        "select count(*) from event where app_id = " + app.id() + since + " and account_id = " + owner
                                + " and not " + ofInstalls)
                > 0;
        if (others) {
            throw new Overtaken();
        }
        update(
                connection,
                "insert into erasing_raw select source, id, install_id, context_id, account_id, time, received from event"
                        + " where app_id = " + app.id() + since + " and " + ofInstalls);
        dropSharedContexts(connection, app, ofInstalls, since);
        List<String> names = keys(connection, app, owner, installs);
        own(connection, owner);
        tombstones(connection, app, owner);
        writer.erased(app, numbers(connection, owner));
        long events = deleteEvents(connection, app);
        rejectedRows += rejectedRows(connection, app, names, newestRow, Long.MAX_VALUE);
        forgetNames(connection, app, owner);
        return new Erased(events, rejectedRows, names);
    }

    /** Of what is removed from the store: installs and contexts that are nobody else's, and the account. */
    private static IdRegistry.Erased numbers(Connection connection, long owner) throws SQLException {
        List<Long> contexts = longs(connection, "select context_id from erasing_context");
        Set<IdRegistry.Version> versions = new HashSet<>();
        try (Statement statement = connection.createStatement();
                ResultSet row = statement.executeQuery("select coalesce(properties ->> 'platform', ''),"
                        + " coalesce(properties ->> 'app_version', '') from event_context where "
                        + among("id", contexts))) {
            while (row.next()) {
                versions.add(new IdRegistry.Version(row.getString(1), row.getString(2)));
            }
        }
        List<Long> installs = longs(connection, "select distinct install_id from erasing where not shared");
        return new IdRegistry.Erased(
                new LongOpenHashSet(installs), LongSet.of(owner), new LongOpenHashSet(contexts), versions);
    }

    private static List<Long> longs(Connection connection, String question) throws SQLException {
        return texts(connection, question).stream().map(Long::valueOf).toList();
    }

    /** Written out, so that the database looks at numbers and not into another table for each row. */
    private static String among(String column, List<Long> numbers) {
        return column + " = any ('{" + numbers.stream().map(String::valueOf).collect(Collectors.joining(","))
                + "}'::bigint[])";
    }

    private static List<Long> installs(Connection connection, App app, long owner) throws SQLException {
        if (owner < 0) {
            return List.of(~owner);
        }
        return longs(
                connection,
                "select distinct install_id from event where app_id = " + app.id() + " and account_id = " + owner);
    }

    /** Keeps each context that an event of another user has. @param since a further condition on these events */
    private static void dropSharedContexts(Connection connection, App app, String ofInstalls, String since)
            throws SQLException {
        List<Long> contexts = longs(connection, "select context_id from erasing_context");
        List<Long> shared = longs(
                connection,
                "select distinct context_id from event where app_id = " + app.id() + since + " and "
                        + among("context_id", contexts) + " and not " + ofInstalls);
        update(connection, "delete from erasing_context where " + among("context_id", shared));
    }

    /**
     * Whose each event of the installs is (handbook, User): the account named last, else the first named, else nobody's.
     * Installs that have events of others too keep their name; of those, single events are kept out.
     */
    private static void own(Connection connection, long owner) throws SQLException {
        update(
                connection,
                "create temporary table erasing on commit drop as " + """
                with named as (
                    select source, id, install_id, context_id, count(account_id) over w as naming, account_id,
                           first_value(account_id) over (partition by install_id
                             order by account_id is null, time, received, account_id) as first_account
                    from erasing_raw
                    window w as (partition by install_id order by time, received, account_id)),
                owned as (
                    select source, id, install_id, context_id,
                           coalesce(max(account_id) over (partition by install_id, naming), first_account,
                             -install_id - 1) as person
                    from named)
                select *, bool_or(person <> OWNER) over (partition by install_id) as shared from owned
                """.replace("OWNER", Long.toString(owner)));
        update(
                connection,
                "delete from erasing_context where context_id in (select context_id from erasing where person <> "
                        + owner + ")");
        update(connection, "delete from erasing where person <> " + owner);
        update(connection, "analyze erasing");
    }

    private static long deleteEvents(Connection connection, App app) throws SQLException {
        update(connection, "set local enable_seqscan = off");
        update(connection, "set local enable_hashjoin = off");
        update(connection, "set local enable_mergejoin = off");
        long events = update(
                connection,
                "delete from " + EventWriter.table(app) + " e using erasing x where e.app_id = " + app.id()
                        + " and e.source = x.source and e.id = x.id");
        update(
                connection,
                "delete from event_context c using erasing_context x where c.app_id = " + app.id()
                        + " and c.id = x.context_id");
        update(connection, "set local enable_seqscan = on");
        update(connection, "set local enable_hashjoin = on");
        update(connection, "set local enable_mergejoin = on");
        return events;
    }

    private static long update(Connection connection, String sql) throws SQLException {
        try (PreparedStatement statement = connection.prepareStatement(sql)) {
            return statement.executeUpdate();
        }
    }

    private static long one(Connection connection, String sql) throws SQLException {
        return Long.parseLong(texts(connection, sql).get(0));
    }

    private static void tombstones(Connection connection, App app, long owner) throws SQLException {
        List<byte[]> digests = new ArrayList<>();
        for (Map.Entry<Erasures.Kind, String> each : Map.of(
                        Erasures.Kind.INSTALL,
                        "select key from install where app_id = " + app.id()
                                + " and id in (select install_id from erasing where not shared)",
                        Erasures.Kind.ACCOUNT,
                        "select key from account where id = " + owner,
                        Erasures.Kind.EVENT,
                        "select length(source) || ' ' || source || id from erasing where shared")
                .entrySet()) {
            for (String key : texts(connection, each.getValue())) {
                digests.add(Erasures.digest(app.erasureSalt(), each.getKey(), key));
            }
        }
        try (PreparedStatement statement =
                connection.prepareStatement("insert into erased values (?, ?) on conflict do nothing")) {
            for (byte[] digest : digests) {
                statement.setInt(1, app.id());
                statement.setBytes(2, digest);
                statement.addBatch();
            }
            statement.executeBatch();
        }
    }

    private static List<String> texts(Connection connection, String sql) throws SQLException {
        List<String> texts = new ArrayList<>();
        try (PreparedStatement statement = connection.prepareStatement(sql);
                ResultSet rows = statement.executeQuery()) {
            while (rows.next()) {
                texts.add(rows.getString(1));
            }
        }
        return texts;
    }

    /** The names by which the sender knows the user. An install that may have passed to somebody else is not one of them. */
    private static List<String> keys(Connection connection, App app, long owner, List<Long> installs)
            throws SQLException {
        return texts(
                connection,
                "select key from install where app_id = " + app.id() + " and " + among("id", installs)
                        + " and not exists (select from erasing_raw r"
                        + " where r.install_id = install.id and r.account_id is not null and r.account_id <> " + owner
                        + ")"
                        + " union select key from account where app_id = " + app.id() + " and id = " + owner);
    }

    /** Rejected rows in which one of the names stands as a word of its own, also where it is spelled by escapes of JSON. */
    private static long rejectedRows(Connection connection, App app, List<String> keys, long afterRow, long toRow)
            throws SQLException {
        long rows = 0;
        try (PreparedStatement statement = connection.prepareStatement(
                "delete from held_back_row where app_id = ? and id > ? and id <= ?"
                        + " and (position(? in content) > 0 and content ~ ? or position('\\u' in content) > 0 and content ~ ?)")) {
            for (String key : keys) {
                statement.setInt(1, app.id());
                statement.setLong(2, afterRow);
                statement.setLong(3, toRow);
                statement.setString(4, key);
                statement.setString(5, asWord(SPECIAL.matcher(key).replaceAll("\\\\$0")));
                statement.setString(6, asWord(escapable(key)));
                rows += statement.executeUpdate();
            }
        }
        return rows;
    }

    private static String asWord(String expression) {
        return "(^|[^[:alnum:]_-])" + expression + "($|[^[:alnum:]_-])";
    }

    /** An expression for a text any of whose characters may be written as an escape of JSON. */
    private static String escapable(String key) {
        StringBuilder expression = new StringBuilder();
        for (int i = 0; i < key.length(); i++) {
            String plain = SPECIAL.matcher(key.substring(i, i + 1)).replaceAll("\\\\$0");
            StringBuilder anyCase = new StringBuilder();
            for (char c : String.format("%04x", (int) key.charAt(i)).toCharArray()) {
                anyCase.append(Character.isLetter(c) ? "[" + c + Character.toUpperCase(c) + "]" : c);
            }
            expression
                    .append("(")
                    .append(plain)
                    .append("|\\\\u")
                    .append(anyCase)
                    .append(")");
        }
        return expression.toString();
    }

    /** Where else the names of a user who was erased may stand, as "evidence: 2". Reads all that is written of the app. */
    public List<String> leftovers(App app, List<String> names) {
        List<String> sought =
                names.stream().filter(name -> name.length() >= SHORTEST_SOUGHT).toList();
        if (sought.isEmpty()) {
            return List.of();
        }
        return transactions.execute(status -> entities.unwrap(Session.class).doReturningWork(connection -> {
            List<String> sentences = new ArrayList<>();
            for (Map.Entry<String, String> place : OTHER_PLACES.entrySet()) {
                long found = holding(connection, app, place.getValue(), sought);
                if (found > 0) {
                    sentences.add(place.getKey() + ": " + found);
                }
            }
            return sentences;
        }));
    }

    /** How many texts hold one of the names as a word; the quick search for any of them comes first. */
    private static long holding(Connection connection, App app, String texts, List<String> names) throws SQLException {
        String anyName = names.stream()
                .map(name -> SPECIAL.matcher(name).replaceAll("\\\\$0"))
                .collect(Collectors.joining("|"));
        String quick = names.stream().map(name -> "position(? in said) > 0").collect(Collectors.joining(" or "));
        try (PreparedStatement statement = connection.prepareStatement("select count(*) from (" + texts
                + ") t (said) where case when " + quick + " then said ~ ? else false end")) {
            statement.setInt(1, app.id());
            int next = 2;
            for (String name : names) {
                statement.setString(next++, name);
            }
            statement.setString(next, asWord("(" + anyName + ")"));
            try (ResultSet row = statement.executeQuery()) {
                row.next();
                return row.getLong(1);
            }
        }
    }

    private static void forgetNames(Connection connection, App app, long owner) throws SQLException {
        update(
                connection,
                "delete from install where app_id = " + app.id()
                        + " and id in (select install_id from erasing where not shared)");
        update(connection, "delete from account where app_id = " + app.id() + " and id = " + owner);
    }
}
