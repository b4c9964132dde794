package coldtide.server.intake;

import static org.assertj.core.api.Assertions.assertThat;

import coldtide.core.log.column.LogLimits;
import coldtide.server.Application;
import coldtide.server.Caller;
import coldtide.server.apps.Apps;
import coldtide.server.engine.Engine;
import coldtide.server.store.app.App;
import java.nio.charset.StandardCharsets;
import java.sql.SQLException;
import java.sql.Statement;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

/** An install id that many send does not have all its past built anew for ever: no more is taken of it, and that is said. */
@ExtendWith(Application.class)
class OversizedUsersTest {
    private static final String KEY = "shared-install";

    private final Caller keeper = Application.keeper();

    private static String event(String id, String install, String account) {
        return "{\"specversion\":\"1.0\",\"id\":\"" + id + "\",\"source\":\"s\",\"subject\":\"" + install
                + "\",\"type\":\"open\",\"time\":\"2026-06-02T10:00:00Z\",\"data\":{"
                + (account.isEmpty() ? "" : "\"account\":\"" + account + "\"") + "}}";
    }

    private JsonNode send(Caller program, String... events) {
        return program.call(
                        "POST",
                        "/api/apps/" + KEY + "/events",
                        "application/cloudevents-batch+json",
                        ("[" + String.join(",", events) + "]").getBytes(StandardCharsets.UTF_8))
                .json();
    }

    /** Events as if they had come in, one a millisecond; in one transaction, as a batch is. */
    private static void multiply(App app, long times) throws SQLException {
        try (var connection = Application.sql();
                Statement statement = connection.createStatement()) {
            connection.setAutoCommit(false);
            statement.execute("update event_batch set newest = newest + 1 where app_id = " + app.id());
            statement.execute("insert into event (app_id, source, id, name_id, time, received, install_id, account_id,"
                    + " context_id, batch) select e.app_id, e.source, e.id || '-' || n, e.name_id,"
                    + " e.time + n * interval '1 millisecond', e.received, e.install_id, e.account_id, e.context_id,"
                    + " (select newest from event_batch where app_id = e.app_id)"
                    + " from event e, generate_series(1, " + times + ") n where e.app_id = " + app.id());
            connection.commit();
        }
    }

    @Test
    void moreEventsOfOneInstallThanThereMayBeAreRejected() throws SQLException {
        keeper.makeApp(KEY, 7320);
        Caller program = Caller.withKey(keeper.makeKey(KEY, 100_000));
        App app = Application.part(Apps.class).require(KEY);
        Engine engine = Application.part(Engine.class);
        send(program, event("first", "shared", "ann"));
        multiply(app, LogLimits.MOST_EVENTS_TOGETHER - 1);
        engine.refresh(app);
        assertThat(send(program, event("at-the-limit", "shared", ""))
                        .path("taken")
                        .intValue())
                .isEqualTo(1);
        engine.refresh(app);
        JsonNode receipt = send(
                program,
                event("beyond", "shared", ""),
                event("same-user", "other-phone", "ann"),
                event("known", "shared", "").replace("known", "at-the-limit"),
                event("somebody-else", "other-phone", "bob"));
        assertThat(receipt.path("taken").intValue()).isEqualTo(1);
        assertThat(receipt.path("known").intValue()).isEqualTo(1);
        assertThat(receipt.path("events").get(0).path("field").stringValue()).isEqualTo("install");
        assertThat(receipt.path("events").get(0).path("reason").stringValue())
                .isEqualTo(
                        "This install and those it shares users with have more than 1,000,000 events together, the most"
                                + " there may be. An install is one app on one device, an account is one user: do many send the same?");
        assertThat(receipt.path("events").get(1).path("field").stringValue()).isEqualTo("account");
        engine.refresh(app);
        assertThat(engine.events(app)).isEqualTo(LogLimits.MOST_EVENTS_TOGETHER + 2);
    }
}
