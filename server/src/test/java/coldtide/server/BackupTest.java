package coldtide.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.List;
import java.util.Map;
import java.util.Properties;
import java.util.TreeMap;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.io.TempDir;

/** ./backup beside the running server, and ./restore of it into another database: the same rows. */
@ExtendWith(Application.class)
class BackupTest {
    private static final Path ROOT = Path.of("..").toAbsolutePath().normalize();

    @TempDir
    Path folder;

    private static String run(Path script, String... arguments) throws IOException, InterruptedException {
        List<String> command = new java.util.ArrayList<>(List.of(script.toString()));
        command.addAll(List.of(arguments));
        ProcessBuilder process = new ProcessBuilder(command).redirectErrorStream(true);
        process.environment().putAll(Map.of("COLDTIDE_CLUSTER", "test", "COLDTIDE_DATABASE", "coldtide_restored"));
        Process running = process.start();
        running.getOutputStream().close();
        String said = new String(running.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
        return running.waitFor() + " " + said;
    }

    /** By table, how many rows it has and a digest of all of them. */
    private static Map<String, String> rows(Connection connection) throws SQLException {
        Map<String, String> found = new TreeMap<>();
        try (Statement statement = connection.createStatement()) {
            List<String> tables = new java.util.ArrayList<>();
            try (ResultSet names = statement.executeQuery("select table_name from information_schema.tables"
                    + " where table_schema = 'public' and table_type = 'BASE TABLE' order by 1")) {
                while (names.next()) {
                    tables.add(names.getString(1));
                }
            }
            for (String table : tables) {
                try (ResultSet sum =
                        statement.executeQuery("select count(*), coalesce(sum(('x' || substr(md5(t::text), 1, 8))"
                                + "::bit(32)::bigint), 0) from \"" + table + "\" t")) {
                    sum.next();
                    found.put(table, sum.getLong(1) + " " + sum.getString(2));
                }
            }
        }
        return found;
    }

    @Test
    void whatIsBackedUpComesBackAsItWas() throws Exception {
        Path file = folder.resolve("cold.backup");
        Map<String, String> before;
        try (Connection connection = Application.sql()) {
            before = rows(connection);
        }
        assertThat(run(ROOT.resolve("backup"), file.toString())).startsWith("0 ");
        assertThat(Files.size(file)).isPositive();
        assertThat(run(ROOT.resolve("backup"), file.toString()))
                .startsWith("1 ")
                .contains("is there already");
        assertThat(run(ROOT.resolve("restore"), file.toString(), "--yes")).startsWith("0 ");
        Properties settings = Application.settings();
        String url = settings.getProperty("spring.datasource.url").replaceFirst("/[^/]*$", "/coldtide_restored");
        try (Connection connection = DriverManager.getConnection(
                url,
                settings.getProperty("spring.datasource.username"),
                settings.getProperty("spring.datasource.password"))) {
            Map<String, String> after = rows(connection);
            assertThat(after.keySet()).isEqualTo(before.keySet());
            // Signing in is noted, and logs are sealed in the background, whatever the test does.
            for (String table : before.keySet()) {
                if (!table.matches("audit_entry|known_device|sealed_.*|app_key")) {
                    assertThat(after.get(table)).as(table).isEqualTo(before.get(table));
                }
            }
        }
    }

    @Test
    void aFileThatIsNoBackupChangesNothing() throws Exception {
        Path file = Files.writeString(folder.resolve("none"), "no backup");
        assertThat(run(ROOT.resolve("restore"), file.toString(), "--yes"))
                .startsWith("1 ")
                .contains("not whole");
        assertThat(run(ROOT.resolve("restore"), folder.resolve("missing").toString()))
                .startsWith("1 ");
    }
}
