package coldtide.server.rows.file;

import coldtide.server.rows.FileRefused;
import java.io.IOException;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.List;
import java.util.Properties;
import java.util.stream.Collectors;

/** A Parquet file as a table of plain values, in the order of the file. Times come as ISO 8601. */
public final class ParquetTable implements AutoCloseable {
    private static final String MOST_MEMORY = "512MB";

    private final Connection connection;
    private final Statement statement;
    private final List<String> columns = new ArrayList<>();
    private long rows;
    private ResultSet result;

    ParquetTable(Path file) throws IOException, FileRefused {
        try {
            Properties settings = new Properties();
            settings.setProperty("jdbc_stream_results", "true");
            settings.setProperty("threads", "1");
            settings.setProperty("memory_limit", MOST_MEMORY);
            settings.setProperty("autoinstall_known_extensions", "false");
            settings.setProperty("autoload_known_extensions", "false");
            connection = DriverManager.getConnection("jdbc:duckdb:", settings);
            statement = connection.createStatement();
        } catch (SQLException e) {
            throw new IOException("The engine that reads Parquet could not be started.", e);
        }
        try {
            open("read_parquet('" + file.toString().replace("'", "''") + "')");
        } catch (SQLException e) {
            close();
            throw new FileRefused("The file could not be read as Parquet: " + firstLine(e) + ".", e);
        }
    }

    private void open(String source) throws SQLException {
        List<String> values = new ArrayList<>();
        try (ResultSet description = statement.executeQuery("describe select * from " + source)) {
            while (description.next()) {
                String name = description.getString(1);
                columns.add(name);
                values.add(value("\"" + name.replace("\"", "\"\"") + "\"", description.getString(2)));
            }
        }
        try (ResultSet count = statement.executeQuery("select count(*) from " + source)) {
            count.next();
            rows = count.getLong(1);
        }
        result = statement.executeQuery(
                "select " + values.stream().collect(Collectors.joining(", ")) + " from " + source);
    }

    private static String value(String column, String type) {
        if (type.equals("TIMESTAMP WITH TIME ZONE")) {
            return "strftime(make_timestamp(epoch_us(" + column + ")), '%Y-%m-%dT%H:%M:%S.%fZ')";
        }
        if (type.startsWith("TIMESTAMP")) {
            return "strftime(" + column + "::timestamp, '%Y-%m-%dT%H:%M:%S.%f')";
        }
        boolean plain = type.matches("U?(TINY|SMALL|BIG|HUGE)?INT(EGER)?|DOUBLE|FLOAT|BOOLEAN|VARCHAR|DECIMAL.*");
        return plain ? column : column + "::varchar";
    }

    private static String firstLine(SQLException e) {
        String said = String.valueOf(e.getMessage()).lines().findFirst().orElse("");
        return said.replaceAll("\"/[^\"]*/", "\"").replaceAll("'/[^']*/", "'");
    }

    List<String> columns() {
        return columns;
    }

    long rows() {
        return rows;
    }

    /** The next row's values, or null at the end. */
    Object[] next(long afterRow) throws FileRefused {
        try {
            if (!result.next()) {
                return null;
            }
            Object[] values = new Object[columns.size()];
            for (int column = 0; column < values.length; column++) {
                values[column] = ParquetRows.plain(result.getObject(column + 1));
            }
            return values;
        } catch (SQLException e) {
            throw new FileRefused("The file could not be read after row " + afterRow + ": " + firstLine(e) + ".", e);
        }
    }

    @Override
    public void close() throws IOException {
        try {
            connection.close();
        } catch (SQLException e) {
            throw new IOException("The engine that reads Parquet could not be closed.", e);
        }
    }

    /**
     * Writes a CSV file with a head anew as Parquet, every column as text.
     *
     * @throws IOException if it cannot be written
     */
    public static void write(Path csv, Path parquet) throws IOException {
        try (Connection connection = DriverManager.getConnection("jdbc:duckdb:");
                Statement statement = connection.createStatement()) {
            statement.execute("set memory_limit = '" + MOST_MEMORY + "'");
            statement.execute("copy (select * from read_csv('" + quoted(csv)
                    + "', all_varchar = true, header = true, delim = ',', quote = '\"', escape = '\"',"
                    + " max_line_size = 20000000)) to '" + quoted(parquet) + "' (format parquet)");
        } catch (SQLException e) {
            throw new IOException("The Parquet file could not be written.", e);
        }
    }

    private static String quoted(Path path) {
        return path.toString().replace("'", "''");
    }
}
