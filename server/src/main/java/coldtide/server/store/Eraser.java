package coldtide.server.store;

import jakarta.persistence.EntityManager;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.regex.Pattern;
import org.hibernate.Session;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/**
 * Takes a person out of the store for ever: their events, the names of their installs and account, rows held back that speak of
 * them, contexts nobody else has. Digests stay, so that a file brought in again does not bring them back.
 */
@Component
public class Eraser {
    /** Whose each event of some installs is (handbook §2): the account named last, else the first named, else nobody's. */
    private static final String OWNED = """
            create temporary table erasing on commit drop as
            with named as (
                select source, id, install_id, context_id, count(account_id) over w as naming, account_id,
                       first_value(account_id) over (partition by install_id
                         order by account_id is null, time, received, account_id) as first_account
                from event
                where app_id = ? and (install_id = ? or install_id in
                  (select install_id from event where app_id = ? and account_id = ?))
                window w as (partition by install_id order by time, received, account_id)),
            owned as (
                select source, id, install_id, context_id,
                       coalesce(max(account_id) over (partition by install_id, naming), first_account, -install_id - 1)
                         as person
                from named)
            select source, id, install_id, context_id from owned where person = ?
            """;

    /** What means something in a regular expression of the database. */
    private static final Pattern SPECIAL = Pattern.compile("[.^$|?*+()\\[\\]{}\\\\]");

    private final EntityManager entities;
    private final EventWriter writer;
    private final SealedLogs sealed;

    Eraser(EntityManager entities, EventWriter writer, SealedLogs sealed) {
        this.entities = entities;
        this.writer = writer;
        this.sealed = sealed;
    }

    /** How much was erased. */
    public record Erased(long events, long heldBack) {}

    /**
     * Erases one person; waits for writers of the app, and holds them up meanwhile. Whatever has come in by then is erased too: which
     * installs are theirs is asked of the store, not of a log that may be a second older. Reads the events of the app a few times.
     *
     * @param owner whose it is: the number of the account, or {@code ~} that of the install
     */
    @Transactional
    public Erased erase(App app, long owner) {
        writer.hold(app);
        Erased erased = entities.unwrap(Session.class).doReturningWork(connection -> {
            long events = events(connection, app, owner);
            long heldBack = heldBack(connection, app, keys(connection, app, owner));
            forgetNames(connection, app, owner);
            return new Erased(events, heldBack);
        });
        sealed.forget(app.id());
        return erased;
    }

    private static long events(Connection connection, App app, long owner) throws SQLException {
        try (PreparedStatement statement = connection.prepareStatement(OWNED)) {
            statement.setInt(1, app.id());
            statement.setLong(2, ~owner);
            statement.setInt(3, app.id());
            statement.setLong(4, owner);
            statement.setLong(5, owner);
            statement.execute();
        }
        // Installs that have events of others too keep their name; of those, single events are kept out.
        update(
                connection,
                "create temporary table erasing_install on commit drop as select distinct install_id,"
                        + " exists (select from event e where e.app_id = " + app.id()
                        + " and e.install_id = x.install_id and not exists (select from erasing y"
                        + " where y.source = e.source and y.id = e.id)) as shared from erasing x");
        tombstones(connection, app, owner);
        long events = update(
                connection,
                "delete from event e using erasing x where e.app_id = " + app.id()
                        + " and e.source = x.source and e.id = x.id");
        update(
                connection,
                "delete from event_context c where c.app_id = " + app.id()
                        + " and c.id in (select context_id from erasing) and not exists"
                        + " (select from event e where e.app_id = " + app.id() + " and e.context_id = c.id)");
        return events;
    }

    private static long update(Connection connection, String sql) throws SQLException {
        try (PreparedStatement statement = connection.prepareStatement(sql)) {
            return statement.executeUpdate();
        }
    }

    private static void tombstones(Connection connection, App app, long owner) throws SQLException {
        List<byte[]> digests = new ArrayList<>();
        for (Map.Entry<Erasures.Kind, String> each : Map.of(
                        Erasures.Kind.INSTALL,
                        "select i.key from install i join erasing_install x on x.install_id = i.id where not x.shared",
                        Erasures.Kind.ACCOUNT,
                        "select key from account where id = " + owner,
                        Erasures.Kind.EVENT,
                        "select length(x.source) || ' ' || x.source || x.id from erasing x"
                                + " join erasing_install i using (install_id) where i.shared")
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

    private static List<String> keys(Connection connection, App app, long owner) throws SQLException {
        return texts(
                connection,
                "select i.key from install i join erasing_install x on x.install_id = i.id where not x.shared"
                        + " union select key from account where app_id = " + app.id() + " and id = " + owner);
    }

    /** Rows in which one of the names stands as a word of its own. */
    private static long heldBack(Connection connection, App app, List<String> keys) throws SQLException {
        long rows = 0;
        try (PreparedStatement statement = connection.prepareStatement(
                "delete from held_back_row where app_id = ? and position(? in content) > 0 and content ~ ?")) {
            for (String key : keys) {
                statement.setInt(1, app.id());
                statement.setString(2, key);
                statement.setString(
                        3, "(^|[^[:alnum:]_-])" + SPECIAL.matcher(key).replaceAll("\\\\$0") + "($|[^[:alnum:]_-])");
                rows += statement.executeUpdate();
            }
        }
        return rows;
    }

    private static void forgetNames(Connection connection, App app, long owner) throws SQLException {
        update(
                connection,
                "delete from install where app_id = " + app.id()
                        + " and id in (select install_id from erasing_install where not shared)");
        update(connection, "delete from account where app_id = " + app.id() + " and id = " + owner);
    }
}
