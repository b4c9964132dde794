package coldtide.server.http;

import static org.assertj.core.api.Assertions.assertThat;

import jakarta.servlet.http.HttpServlet;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.net.Socket;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import org.apache.catalina.Context;
import org.apache.catalina.connector.Connector;
import org.apache.catalina.startup.Tomcat;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** A web server of its own with one servlet that looks after its client. */
class ClientConnectionTest {
    private static final String REQUEST = "GET /%s HTTP/1.1\r\nHost: localhost\r\n\r\n";

    private final Tomcat tomcat = new Tomcat();
    private final CountDownLatch began = new CountDownLatch(1);
    private final CountDownLatch goOn = new CountDownLatch(1);
    private final CountDownLatch noticed = new CountDownLatch(1);

    @TempDir
    Path folder;

    @BeforeEach
    void start() throws Exception {
        tomcat.setBaseDir(folder.toString());
        Connector connector = new Connector(ObservedHttpProtocol.class.getName());
        connector.setPort(0);
        tomcat.setConnector(connector);
        Context context = tomcat.addContext("", folder.toString());
        Tomcat.addServlet(context, "waiting", new Waiting()).addMapping("/*");
        tomcat.start();
    }

    @AfterEach
    void stop() throws Exception {
        goOn.countDown();
        tomcat.stop();
        tomcat.destroy();
    }

    /** Answers its path: at once, or when it may go on or the client has gone. */
    private final class Waiting extends HttpServlet {
        private static final long serialVersionUID = 1L;

        @Override
        protected void doGet(HttpServletRequest request, HttpServletResponse response) throws IOException {
            if (request.getRequestURI().equals("/slow")) {
                began.countDown();
                ClientConnection connection = ClientConnection.current().orElseThrow();
                try {
                    while (!goOn.await(5, TimeUnit.MILLISECONDS)) {
                        if (connection.isClosedByClient()) {
                            noticed.countDown();
                            return;
                        }
                    }
                } catch (InterruptedException e) {
                    throw new IllegalStateException(e);
                }
            }
            response.getWriter().print(request.getRequestURI());
        }
    }

    private Socket connect() throws IOException {
        return new Socket("127.0.0.1", tomcat.getConnector().getLocalPort());
    }

    private static void send(Socket socket, String path) throws IOException {
        socket.getOutputStream().write(REQUEST.formatted(path).getBytes(StandardCharsets.US_ASCII));
    }

    @Test
    void aClientThatClosesIsNoticedWhileItsRequestIsWorkedOn() throws Exception {
        try (Socket socket = connect()) {
            send(socket, "slow");
            began.await();
            assertThat(noticed.getCount()).isOne();
        }
        assertThat(noticed.await(30, TimeUnit.SECONDS)).isTrue();
    }

    /** Looking for the end of a connection must not swallow a request that was sent ahead. */
    @Test
    void aRequestSentAheadIsStillAnswered() throws Exception {
        try (Socket socket = connect()) {
            send(socket, "slow");
            began.await();
            send(socket, "ahead");
            assertThat(noticed.await(200, TimeUnit.MILLISECONDS)).isFalse();
            goOn.countDown();
            StringBuilder answer = new StringBuilder();
            byte[] some = new byte[1000];
            while (!answer.toString().contains("/ahead")) {
                int read = socket.getInputStream().read(some);
                assertThat(read).as("connection still open").isPositive();
                answer.append(new String(some, 0, read, StandardCharsets.US_ASCII));
            }
            assertThat(answer.toString()).contains("/slow");
        }
    }

    @Test
    void aThreadWithoutARequestHasNoConnection() {
        assertThat(ClientConnection.current()).isEmpty();
    }
}
