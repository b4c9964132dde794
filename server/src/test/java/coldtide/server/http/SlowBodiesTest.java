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
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
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

    private static String firstLine(Socket socket) throws IOException {
        socket.setSoTimeout(30_000);
        StringBuilder line = new StringBuilder();
        int next;
        while ((next = socket.getInputStream().read()) >= 0 && next != '\n') {
            line.append((char) next);
        }
        return line.toString();
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
            assertThat(firstLine(slow.get(249)))
                    .as("beyond the limit of an address")
                    .contains(" 503");
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

    /** The web server waits 10 s for the next byte. */
    @Test
    void aBodyThatDoesNotGoOnIsGivenUp() throws Exception {
        try (Socket socket = begin("/api/session", "")) {
            assertThat(firstLine(socket)).startsWith("HTTP/1.1 4");
            assertThat(socket.getInputStream().readAllBytes())
                    .as("the rest of the answer, then the end")
                    .isNotNull();
        }
    }
}
