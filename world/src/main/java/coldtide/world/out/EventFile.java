package coldtide.world.out;

import coldtide.world.World;
import coldtide.world.out.Wire.Count;
import de.siegmar.fastcsv.writer.CsvWriter;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.io.Writer;
import java.math.BigDecimal;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.function.Consumer;
import tools.jackson.databind.json.JsonMapper;

/** A world as a file of events: CSV, NDJSON or Parquet, by the ending of its name. */
public final class EventFile {
    private static final List<String> TEXTS = List.of(
            "id",
            "source",
            "name",
            "time",
            "sent",
            "received",
            "install",
            "account",
            "amount",
            "currency",
            "revenue_type",
            "platform",
            "os_version",
            "app_version",
            "build",
            "device_model",
            "gpu",
            "ram_gb",
            "language",
            "country",
            "city",
            "channel",
            "medium",
            "campaign",
            "item");
    private static final List<String> NUMBERS =
            List.of("level", "stars", "x", "y", "fps", "memory_mb", "load_ms", "quantity");

    private static final JsonMapper JSON = JsonMapper.builder().build();

    private EventFile() {}

    /** Writes what of the world reaches its receiver. A name ending in .ndjson or .parquet says the format; else it is CSV. */
    public static Count write(World world, Path file) throws IOException {
        String name = file.toString();
        if (name.endsWith(".parquet")) {
            return writeParquet(world, file);
        }
        try (Writer out = Files.newBufferedWriter(file, StandardCharsets.UTF_8)) {
            return name.endsWith(".ndjson") ? writeJson(world, out) : writeCsv(world, out);
        }
    }

    /** RFC 4180; one event a row, properties as columns, absent values empty. */
    public static Count writeCsv(World world, Writer out) throws IOException {
        List<String> columns = new ArrayList<>(TEXTS);
        columns.addAll(NUMBERS);
        try (CsvWriter csv = CsvWriter.builder().build(out)) {
            csv.writeRecord(columns);
            String[] row = new String[columns.size()];
            return send(world, fields -> {
                for (int i = 0; i < row.length; i++) {
                    row[i] = text(fields.get(columns.get(i)));
                }
                csv.writeRecord(row);
            });
        }
    }

    private static String text(Object value) {
        return value == null ? "" : value instanceof BigDecimal number ? number.toPlainString() : value.toString();
    }

    /** One object a line with the names of the CSV's columns, numbers as numbers, nothing for what is absent. */
    public static Count writeJson(World world, Writer out) throws IOException {
        return send(world, fields -> {
            try {
                out.write(JSON.writeValueAsString(fields));
                out.write('\n');
            } catch (IOException e) {
                throw new UncheckedIOException(e);
            }
        });
    }

    private static Count send(World world, Consumer<Map<String, Object>> receiver) throws IOException {
        Wire wire = new Wire(world.scenario().habits(), receiver);
        try {
            world.eachPerson(events -> events.forEach(wire::send));
        } catch (UncheckedIOException e) {
            throw e.getCause();
        }
        return wire.count();
    }

    /** The CSV's columns; texts as texts, since some of the malformed are nothing else, and numbers as numbers. */
    private static Count writeParquet(World world, Path file) throws IOException {
        Path csv = file.resolveSibling(file.getFileName() + ".csv");
        try (Connection connection = DriverManager.getConnection("jdbc:duckdb:");
                Statement statement = connection.createStatement()) {
            Count count = write(world, csv);
            List<String> types = new ArrayList<>();
            TEXTS.forEach(name -> types.add("'" + name + "': 'VARCHAR'"));
            NUMBERS.forEach(name -> types.add("'" + name + "': 'DOUBLE'"));
            statement.execute("copy (from read_csv('" + quoted(csv)
                    + "', auto_detect = false, header = true, delim = ',', quote = '\"', escape = '\"', columns = {"
                    + String.join(", ", types) + "})) to '" + quoted(file) + "' (format parquet, compression zstd)");
            return count;
        } catch (SQLException e) {
            throw new IOException("The Parquet file " + file + " could not be written.", e);
        } finally {
            Files.deleteIfExists(csv);
        }
    }

    private static String quoted(Path file) {
        return file.toAbsolutePath().toString().replace("'", "''");
    }
}
