package coldtide.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.net.ServerSocket;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Properties;
import tools.jackson.databind.JsonNode;

/** A server in a process of its own, on a schema of its own of the test database, which a test may kill and start again. */
public final class OwnServer implements AutoCloseable {
    private static final String READY = "is ready at";

    private final Path folder;
    private final String schema;
    private final String memory;
    private final Optional<Relay> by;
    private final List<String> settings;
    private final Properties database;
    private String base;
    private String keeperPassword;
    private Process process;

    /**
     * @param memory for its heap, as the virtual machine is told: {@code 512m}
     * @param settings of the server: {@code --name=value}
     */
    public OwnServer(Path folder, String schema, String memory, String... settings) throws Exception {
        this(folder, schema, memory, Optional.empty(), settings);
    }

    /** @param by what it reaches the database by; empty for directly */
    OwnServer(Path folder, String schema, String memory, Optional<Relay> by, String... settings) throws Exception {
        this.by = by;
        this.folder = folder;
        this.schema = schema;
        this.memory = memory;
        this.settings = List.of(settings);
        database = Application.settings();
        sql("drop schema if exists " + schema + " cascade");
        sql("create schema " + schema);
        start("shown this once");
        keeperPassword = said().replaceAll("(?s).*name keeper, password (\\S+).*", "$1");
    }

    public String base() {
        return base;
    }

    public Caller keeper() {
        return Caller.as(base, "keeper", keeperPassword);
    }

    /** Starts it again. */
    public void start() throws Exception {
        start(READY);
    }

    /** @param last what it says last of what is needed of its words */
    private void start(String last) throws Exception {
        int port;
        try (ServerSocket free = new ServerSocket(0)) {
            port = free.getLocalPort();
        }
        base = "http://127.0.0.1:" + port;
        List<String> command = new ArrayList<>(List.of(
                Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                "-XX:TieredStopAtLevel=1",
                "-XX:+UseSerialGC",
                "-Xmx" + memory,
                "-cp",
                System.getProperty("java.class.path"),
                "coldtide.server.ColdTide",
                "--server.port=" + port,
                "--management.server.port=0",
                "--spring.datasource.hikari.maximum-pool-size=6",
                "--spring.main.lazy-initialization=true",
                "--springdoc.api-docs.enabled=false",
                "--coldtide.uploads=" + folder.resolve("uploads")));
        command.addAll(settings);
        ProcessBuilder builder = new ProcessBuilder(command)
                .redirectErrorStream(true)
                .redirectOutput(folder.resolve("out").toFile());
        builder.environment().put("SPRING_DATASOURCE_URL", by.map(this::urlBy).orElseGet(this::url));
        builder.environment().put("SPRING_DATASOURCE_USERNAME", database.getProperty("spring.datasource.username"));
        builder.environment().put("SPRING_DATASOURCE_PASSWORD", database.getProperty("spring.datasource.password"));
        process = builder.start();
        Runtime.getRuntime().addShutdownHook(new Thread(process::destroyForcibly));
        for (int tries = 0; tries < 1200; tries++) {
            if (said().contains(last)) {
                return;
            }
            assertThat(process.isAlive()).as(said()).isTrue();
            Thread.sleep(100);
        }
        throw new AssertionError("The server was not ready within 2 minutes.");
    }

    /** What it has said since it was started last. */
    public String said() throws Exception {
        return Files.readString(folder.resolve("out"));
    }

    /** Ends it with SIGKILL, without waiting. */
    public void kill() {
        process.destroyForcibly();
    }

    public void awaitEnd() throws InterruptedException {
        process.waitFor();
    }

    /** Brings a file into an app and waits until it has ended. @return the import */
    public JsonNode bring(String app, String fileName, byte[] content) throws InterruptedException {
        Caller keeper = keeper();
        String imports = "/api/apps/" + app + "/imports/";
        Caller.Answer sent = keeper.file(imports + "file", fileName, content);
        assertThat(sent.status()).as(sent.text()).isBetween(200, 202);
        for (int tries = 0; tries < 6000; tries++) {
            JsonNode now = keeper.get(imports + sent.json().get("id").asInt()).json();
            if (!now.get("finished").isNull()) {
                return now;
            }
            Thread.sleep(50);
        }
        throw new AssertionError("The file was not read within 5 minutes.");
    }

    private String url() {
        return database.getProperty("spring.datasource.url") + "?currentSchema=" + schema;
    }

    private String urlBy(Relay relay) {
        return url().replaceFirst("//[^/]+/", "//127.0.0.1:" + relay.port() + "/");
    }

    private Connection connection() throws SQLException {
        return DriverManager.getConnection(
                url(),
                database.getProperty("spring.datasource.username"),
                database.getProperty("spring.datasource.password"));
    }

    private void sql(String sql) throws SQLException {
        try (Connection connection = connection();
                Statement statement = connection.createStatement()) {
            statement.execute(sql);
        }
    }

    /** The first column of what a query finds. */
    public List<String> column(String query) throws SQLException {
        List<String> values = new ArrayList<>();
        try (Connection connection = connection();
                Statement statement = connection.createStatement();
                ResultSet row = statement.executeQuery(query)) {
            while (row.next()) {
                values.add(row.getString(1));
            }
        }
        return values;
    }

    public long number(String query) throws SQLException {
        return Long.parseLong(column(query).get(0));
    }

    /** Ends it and removes what it stored. */
    @Override
    public void close() throws SQLException {
        process.destroyForcibly().onExit().join();
        sql("drop schema " + schema + " cascade");
    }
}
