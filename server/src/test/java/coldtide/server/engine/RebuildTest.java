package coldtide.server.engine;

import static org.assertj.core.api.Assertions.assertThat;

import coldtide.server.Application;
import coldtide.server.Caller;
import coldtide.server.apps.Apps;
import coldtide.server.store.app.App;
import coldtide.server.store.erasure.Eraser;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

@ExtendWith(Application.class)
class RebuildTest {
    /** The log is rebuilt for one erasure; another user is erased after it was built and before it is in its place. */
    @Test
    void whoIsErasedWhileTheLogIsRebuiltDoesNotComeBack() throws Exception {
        Caller keeper = Application.keeper();
        keeper.makeApp("rebuilt", 7320);
        Application.bring(
                keeper,
                "rebuilt",
                "id,name,time,account\n1,open,2026-11-01T10:00:00Z,Ann\n2,open,2026-11-01T11:00:00Z,Bob\n");
        App app = Application.part(Apps.class).require("rebuilt");
        Engine engine = Application.part(Engine.class);
        assertThat(engine.log(app).orElseThrow().people()).isEqualTo(2);
        long owner = account("Ann");
        engine.rebuild(app, () -> {
            Application.part(Eraser.class).erase(app, owner, erased -> {});
            engine.erase(app, owner);
            assertThat(engine.log(app).orElseThrow().people()).isEqualTo(1);
        });
        assertThat(engine.log(app).orElseThrow().people()).isEqualTo(1);
        assertThat(engine.log(app).orElseThrow().events()).isEqualTo(1);
        assertThat(keeper.postText("/api/apps/rebuilt/people-count", "{\"among\":{\"all\":[]}}")
                        .json()
                        .get("answer")
                        .get("people")
                        .asLong())
                .isEqualTo(1);
    }

    private static long account(String key) throws Exception {
        try (var connection = Application.sql();
                var statement = connection.prepareStatement(
                        "select a.id from account a join app p on p.id = a.app_id and p.key = 'rebuilt' where a.key = ?")) {
            statement.setString(1, key);
            try (var row = statement.executeQuery()) {
                row.next();
                return row.getLong(1);
            }
        }
    }
}
