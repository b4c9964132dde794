package coldtide.server.store;

import static org.assertj.core.api.Assertions.assertThat;

import coldtide.server.Application;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.Properties;
import org.flywaydb.core.Flyway;
import org.flywaydb.core.api.configuration.FluentConfiguration;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** A database made by the version before limits were checked is changed by the migrations since, and keeps what it holds. */
@ExtendWith(Application.class)
class UpgradeTest {
    private static final String SCHEMA = "upgraded";

    private static FluentConfiguration flyway() throws Exception {
        Properties settings = Application.settings();
        return Flyway.configure()
                .dataSource(
                        settings.getProperty("spring.datasource.url"),
                        settings.getProperty("spring.datasource.username"),
                        settings.getProperty("spring.datasource.password"))
                .schemas(SCHEMA)
                .defaultSchema(SCHEMA)
                .locations("classpath:db/migration");
    }

    private static Connection connection() throws Exception {
        Properties settings = Application.settings();
        Connection connection = DriverManager.getConnection(
                settings.getProperty("spring.datasource.url"),
                settings.getProperty("spring.datasource.username"),
                settings.getProperty("spring.datasource.password"));
        connection.setSchema(SCHEMA);
        return connection;
    }

    @AfterEach
    void removeTheSchema() throws Exception {
        try (Connection connection = connection();
                Statement statement = connection.createStatement()) {
            statement.execute("drop schema if exists " + SCHEMA + " cascade");
        }
    }

    private static String one(Statement statement, String select) throws SQLException {
        try (ResultSet row = statement.executeQuery(select)) {
            row.next();
            return row.getString(1);
        }
    }

    @Test
    void installsOfAccountsAloneAreToldFromInstallsCalledLikeThem() throws Exception {
        flyway().target("13").load().migrate();
        try (Connection connection = connection();
                Statement statement = connection.createStatement()) {
            statement.execute("insert into app (key, name, zone, currency, passive_events, uninstall_event, created)"
                    + " values ('old', 'Old', 'UTC', 'EUR', '{}', '', now())");
            statement.execute("insert into account (id, app_id, key) select 7, id, 'Bob' from app");
            statement.execute("insert into install (id, app_id, key) select 8, id, 'account Bob' from app");
            statement.execute("insert into install (id, app_id, key) select 9, id, 'account Eve' from app");
            flyway().load().migrate();
            assertThat(one(statement, "select key from install where id = 8")).isEqualTo("\u0001account Bob");
            assertThat(one(statement, "select key from install where id = 9")).isEqualTo("account Eve");
            statement.execute("insert into held_back_row (app_id, line, kind, reason, content, arrived)"
                    + " select id, 1, 'NUMBER', 'too large', '{}', now() from app");
            assertThat(one(statement, "select count(*) from held_back_row")).isEqualTo("1");
        }
    }
}
