package coldtide.bench;

import java.io.IOException;
import java.io.Reader;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.HashMap;
import java.util.Map;
import org.postgresql.PGConnection;

/** The SQL engines beside ours, with the same rows in a table {@code e}. */
final class Engines implements AutoCloseable {
    static final String COLUMNS =
            "person bigint, name varchar, t bigint, received bigint, version varchar, country varchar,"
                    + " micros bigint";

    private final Statement embedded;
    private final Statement server;
    private final Map<String, Answer> asked = new HashMap<>();

    /** @param server a database of the server engine, or null to go without */
    Engines(Connection embedded, Connection server) throws SQLException {
        this.embedded = embedded.createStatement();
        this.server = server == null ? null : server.createStatement();
    }

    boolean hasServer() {
        return server != null;
    }

    /** Copies the rows from the embedded engine to the server, in person order, and lets it look at them. */
    void copy() throws SQLException, IOException {
        if (server == null) {
            return;
        }
        Path file = Files.createTempFile("coldtide-bench-", ".csv");
        try {
            embedded.execute(
                    "copy (select * from e order by person, t, received) to '" + file + "' (format csv, header false)");
            server.execute("drop table if exists e");
            server.execute("create unlogged table e (" + COLUMNS + ", day date)");
            try (Reader rows = Files.newBufferedReader(file)) {
                server.getConnection()
                        .unwrap(PGConnection.class)
                        .getCopyAPI()
                        .copyIn("copy e from stdin (format csv)", rows);
            }
            server.execute("create index on e (name)");
            server.execute("vacuum analyze e");
            server.execute("set work_mem = '512MB'");
        } finally {
            Files.deleteIfExists(file);
        }
    }

    double embedded(String sql) throws SQLException {
        return number(embedded, sql);
    }

    /** What the server says and how many milliseconds it took; asked the same again, what it said before. */
    Answer server(String sql) throws SQLException {
        Answer known = asked.get(sql);
        if (known == null) {
            long began = System.nanoTime();
            double value = number(server, sql);
            known = new Answer(value, (System.nanoTime() - began) / 1e6);
            asked.put(sql, known);
        }
        return known;
    }

    record Answer(double value, double millis) {}

    private static double number(Statement statement, String sql) throws SQLException {
        try (ResultSet row = statement.executeQuery(sql)) {
            row.next();
            return row.getDouble(1);
        }
    }

    @Override
    public void close() throws SQLException {
        embedded.close();
        if (server != null) {
            server.close();
        }
    }
}
