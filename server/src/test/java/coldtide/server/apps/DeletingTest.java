package coldtide.server.apps;

import static org.assertj.core.api.Assertions.assertThat;

import coldtide.server.Application;
import coldtide.server.Caller;
import coldtide.server.Caller.Answer;
import java.nio.charset.StandardCharsets;
import java.sql.Connection;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

@ExtendWith(Application.class)
class DeletingTest {
    private static final String CSV = "id,name,time,install,account,country\n"
            + "1,open,2026-11-01T10:00:00Z,i,Ann,PT\n2,open,2026-11-01T10:00:00Z,j,,PT\n3,,2026-11-01T10:00:00Z,i,,PT\n";

    private final Caller keeper = Application.keeper();

    private Answer create(String key) {
        return keeper.post(
                "/api/apps",
                Map.of("key", key, "name", "To go", "zone", "UTC", "currency", "EUR", "lateLimitDays", 7320));
    }

    private Answer delete(Caller caller, String key, String name) {
        return caller.call("DELETE", "/api/apps/" + key, Map.of("name", name));
    }

    private static int number(String key) throws SQLException {
        return Integer.parseInt(
                rows("select id from app where key = '" + key + "'").get(0));
    }

    private static List<String> rows(String sql) throws SQLException {
        List<String> rows = new ArrayList<>();
        try (Connection connection = Application.sql();
                Statement statement = connection.createStatement();
                ResultSet row = statement.executeQuery(sql)) {
            while (row.next()) {
                rows.add(row.getString(1));
            }
        }
        return rows;
    }

    /** Tables that still hold something of an app, by the database's own description of its columns. */
    private static List<String> tablesWith(int app) throws SQLException {
        List<String> left = new ArrayList<>();
        for (String table : rows("select table_name from information_schema.columns where column_name = 'app_id'"
                + " and table_schema = 'public'")) {
            if (!rows("select 1 from \"" + table + "\" where app_id = " + app + " limit 1")
                    .isEmpty()) {
                left.add(table);
            }
        }
        return left;
    }

    private static void waitUntilGone(int app) throws Exception {
        for (int tries = 0; tries < 600; tries++) {
            if (rows("select 1 from app where id = " + app).isEmpty()) {
                return;
            }
            Thread.sleep(50);
        }
        throw new AssertionError("The app is still there; of it: " + tablesWith(app));
    }

    private String fill(String key) throws Exception {
        assertThat(create(key).status()).isEqualTo(201);
        Application.bring(keeper, key, CSV);
        String path = "/api/apps/" + key;
        keeper.post(path + "/marks", Map.of("name", "A note", "kind", "NOTE", "starts", "2026-11-01T10:00:00Z"));
        keeper.postText(
                path + "/segments",
                "{\"name\":\"All\",\"description\":\"\",\"owner\":\"\",\"among\":{\"all\":[]},\"fixed\":false}");
        return keeper.post(path + "/keys", Map.of("name", "a key", "perSecond", 100))
                .json()
                .get("secret")
                .asString();
    }

    @Test
    void anAppIsDeletedWithAllItsDataByAnAdminWhoTypesItsName() throws Exception {
        String secret = fill("to-go");
        int app = number("to-go");
        assertThat(tablesWith(app))
                .contains("event", "install", "account", "held_back_row", "import", "app_key", "segment");

        assertThat(delete(Caller.demo(), "to-go", "To go").status()).isEqualTo(403);
        Answer wrong = delete(keeper, "to-go", "Another");
        assertThat(wrong.status()).isEqualTo(400);
        assertThat(wrong.json().get("field").asString()).isEqualTo("name");
        assertThat(tablesWith(app)).contains("event");

        assertThat(delete(keeper, "to-go", "To go").status()).isEqualTo(204);
        assertThat(keeper.get("/api/apps").text()).doesNotContain("\"to-go\"");
        assertThat(keeper.get("/api/apps/to-go/rail").status()).isEqualTo(404);
        assertThat(Caller.withKey(secret)
                        .call(
                                "POST",
                                "/api/apps/to-go/events",
                                "application/cloudevents+json",
                                "{}".getBytes(StandardCharsets.UTF_8))
                        .status())
                .isIn(401, 403, 404);
        waitUntilGone(app);
        assertThat(tablesWith(app)).isEmpty();
        assertThat(rows("select to_regclass('event_" + app + "')::text")).containsExactly((String) null);
        assertThat(keeper.get("/api/audit").text()).contains("app deleted").contains("to-go: ");

        // Its short name is free again, and nothing of before comes back.
        fill("to-go");
        assertThat(keeper.postText(
                                "/api/apps/to-go/catalogue/events",
                                "{\"range\":{\"from\":\"2026-11-01\",\"to\":\"2026-11-02\"}}")
                        .text())
                .contains("open");
    }

    /** The server ended after the app was marked and before its data were gone. */
    @Test
    void aDeletionThatWasBrokenOffIsGoneOnWithAtTheNextStart() throws Exception {
        fill("half-gone");
        int app = number("half-gone");
        try (Connection connection = Application.sql();
                Statement statement = connection.createStatement()) {
            statement.execute("update app set deleted = now(), deleted_by = 'keeper' where id = " + app);
            statement.execute("drop table event_" + app);
        }
        assertThat(keeper.get("/api/apps/half-gone/rail").status()).isEqualTo(404);
        assertThat(create("half-gone").status()).isEqualTo(409);
        Application.part(Deleting.class).goOn();
        waitUntilGone(app);
        assertThat(tablesWith(app)).isEmpty();
    }
}
