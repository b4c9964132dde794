package coldtide.server.access;

import static org.assertj.core.api.Assertions.assertThat;

import coldtide.server.Application;
import coldtide.server.Caller;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.atomic.AtomicBoolean;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

/** What was revoked while it was in use stops at once, and stays stopped. */
@ExtendWith(Application.class)
class RevocationTest {
    private static final int ROUNDS = Integer.getInteger("coldtide.revocations", 12);
    private static final String ONE = "application/cloudevents+json";

    @Test
    void aKeyThatIsRevokedUnderLoadStopsAtOnce() throws Exception {
        Caller keeper = Application.keeper();
        keeper.makeApp("revoked", 400);
        ExecutorService threads = Executors.newFixedThreadPool(8);
        try {
            for (int round = 0; round < ROUNDS; round++) {
                JsonNode made = keeper.post("/api/apps/revoked/keys", Map.of("name", "key " + round, "perSecond", 1000))
                        .json();
                String secret = made.get("secret").asString();
                AtomicBoolean over = new AtomicBoolean();
                List<Future<?>> senders = new ArrayList<>();
                for (int i = 0; i < 8; i++) {
                    Caller program = Caller.withKey(secret);
                    senders.add(threads.submit(() -> {
                        while (!over.get()) {
                            send(program);
                        }
                    }));
                }
                Thread.sleep(30);
                keeper.delete(
                        "/api/apps/revoked/keys/" + made.get("key").get("id").asInt());
                int afterwards = send(Caller.withKey(secret));
                Thread.sleep(30);
                over.set(true);
                for (Future<?> sender : senders) {
                    sender.get();
                }
                assertThat(afterwards).as("round %s, at once", round).isEqualTo(401);
                assertThat(send(Caller.withKey(secret)))
                        .as("round %s, later", round)
                        .isEqualTo(401);
            }
            System.out.printf(
                    "Revoked keys: %d, each while 8 programs sent with it; accepted afterwards: 0.%n", ROUNDS);
        } finally {
            threads.shutdownNow();
        }
    }

    /** Noting that a key was used for the first time must not bring it back when it is revoked at the same moment. */
    @Test
    void aKeyThatIsRevokedWhileItIsFirstUsedStaysRevoked() throws Exception {
        Caller keeper = Application.keeper();
        keeper.makeApp("revoked", 400);
        ExecutorService threads = Executors.newFixedThreadPool(1);
        try {
            for (int round = 0; round < 40; round++) {
                JsonNode made = keeper.post(
                                "/api/apps/revoked/keys", Map.of("name", "first " + round, "perSecond", 1000))
                        .json();
                Caller program = Caller.withKey(made.get("secret").asString());
                Future<Integer> first = threads.submit(() -> send(program));
                Thread.sleep(round % 8);
                keeper.delete(
                        "/api/apps/revoked/keys/" + made.get("key").get("id").asInt());
                first.get();
                assertThat(send(program)).as("round %s", round).isEqualTo(401);
            }
        } finally {
            threads.shutdownNow();
        }
    }

    private static int send(Caller program) {
        String event = "{\"specversion\":\"1.0\",\"id\":\"1\",\"source\":\"s\",\"type\":\"t\"}";
        return program.call("POST", "/api/apps/revoked/events", ONE, event.getBytes(StandardCharsets.UTF_8))
                .status();
    }

    @Test
    void whoseRoleIsChangedIsSignedOutAtOnceAlsoWhileSigningIn() throws Exception {
        Caller keeper = Application.keeper();
        ExecutorService threads = Executors.newFixedThreadPool(4);
        try {
            for (int round = 0; round < 5; round++) {
                String name = "role-" + System.nanoTime();
                JsonNode made = keeper.post("/api/people", Map.of("name", name, "role", "KEEPER"))
                        .json();
                String password = made.get("password").asString();
                List<Future<Caller>> signedIn = new ArrayList<>();
                for (int i = 0; i < 4; i++) {
                    Caller member = Caller.stranger();
                    member.get("/api/session");
                    signedIn.add(threads.submit(() -> {
                        member.post("/api/session", Map.of("name", name, "password", password));
                        return member;
                    }));
                }
                Thread.sleep(20L * round);
                keeper.call(
                        "PUT",
                        "/api/people/" + made.get("person").get("id").asInt() + "/role",
                        Map.of("role", "READER"));
                for (Future<Caller> member : signedIn) {
                    assertThat(member.get().get("/api/people").status())
                            .as("round %s", round)
                            .isIn(401, 403);
                }
            }
        } finally {
            threads.shutdownNow();
        }
    }
}
