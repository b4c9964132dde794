package coldtide.server;

import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.HashMap;
import java.util.Map;

/** The small demo world in tables made by SQL independently of the product: what answers are held to. */
public final class Truth {
    private Truth() {}

    /** The handbook's sections from Data to Money as tables, so that each figure is one short question. */
    private static final String TRUTH = """
            drop schema if exists truth cascade;
            create schema truth;
            set search_path to truth, public;
            create table e as
              with named as (
                select e.*, count(account_id) over w as naming,
                       first_value(account_id) over (partition by install_id
                         order by account_id is null, time, received) as first_account
                from event e join app a on a.id = e.app_id and a.key = 'gullcombe'
                window w as (partition by install_id order by time, received))
              select n.name, coalesce(max(account_id) over (partition by install_id, naming), first_account,
                       -install_id) as person, e.install_id as install, e.time, e.amount_micros, e.currency,
                     e.revenue_type, e.properties, (e.time at time zone 'Europe/Lisbon')::date as day,
                     n.name not in ('push_received', 'uninstall_detected') as active, context_id, received
              from named e join event_name n on n.id = e.name_id;
            create table money as
              with worth as (
                select e.*, case when e.currency = 'EUR' then amount_micros else amount_micros * r.rate end as micros
                from e
                left join exchange_rate r on r.currency = e.currency and r.day = e.day
                  and r.app_id = (select id from app where key = 'gullcombe')
                where amount_micros is not null)
              -- Of two millionths as near, the even one.
              select *, case when micros - floor(micros) = 0.5 then 2 * round(micros / 2) else round(micros) end / 1e6 as eur
              from worth;
            create table sessions as
              with gaps as (
                select *, coalesce(time - lag(time) over per_install > interval '30 minutes', true) as starts
                from e where active window per_install as (partition by install, person order by time))
              select install, person, number, min(day) as day, extract(epoch from max(time) - min(time)) as seconds,
                bool_or(name = 'crash') as crashed
              from (select *, sum(starts::int) over (partition by install, person order by time) as number from gaps) g
              group by install, person, number;
            """;

    /** Makes the tables; tests that ask them call this before. */
    public static void tell() throws SQLException {
        try (Connection connection = Application.sql();
                Statement statement = connection.createStatement()) {
            statement.execute(TRUTH);
        }
    }

    private static PreparedStatement ask(Connection connection, String sql) throws SQLException {
        try (Statement statement = connection.createStatement()) {
            statement.execute("set search_path to truth, public");
        }
        return connection.prepareStatement(sql);
    }

    /** One number, null if there is no row or nothing in it. */
    public static Double number(String sql, Object... values) throws SQLException {
        try (Connection connection = Application.sql();
                PreparedStatement statement = ask(connection, sql)) {
            for (int i = 0; i < values.length; i++) {
                statement.setObject(i + 1, values[i]);
            }
            try (ResultSet row = statement.executeQuery()) {
                if (!row.next()) {
                    return null;
                }
                double value = row.getDouble(1);
                return row.wasNull() ? null : value;
            }
        }
    }

    /** Numbers by a text. */
    public static Map<String, Long> counts(String sql) throws SQLException {
        Map<String, Long> counts = new HashMap<>();
        try (Connection connection = Application.sql();
                PreparedStatement statement = ask(connection, sql);
                ResultSet row = statement.executeQuery()) {
            while (row.next()) {
                counts.put(row.getString(1), row.getLong(2));
            }
        }
        return counts;
    }
}
