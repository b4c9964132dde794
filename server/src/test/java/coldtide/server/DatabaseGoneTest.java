package coldtide.server;

import static org.assertj.core.api.Assertions.assertThat;

import coldtide.server.Caller.Answer;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.api.parallel.Execution;
import org.junit.jupiter.api.parallel.ExecutionMode;
import tools.jackson.databind.JsonNode;

/** The database goes in the middle of an import and comes back: that is said, nothing counts as a wrong password, the import goes on. */
@Execution(ExecutionMode.CONCURRENT)
class DatabaseGoneTest {
    private static final int ROWS = 150_000;
    private static final String GONE = "The database cannot be reached";
    private static final Map<String, Object> EVERYBODY = Map.of("among", Map.of("all", List.of()));

    @TempDir
    Path folder;

    private static byte[] file(int rows) {
        StringBuilder text = new StringBuilder("id,name,time,install\n");
        for (int row = 0; row < rows; row++) {
            text.append(row)
                    .append(",open,2026-06-01T10:00:00Z,phone-")
                    .append(row % 500)
                    .append('\n');
        }
        return text.toString().getBytes(StandardCharsets.UTF_8);
    }

    private static int databasePort() throws Exception {
        String url = Application.settings().getProperty("spring.datasource.url");
        return URI.create(url.substring("jdbc:".length())).getPort();
    }

    @Test
    void whatNeedsTheDatabaseIsRefusedAndGoesOnAfterwards() throws Exception {
        try (Relay relay = new Relay(databasePort());
                OwnServer server = new OwnServer(folder, "gone", "512m", Optional.of(relay))) {
            Caller keeper = server.keeper();
            Caller stranger = Caller.stranger(server.base());
            keeper.makeApp("sea", 7320);
            Answer sent = keeper.file("/api/apps/sea/imports/file", "events.csv", file(ROWS));
            String run = "/api/apps/sea/imports/" + sent.json().get("id").asInt();
            while (keeper.get(run).json().get("rowsRead").asLong() == 0) {
                Thread.sleep(20);
            }

            relay.cut();
            Answer question = keeper.post("/api/apps/sea/people-count", EVERYBODY);
            assertThat(question.status()).isEqualTo(503);
            assertThat(question.text()).contains(GONE);
            for (int wrong = 0; wrong < 8; wrong++) {
                Answer signIn =
                        stranger.post("/api/session", Map.of("name", "keeper", "password", "not-that-one-" + wrong));
                assertThat(signIn.status()).as(signIn.text()).isEqualTo(503);
                assertThat(signIn.text()).contains(GONE);
            }

            relay.mend();
            JsonNode now = keeper.get(run).json();
            for (int tries = 0; tries < 2400 && !now.path("finished").isString(); tries++) {
                Thread.sleep(50);
                now = keeper.get(run).json();
            }
            assertThat(now.get("state").asString()).as(now.toString()).isEqualTo("DONE");
            assertThat(now.get("taken").asLong()).isEqualTo(ROWS);
            assertThat(server.number("select count(*) from event"))
                    .as("none twice")
                    .isEqualTo(ROWS);
            assertThat(server.keeper().get("/api/apps").status())
                    .as("none of the tries counted as a wrong one")
                    .isEqualTo(200);
        }
    }
}
