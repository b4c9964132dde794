package coldtide.server.access;

import static org.assertj.core.api.Assertions.assertThat;

import coldtide.server.Application;
import coldtide.server.Caller;
import coldtide.server.Caller.Answer;
import coldtide.server.HandClock;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.Duration;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

@ExtendWith(Application.class)
class AccessTest {
    private static final Path DESCRIPTION = Path.of("..", "web", "openapi.json");

    @Test
    void theKeptDescriptionOfTheApiIsCurrent() throws IOException {
        JsonNode served = Caller.demo().get("/v3/api-docs").json();
        JsonNode kept = JsonMapper.builder().build().readTree(Files.readString(DESCRIPTION));
        assertThat(kept)
                .as("web/openapi.json is not what the server serves at /v3/api-docs: save that there, then run"
                        + " \"npm run api\" in web")
                .isEqualTo(served);
    }

    @Test
    void aChangeWithoutTheTokenIsRefused() {
        Answer answer = Caller.demo().postWithoutToken("/api/apps", Map.of());
        assertThat(answer.status()).isEqualTo(403);
    }

    @Test
    void wrongTriesAreSlowedDown() {
        Caller guesser = Caller.stranger();
        guesser.get("/api/session");
        Map<String, String> wrong = Map.of("name", "nobody-" + System.nanoTime(), "password", "guess");
        for (int i = 0; i < 3; i++) {
            assertThat(guesser.post("/api/session", wrong).status()).isEqualTo(401);
        }
        Answer slowed = guesser.post("/api/session", wrong);
        for (int i = 0; i < 5 && slowed.status() == 401; i++) {
            slowed = guesser.post("/api/session", wrong); // the first wait is one second, which a slow machine may take
        }
        assertThat(slowed.status()).isEqualTo(429);
        assertThat(slowed.headers().firstValue("Retry-After")).isPresent();
        assertThat(slowed.json().get("detail").asString()).contains("Try again in");
        Application.part(SignInBrake.class).succeeded("from 127.0.0.1");
    }

    @Test
    void theWaitDoublesUpToFiveMinutesAndEndsWithSuccess() {
        HandClock clock = new HandClock();
        SignInBrake brake = new SignInBrake(clock);
        for (int failures = 1; failures <= 20; failures++) {
            brake.failed("name ada");
            long seconds = failures < 3 ? 0 : Math.min(300, 1L << (failures - 3));
            assertThat(brake.wait("name ada")).isEqualTo(Duration.ofSeconds(seconds));
        }
        clock.goOn(Duration.ofSeconds(299));
        assertThat(brake.wait("name ada")).isEqualTo(Duration.ofSeconds(1));
        clock.goOn(Duration.ofSeconds(2));
        assertThat(brake.wait("name ada")).isZero();
        brake.succeeded("name ada");
        brake.failed("name ada");
        assertThat(brake.wait("name ada")).isZero();
    }

    @Test
    void signingOutEndsTheSession() {
        Caller caller = Caller.demo();
        assertThat(caller.get("/api/apps").status()).isEqualTo(200);
        assertThat(caller.delete("/api/session").status()).isEqualTo(200);
        assertThat(caller.get("/api/apps").status()).isEqualTo(401);
    }

    @Test
    void theFirstStartMadeAKeeperWhosePasswordIsKeptOnlyAsAHash() throws SQLException {
        try (var connection = Application.sql();
                Statement statement = connection.createStatement();
                ResultSet row =
                        statement.executeQuery("select name, role, demo, password_hash from app_user order by id")) {
            assertThat(row.next()).isTrue();
            assertThat(row.getString("name")).isEqualTo("keeper");
            assertThat(row.getString("role")).isEqualTo("KEEPER");
            assertThat(row.getString("password_hash")).startsWith("{bcrypt}");
            assertThat(row.next()).isTrue();
            assertThat(row.getBoolean("demo")).isTrue();
        }
        assertThat(Application.part(FirstKeeper.class).takePassword()).isEmpty();
    }

    @Test
    void theDemoAccountNeedsLoopback() throws Exception {
        DemoAccount open = new DemoAccount(null, null, "0.0.0.0");
        assertThat(open.allowed()).isFalse();
        assertThat(open.usable()).isFalse();
        assertThat(new DemoAccount(null, null, "127.0.0.1").allowed()).isTrue();
    }

    @Test
    void headersAllowNothingFromElsewhereAndNoScriptInThePage() {
        Answer answer = Caller.stranger().get("/api/session");
        String policy = answer.headers().firstValue("Content-Security-Policy").orElseThrow();
        assertThat(policy)
                .contains("default-src 'self'")
                .contains("script-src 'self';")
                .contains("frame-ancestors 'none'")
                .doesNotContain("http")
                .doesNotContain("*");
        assertThat(answer.headers().firstValue("X-Content-Type-Options")).hasValue("nosniff");
    }

    @Test
    void badQuestionsAreAnsweredWithTheFieldAtFault() {
        Caller caller = Caller.demo();
        assertField(caller.postText("/api/apps/gullcombe/retention", "{"), null, "JSON");
        assertField(
                caller.postText(
                        "/api/apps/gullcombe/retention",
                        "{\"following\":{\"range\":{\"from\":\"2026-06-01\",\"to\":\"2026-05-01\"},\"grain\":\"DAY\"},\"ages\":7}"),
                "following.range",
                "must end after it begins");
        assertField(
                caller.postText(
                        "/api/apps/gullcombe/retention",
                        "{\"following\":{\"range\":{\"from\":\"2026-05-01\",\"to\":\"2026-06-01\"},\"grain\":\"DAY\"},\"ages\":700}"),
                null,
                "not 700");
        assertField(
                caller.postText("/api/apps/gullcombe/retention", "{\"following\":{\"grain\":\"FORTNIGHT\"}}"),
                "following.grain",
                "grain\"");
        assertField(
                caller.post(
                        "/api/apps",
                        Map.of("key", "Not A Key", "name", "n", "zone", "UTC", "currency", "EUR", "lateLimitDays", 1)),
                "key",
                "short name");
        assertField(
                caller.post(
                        "/api/apps",
                        Map.of("key", "zoneless", "name", "n", "zone", "Mars", "currency", "EUR", "lateLimitDays", 1)),
                "zone",
                "\"Mars\"");
    }

    private static void assertField(Answer answer, String field, String sentence) {
        assertThat(answer.status()).as(answer.text()).isEqualTo(400);
        assertThat(answer.json().get("detail").asString()).contains(sentence);
        if (field != null) {
            assertThat(answer.json().get("field").asString()).isEqualTo(field);
        }
    }
}
