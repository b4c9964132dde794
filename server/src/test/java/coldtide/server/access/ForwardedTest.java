package coldtide.server.access;

import static org.assertj.core.api.Assertions.assertThat;

import coldtide.server.Application;
import coldtide.server.Caller;
import coldtide.server.OwnServer;
import java.net.CookieManager;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpRequest.BodyPublishers;
import java.net.http.HttpResponse.BodyHandlers;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.api.parallel.Execution;
import org.junit.jupiter.api.parallel.ExecutionMode;

/** A server that believes what a proxy before it forwards, set up as docs/operating.md says. */
@Execution(ExecutionMode.CONCURRENT)
class ForwardedTest {
    @TempDir
    Path folder;

    /** The status of signing in with a wrong password, as a proxy passes it on for a client. */
    private static int signIn(OwnServer server, String name, String client) throws Exception {
        CookieManager jar = new CookieManager();
        HttpClient http = HttpClient.newBuilder().cookieHandler(jar).build();
        URI session = URI.create(server.base() + "/api/session");
        http.send(HttpRequest.newBuilder(session).build(), BodyHandlers.ofString());
        String token = jar.getCookieStore().getCookies().stream()
                .filter(cookie -> cookie.getName().equals("XSRF-TOKEN"))
                .findFirst()
                .orElseThrow()
                .getValue();
        return http.send(
                        HttpRequest.newBuilder(session)
                                .header("X-Forwarded-For", client)
                                .header("X-XSRF-TOKEN", token)
                                .header("Content-Type", "application/json")
                                .POST(BodyPublishers.ofString(
                                        "{\"name\":\"" + name + "\",\"password\":\"fourteen-beacons\"}"))
                                .build(),
                        BodyHandlers.ofString())
                .statusCode();
    }

    @Test
    void tryingIsLimitedByTheForwardedAddressAndTheDemoAccountIsRefused() throws Exception {
        try (OwnServer server = new OwnServer(
                folder,
                "forwarded",
                "512m",
                "--server.forward-headers-strategy=native",
                "--coldtide.demo.load=true",
                "--coldtide.demo.people=" + Application.PEOPLE,
                "--coldtide.demo.weeks=" + Application.WEEKS,
                "--coldtide.demo.end=" + Application.LAST_DAY)) {
            for (int tries = 0; tries < 3; tries++) {
                assertThat(signIn(server, "somebody", "203.0.113.7")).isEqualTo(401);
            }
            assertThat(signIn(server, "somebody", "203.0.113.7")).isEqualTo(429);
            assertThat(signIn(server, "somebody", "203.0.113.8")).isEqualTo(401);
            assertThat(server.column("select detail from audit_entry where action = 'sign-in failed'"))
                    .contains("\"somebody\" from 203.0.113.7", "\"somebody\" from 203.0.113.8");
            assertThat(Caller.as(server.base(), "demo", "fourteen-beacons")
                            .get("/api/apps")
                            .status())
                    .as("on the machine itself")
                    .isEqualTo(200);
            // With nothing but this one header, which the web server takes away when it has been read.
            assertThat(signIn(server, "demo", "203.0.113.9")).isEqualTo(401);
        }
    }
}
