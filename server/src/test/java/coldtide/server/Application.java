package coldtide.server;

import static org.assertj.core.api.Assertions.assertThat;

import coldtide.server.Caller.Answer;
import coldtide.server.apps.Apps;
import coldtide.server.engine.Engine;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.PrintStream;
import java.io.Reader;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.Properties;
import org.junit.jupiter.api.extension.BeforeAllCallback;
import org.junit.jupiter.api.extension.ExtensionContext;
import org.springframework.boot.builder.SpringApplicationBuilder;
import org.springframework.context.ConfigurableApplicationContext;

/**
 * Starts the real application once for all tests of a module: an emptied database in the test cluster, a free port, and a
 * small demo world that never changes.
 */
public final class Application implements BeforeAllCallback {
    public static final int PEOPLE = 1500;
    public static final int WEEKS = 16;
    public static final String LAST_DAY = "2026-06-28";

    private static ConfigurableApplicationContext running;
    private static Properties database;
    private static String keeperPassword;

    /** What the first start said on its standard output, where the keeper's password is shown once. */
    private static String saidAtStart(Runnable start) {
        PrintStream usual = System.out;
        ByteArrayOutputStream said = new ByteArrayOutputStream();
        System.setOut(new PrintStream(said, true, StandardCharsets.UTF_8));
        try {
            start.run();
        } finally {
            System.setOut(usual);
        }
        return said.toString(StandardCharsets.UTF_8);
    }

    @Override
    public synchronized void beforeAll(ExtensionContext context) throws Exception {
        if (running != null) {
            return;
        }
        database = settings();
        emptyDatabase();
        Path uploads = Files.createTempDirectory("coldtide-uploads-");
        String said = saidAtStart(() -> running = new SpringApplicationBuilder(ColdTide.class)
                .properties(database)
                .run(
                        "--server.port=0",
                        "--management.server.port=0",
                        "--coldtide.demo.load=true",
                        "--coldtide.demo.people=" + PEOPLE,
                        "--coldtide.demo.weeks=" + WEEKS,
                        "--coldtide.demo.end=" + LAST_DAY,
                        // Tests ask for alerts themselves.
                        "--coldtide.alert-seconds=86400",
                        // They send to servers of their own.
                        "--coldtide.private-webhooks=true",
                        "--coldtide.uploads=" + uploads));
        keeperPassword = said.replaceAll("(?s).*name keeper, password (\\S+).*", "$1");
    }

    /** How to reach the test database. */
    public static Properties settings() throws IOException {
        String file = System.getenv("COLDTIDE_TEST_PROPERTIES");
        if (file == null) {
            throw new IllegalStateException(
                    "These tests need the test cluster: run ./test, or start it and name its file of settings in"
                            + " COLDTIDE_TEST_PROPERTIES.");
        }
        Properties settings = new Properties();
        try (Reader reader = Files.newBufferedReader(Path.of(file))) {
            settings.load(reader);
        }
        return settings;
    }

    private static void emptyDatabase() throws SQLException {
        try (Connection connection = sql();
                Statement statement = connection.createStatement()) {
            statement.execute("drop schema if exists public cascade");
            statement.execute("create schema public");
        }
    }

    /** A connection of the test's own, for asking the same thing independently. */
    public static Connection sql() throws SQLException {
        return DriverManager.getConnection(
                database.getProperty("spring.datasource.url"),
                database.getProperty("spring.datasource.username"),
                database.getProperty("spring.datasource.password"));
    }

    /** Where the running application listens. */
    public static String address() {
        return "http://127.0.0.1:" + running.getEnvironment().getProperty("local.server.port");
    }

    /** Where its health and metrics are. */
    public static String metricsAddress() {
        return "http://127.0.0.1:" + running.getEnvironment().getProperty("local.management.port");
    }

    /** The keeper that the first start made. */
    public static Caller keeper() {
        return Caller.as("keeper", keeperPassword);
    }

    /** A part of the running application. */
    public static <T> T part(Class<T> type) {
        return running.getBean(type);
    }

    /** Brings a file of events into an app and waits until its log holds them. */
    public static void bring(Caller caller, String app, String csv) throws InterruptedException {
        String imports = "/api/apps/" + app + "/imports/";
        Answer sent = caller.file(imports + "file", "events.csv", csv.getBytes(StandardCharsets.UTF_8));
        assertThat(sent.status()).as(sent.text()).isBetween(200, 202);
        int id = sent.json().get("id").asInt();
        String state = "";
        for (int i = 0; i < 1200 && !state.equals("DONE"); i++) {
            Thread.sleep(50);
            state = caller.get(imports + id).json().get("state").asString();
            assertThat(state).isNotIn("REFUSED", "BROKEN_OFF");
        }
        part(Engine.class).refresh(part(Apps.class).require(app));
    }
}
