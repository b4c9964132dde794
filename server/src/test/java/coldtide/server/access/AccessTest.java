package coldtide.server.access;

import static org.assertj.core.api.Assertions.assertThat;

import coldtide.server.Application;
import coldtide.server.Caller;
import coldtide.server.Caller.Answer;
import coldtide.server.HandClock;
import coldtide.server.access.SignInThrottle.Attempt;
import java.io.IOException;
import java.net.Socket;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
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
        forgiveThisAddress();
    }

    /** Failures at this address would hold up the sign-ins of tests that follow. */
    private static void forgiveThisAddress() {
        SignInThrottle throttle = Application.part(SignInThrottle.class);
        throttle.succeeded(new Attempt(Duration.ZERO, List.of("from 127.0.0.1")));
    }

    @Test
    void fortyGuessesAtOnceAreNoMoreThanOneAfterAnother() throws Exception {
        Map<String, String> wrong = Map.of("name", "crowd-" + System.nanoTime(), "password", "guess");
        ExecutorService threads = Executors.newFixedThreadPool(40);
        try {
            List<Future<Integer>> answers = new ArrayList<>();
            for (int i = 0; i < 40; i++) {
                Caller guesser = Caller.stranger();
                guesser.get("/api/session");
                answers.add(
                        threads.submit(() -> guesser.post("/api/session", wrong).status()));
            }
            int tried = 0;
            for (Future<Integer> answer : answers) {
                tried += answer.get() == 401 ? 1 : 0;
            }
            assertThat(tried).isBetween(1, 5);
        } finally {
            threads.shutdown();
            forgiveThisAddress();
        }
    }

    private static Duration fail(SignInThrottle throttle, String name, String address) {
        return throttle.begin(name, address, "").pause();
    }

    @Test
    void theWaitDoublesUpToFiveMinutesAndEndsWithSuccess() {
        HandClock clock = new HandClock();
        SignInThrottle throttle = new SignInThrottle(clock);
        for (int failures = 1; failures <= 3; failures++) {
            assertThat(fail(throttle, "ada", "a")).isZero();
        }
        for (int failures = 3; failures <= 14; failures++) {
            long seconds = Math.min(300, 1L << (failures - 3));
            assertThat(fail(throttle, "ada", "a")).isEqualTo(Duration.ofSeconds(seconds));
            clock.goOn(Duration.ofSeconds(301));
            assertThat(fail(throttle, "ada", "a")).isZero();
        }
        clock.goOn(Duration.ofSeconds(301));
        Attempt right = throttle.begin("ada", "a", "");
        throttle.succeeded(right);
        assertThat(fail(throttle, "ada", "a")).isZero();
        assertThat(fail(throttle, "ada", "a")).isZero();
    }

    @Test
    void whoFailsOnPurposeDoesNotKeepAMemberOutOfTheirOwnDevice() {
        SignInThrottle throttle = new SignInThrottle(new HandClock());
        for (int i = 0; i < 1_000; i++) {
            fail(throttle, "keeper", "address " + i);
        }
        assertThat(fail(throttle, "keeper", "elsewhere")).isPositive();
        assertThat(throttle.begin("keeper", "elsewhere", "her own").pause()).isZero();
        Attempt undone = throttle.begin("bob", "b", "");
        throttle.takeBack(undone);
        for (int i = 0; i < 3; i++) {
            assertThat(fail(throttle, "bob", "b")).isZero();
        }
    }

    @Test
    void aMemberSeesTheirSessionsAndEndsTheOthers() {
        Caller here = Caller.demo();
        Caller there = Caller.demo();
        JsonNode all = here.get("/api/session/all").json();
        assertThat(all.size()).isGreaterThanOrEqualTo(2);
        long current = 0;
        for (JsonNode session : all) {
            current += session.get("current").asBoolean() ? 1 : 0;
        }
        assertThat(current).isEqualTo(1);
        assertThat(here.delete("/api/session/others").json().size()).isEqualTo(1);
        assertThat(here.get("/api/apps").status()).isEqualTo(200);
        assertThat(there.get("/api/apps").status()).isEqualTo(401);
    }

    @Test
    void allOfALongPasswordCounts() {
        Caller keeper = Application.keeper();
        String name = "long-" + System.nanoTime();
        JsonNode made = keeper.post("/api/people", Map.of("name", name, "role", "READER"))
                .json();
        Caller member = Caller.as(name, made.get("password").asString());
        String password = "x".repeat(128);
        Map<String, String> change = Map.of("old", made.get("password").asString(), "fresh", password);
        assertThat(member.call("PUT", "/api/session/password", change).status()).isEqualTo(200);
        Caller stranger = Caller.stranger();
        stranger.get("/api/session");
        Map<String, String> nearly = Map.of("name", name, "password", "x".repeat(127) + "y");
        assertThat(stranger.post("/api/session", nearly).status()).isEqualTo(401);
        assertThat(stranger.post("/api/session", Map.of("name", name, "password", password))
                        .status())
                .isEqualTo(200);
        assertThat(member.call("PUT", "/api/session/password", Map.of("old", password, "fresh", "y".repeat(129)))
                        .status())
                .isEqualTo(400);
    }

    @Test
    void guessingThePresentPasswordIsSlowedDown() {
        Caller keeper = Application.keeper();
        String name = "guess-" + System.nanoTime();
        JsonNode made = keeper.post("/api/people", Map.of("name", name, "role", "READER"))
                .json();
        Caller member = Caller.as(name, made.get("password").asString());
        int status = 0;
        for (int i = 0; i < 9; i++) {
            status = member.call(
                            "PUT", "/api/session/password", Map.of("old", "guess " + i, "fresh", "something quite new"))
                    .status();
        }
        assertThat(status).isEqualTo(429);
        forgiveThisAddress();
    }

    @Test
    void theAuditLogKnowsSignInsAndIsFiltered() {
        Caller stranger = Caller.stranger();
        stranger.get("/api/session");
        String name = "=cmd-" + System.nanoTime();
        stranger.post("/api/session", Map.of("name", name, "password", "wrong"));
        forgiveThisAddress();
        Caller keeper = Application.keeper();
        JsonNode failed = keeper.get("/api/audit?action=sign-in%20failed").json();
        assertThat(failed.get("entries").get(0).get("detail").asString()).contains(name);
        JsonNode signedIn =
                keeper.get("/api/audit?who=keeper&action=signed%20in").json();
        assertThat(signedIn.get("total").asLong()).isPositive();
        signedIn.get("entries")
                .forEach(entry -> assertThat(entry.get("who").asString()).isEqualTo("keeper"));
        String csv = keeper.get("/api/audit.csv?action=sign-in%20failed").text();
        assertThat(csv).startsWith("at,who,app,action,detail").contains(name);
        assertThat(Caller.demo().get("/api/audit.csv").status()).isEqualTo(403);
        assertThat(keeper.get("/api/audit.csv?from=%2B999999999-12-31").status())
                .as("no empty file for what cannot be asked")
                .isEqualTo(400);
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
            assertThat(row.getString("password_hash")).startsWith("{bcrypt-sha256}");
            assertThat(row.next()).isTrue();
            assertThat(row.getBoolean("demo")).isTrue();
        }
        assertThat(Application.part(FirstKeeper.class).takePassword()).isEmpty();
    }

    /** Its password is no secret. */
    @Test
    void theDemoAccountIsRefusedThroughAProxy() throws Exception {
        HttpRequest request = HttpRequest.newBuilder(URI.create(Application.address() + "/api/session"))
                .header("X-Forwarded-For", "203.0.113.7")
                .header("Content-Type", "application/json")
                .header("Cookie", "XSRF-TOKEN=t")
                .header("X-XSRF-TOKEN", "t")
                .POST(HttpRequest.BodyPublishers.ofString(
                        "{\"name\":\"demo\",\"password\":\"" + DemoAccount.PASSWORD + "\"}"))
                .build();
        HttpResponse<String> answer = HttpClient.newHttpClient().send(request, HttpResponse.BodyHandlers.ofString());
        assertThat(answer.statusCode()).isEqualTo(401);
        assertThat(answer.body()).contains("not through a proxy");
    }

    @Test
    void lookingAtAUserAndTakingRawRowsIsNoted() {
        Caller keeper = Application.keeper();
        String id = keeper.postText(
                        "/api/apps/gullcombe/register",
                        "{\"among\":null,\"by\":\"EVENTS\",\"largestFirst\":true,\"columns\":[],\"from\":0,\"most\":1}")
                .json()
                .at("/answer/rows/0/id")
                .asString();
        keeper.get("/api/apps/gullcombe/register/" + id);
        keeper.get("/api/apps/gullcombe/held-back.csv");
        assertThat(keeper.get("/api/audit?action=user%20looked%20at")
                        .json()
                        .at("/entries/0/detail")
                        .asString())
                .isEqualTo(id);
        assertThat(keeper.get("/api/audit?action=rejected%20rows%20exported")
                        .json()
                        .get("total")
                        .asLong())
                .isPositive();
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
    void answersToHeadAndFilesOfThePageHaveTheHeadersToo() {
        for (String path : List.of("/", "/icon.svg", "/api/session")) {
            Answer head = Caller.stranger().call("HEAD", path, "text/plain", new byte[0]);
            assertThat(head.headers().firstValue("Content-Security-Policy"))
                    .as(path)
                    .isPresent();
            assertThat(head.headers().firstValue("X-Content-Type-Options"))
                    .as(path)
                    .hasValue("nosniff");
        }
    }

    /** The web server itself refuses a line that is no request, and a path with a slash within a part. */
    @Test
    void whatTheWebServerRefusesIsAProblemToo() throws IOException {
        String address = Application.address().replace("http://", "");
        try (Socket socket = new Socket("127.0.0.1", Integer.parseInt(address.split(":")[1]))) {
            socket.getOutputStream()
                    .write("GET /a\u0001b HTTP/1.1\r\nHost: x\r\n\r\n".getBytes(StandardCharsets.UTF_8));
            String answer = new String(socket.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
            assertThat(answer)
                    .startsWith("HTTP/1.1 400")
                    .contains("application/problem+json")
                    .contains("nosniff");
            assertThat(answer).doesNotContain("<html");
        }
        Answer slash = Caller.stranger().get("/api/apps/%2f");
        assertThat(slash.status()).isEqualTo(400);
        assertThat(slash.text()).contains("could not be read").doesNotContain("<html");
    }

    @ParameterizedTest
    @ValueSource(strings = {"a\u202eb", "zero\u200bwidth", "tab\there", "line\nbreak"})
    void aNameIsWhatItLooksLike(String name) {
        Caller keeper = Application.keeper();
        assertThat(keeper.post("/api/apps/gullcombe/keys", Map.of("name", name, "perSecond", 1))
                        .status())
                .isEqualTo(400);
        assertThat(keeper.post("/api/people", Map.of("name", name, "role", "READER"))
                        .status())
                .isEqualTo(400);
        assertThat(keeper.post("/api/people", Map.of("name", "Key 5", "role", "READER"))
                        .text())
                .contains("cannot be called like an API key");
    }

    @Test
    void badQuestionsAreAnsweredWithTheFieldAtFault() {
        Caller caller = Caller.demo();
        assertThat(caller.postText("/api/apps/gullcombe/no-such-thing", "{}")
                        .json()
                        .get("detail")
                        .asString())
                .isEqualTo("There is nothing at this address.");
        assertField(
                caller.postText("/api/apps", "{\"key\":\"k\",\"name\":\"n\",\"zone\":\"UTC\",\"currency\":\"EUR\"}"),
                "lateLimitDays",
                "is missing");
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
