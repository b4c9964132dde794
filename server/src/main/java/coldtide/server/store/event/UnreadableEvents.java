package coldtide.server.store.event;

import coldtide.server.store.app.App;
import jakarta.persistence.EntityManager;
import java.sql.PreparedStatement;
import org.hibernate.Session;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/**
 * Events that were stored before numbers had limits and that no log can hold. They are moved to the rejected rows, where they
 * can be seen, corrected and sent again.
 */
@Component
class UnreadableEvents {
    private static final String REASON =
            "The event holds a number that cannot be kept: numbers must be below 2^63 (about"
                    + " 9.2e18) and have at most 400 decimal places. It was stored before that was checked.";

    /** Each property that is a number is looked at, so this reads all of the app's events. */
    private static final String MOVE = """
            with gone as (
              delete from EVENTS e where app_id = ? and exists (
                select from jsonb_each(e.properties) p
                where jsonb_typeof(p.value) = 'number'
                  and (abs((p.value #>> '{}')::numeric) >= 9223372036854775808 or scale((p.value #>> '{}')::numeric) > 400))
              returning *)
            insert into held_back_row (app_id, line, kind, reason, content, arrived)
            select g.app_id, 1, 'NUMBER', ?, jsonb_strip_nulls(jsonb_build_object(
                'specversion', '1.0', 'id', g.id, 'source', g.source, 'type', n.name,
                'time', to_char(g.time at time zone 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS.US"Z"'),
                'data', coalesce(c.properties, '{}') || coalesce(g.properties, '{}') || jsonb_strip_nulls(jsonb_build_object(
                    'install', i.key, 'account', a.key, 'amount', g.amount_micros / 1000000.0, 'currency', g.currency,
                    'revenue_type', g.revenue_type))))::text, g.received
            from gone g
            join event_name n on n.id = g.name_id
            join install i on i.id = g.install_id
            left join account a on a.id = g.account_id
            left join event_context c on c.id = g.context_id
            """;

    private final EntityManager entities;
    private final EventWriter writer;

    UnreadableEvents(EntityManager entities, EventWriter writer) {
        this.entities = entities;
        this.writer = writer;
    }

    /** Moves them; cost: one pass over the app's events. @return how many there were */
    @Transactional
    public long reject(App app) {
        writer.hold(app);
        return entities.unwrap(Session.class).doReturningWork(connection -> {
            try (PreparedStatement statement =
                    connection.prepareStatement(MOVE.replace("EVENTS", EventWriter.table(app)))) {
                statement.setInt(1, app.id());
                statement.setString(2, REASON);
                return (long) statement.executeUpdate();
            }
        });
    }
}
