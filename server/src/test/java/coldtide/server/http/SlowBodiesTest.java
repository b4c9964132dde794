package coldtide.server.http;

import static org.assertj.core.api.Assertions.assertThat;

import coldtide.server.Application;
import coldtide.server.Caller;
import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.Socket;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** Clients that begin a body and do not go on, from an address of their own of this machine. */
@ExtendWith(Application.class)
class SlowBodiesTest {
    private static final String BEGUN = "POST %s HTTP/1.1\r\nHost: localhost\r\nContent-Type: application/json\r\n"
            + "%sContent-Length: 100\r\n\r\n{";

    /** From 127.0.0.9, so that the limit of one address is not that of other tests. */
    private static Socket begin(String path, String header) throws IOException {
        Socket socket = new Socket();
        socket.bind(new InetSocketAddress(InetAddress.getByName("127.0.0.9"), 0));
        socket.connect(new InetSocketAddress(
                "127.0.0.1", URI.create(Application.address()).getPort()));
        socket.getOutputStream().write(BEGUN.formatted(path, header).getBytes(StandardCharsets.US_ASCII));
        return socket;
    }

    /** All of it, to the end of the connection. */
    private static String answer(Socket socket) throws IOException {
        socket.setSoTimeout(30_000);
        return new String(socket.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
    }

    @Test
    void twoHundredAndFiftySlowClientsKeepNobodyElseOut() throws Exception {
        Caller demo = Caller.demo();
        List<Socket> slow = new ArrayList<>();
        try {
            for (int i = 0; i < 250; i++) {
                slow.add(begin(
                        i % 2 == 0 ? "/api/session" : "/api/apps/gullcombe/people-count",
                        i % 3 == 0 ? "X-XSRF-TOKEN: x\r\n" : ""));
            }
            assertThat(answer(slow.get(249)))
                    .as("beyond the limit of an address")
                    .startsWith("HTTP/1.1 503")
                    .contains("Retry-After: 5")
                    .contains("Too many requests are being received at once. Try again in a moment.");
            assertThat(demo.get("/api/apps").status()).isEqualTo(200);
            assertThat(Caller.demo()
                            .post("/api/apps/gullcombe/people-count", Map.of("among", Map.of("all", List.of())))
                            .status())
                    .as("signing in and asking from another address")
                    .isEqualTo(200);
        } finally {
            for (Socket socket : slow) {
                socket.close();
            }
        }
    }

    /** Short bodies that are here do not count, however long their answers take. */
    @Test
    void manyWhoAskAtOnceFromOneAddressAreAllAnswered() throws Exception {
        Caller demo = Caller.demo();
        ExecutorService threads = Executors.newFixedThreadPool(100);
        try {
            List<Future<Integer>> statuses = new ArrayList<>();
            for (int i = 0; i < 200; i++) {
                String day = LocalDate.of(2026, 7, 1).plusDays(i % 50).toString();
                statuses.add(threads.submit(() -> demo.post(
                                "/api/apps/gullcombe/measures",
                                Map.of(
                                        "range", Map.of("from", day, "to", "2026-09-01"),
                                        "step", "DAY",
                                        "measures",
                                                List.of(Map.of(
                                                        "name",
                                                        "a",
                                                        "kind",
                                                        "PEOPLE",
                                                        "what",
                                                        Map.of("active", true)))))
                        .status()));
            }
            for (Future<Integer> status : statuses) {
                assertThat(status.get()).isEqualTo(200);
            }
        } finally {
            threads.shutdownNow();
        }
    }

    /** The web server waits 10 s for the next byte. */
    @Test
    void aBodyThatDoesNotGoOnIsGivenUp() throws Exception {
        try (Socket socket = begin("/api/session", "")) {
            assertThat(answer(socket))
                    .startsWith("HTTP/1.1 408")
                    .contains("The request came too slowly and was given up.");
        }
    }
}
