package coldtide.server.store.erasure;

import coldtide.server.store.app.App;
import coldtide.server.store.event.EventWriter;
import jakarta.persistence.EntityManager;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.SQLException;
import java.util.List;
import org.hibernate.Session;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Removes an app with all its data from the database. Each table is a transaction of its own, so no other app waits for long, and
 * removal that was broken off is simply begun again. Only the audit log keeps its entries, no longer tied to the app.
 */
@Component
public class AppRemover {
    /** In this order, so that nothing refers to a row that is gone. Each has the app's number as its only parameter. */
    private static final List<String> STATEMENTS = List.of(
            "delete from event_batch where app_id = ?",
            "delete from alert_delivery where alert_id in (select id from alert where app_id = ?)",
            "delete from alert where app_id = ?",
            "delete from alert_target where app_id = ?",
            "delete from simulated_mail where app_id = ?",
            "delete from watched where app_id = ?",
            "delete from case_comment where case_id in (select id from kept_case where app_id = ?)",
            "delete from case_finding where case_id in (select id from kept_case where app_id = ?)",
            "delete from kept_case where app_id = ?",
            "delete from evidence where app_id = ?",
            "delete from held_back_row where app_id = ?",
            "delete from import where app_id = ?",
            "delete from app_key where app_id = ?",
            "delete from kept_reading where app_id = ?",
            "delete from sealed_block where app_id = ?",
            "delete from sealed_log where app_id = ?",
            "delete from catalogue_entry where app_id = ?",
            "delete from behaviour where app_id = ?",
            "delete from segment where app_id = ?",
            "delete from channel_rule where app_id = ?",
            "delete from channel_cost where app_id = ?",
            "delete from floor_plan where app_id = ?",
            "delete from settlement where app_id = ?",
            "delete from simulated_store where app_id = ?",
            "delete from release where app_id = ?",
            "delete from mark where app_id = ?",
            "delete from exchange_rate where app_id = ?",
            "delete from erased where app_id = ?",
            "delete from erasure where app_id = ?",
            "delete from install where app_id = ?",
            "delete from account where app_id = ?",
            "delete from event_context where app_id = ?",
            "delete from event_name where app_id = ?",
            "update audit_entry a set app_id = null, detail = p.key || ': ' || a.detail from app p where p.id = a.app_id"
                    + " and p.id = ?",
            "delete from app where id = ?");

    private final EntityManager entities;
    private final TransactionTemplate transaction;

    AppRemover(EntityManager entities, TransactionTemplate transaction) {
        this.entities = entities;
        this.transaction = transaction;
    }

    /** Removes an app; nothing happens if it is gone. Takes seconds for millions of events. */
    public void remove(App app) {
        // From here on no event of the app is stored: a writer finds that there is no row to take its turn with.
        execute(STATEMENTS.get(0), app);
        transaction.executeWithoutResult(status -> entities.unwrap(Session.class)
                .doWork(connection -> {
                    try (var statement = connection.createStatement()) {
                        statement.execute("drop table if exists " + EventWriter.table(app));
                    }
                }));
        STATEMENTS.stream().skip(1).forEach(statement -> execute(statement, app));
    }

    private void execute(String sql, App app) {
        transaction.executeWithoutResult(
                status -> entities.unwrap(Session.class).doWork(connection -> execute(connection, sql, app)));
    }

    private static void execute(Connection connection, String sql, App app) throws SQLException {
        try (PreparedStatement statement = connection.prepareStatement(sql)) {
            statement.setInt(1, app.id());
            statement.executeUpdate();
        }
    }
}
