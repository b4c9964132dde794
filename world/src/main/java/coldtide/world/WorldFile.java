package coldtide.world;

import de.siegmar.fastcsv.writer.CsvWriter;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.io.Writer;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import tools.jackson.databind.json.JsonMapper;

/** Writes a world as CSV (RFC 4180; one event a row, standard properties as columns, absent values empty) or as NDJSON. */
public final class WorldFile {
    private static final List<String> HEAD = List.of(
            "id", "source", "name", "time", "received", "install", "account", "amount", "currency", "revenue_type");
    private static final List<String> SHARED = List.of(
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
            "campaign");
    private static final List<String> OWN =
            List.of("level", "stars", "x", "y", "fps", "memory_mb", "load_ms", "item", "quantity");

    private static final JsonMapper JSON = JsonMapper.builder().build();

    private WorldFile() {}

    /**
     * Writes every event of the world.
     *
     * @return how many
     */
    public static long write(World world, Writer out) throws IOException {
        long[] written = {0};
        try (CsvWriter csv = CsvWriter.builder().build(out)) {
            List<String> head = new ArrayList<>(HEAD);
            head.addAll(SHARED);
            head.addAll(OWN);
            csv.writeRecord(head);
            world.eachPerson(events -> {
                events.forEach(event -> csv.writeRecord(row(event)));
                written[0] += events.size();
            });
        } catch (UncheckedIOException e) {
            throw e.getCause();
        }
        return written[0];
    }

    /**
     * Writes every event of the world as NDJSON: one object a line with the names of the CSV's columns, numbers as numbers,
     * nothing for what is absent.
     *
     * @return how many
     */
    public static long writeJson(World world, Writer out) throws IOException {
        long[] written = {0};
        try {
            world.eachPerson(events -> {
                for (WorldEvent event : events) {
                    line(event, out);
                }
                written[0] += events.size();
            });
        } catch (UncheckedIOException e) {
            throw e.getCause();
        }
        return written[0];
    }

    private static void line(WorldEvent event, Writer out) {
        Map<String, Object> fields = new LinkedHashMap<>();
        fields.put("id", event.id());
        fields.put("source", event.source());
        fields.put("name", event.name());
        fields.put("time", Instant.ofEpochMilli(event.timeMillis()).toString());
        fields.put("received", Instant.ofEpochMilli(event.receivedMillis()).toString());
        fields.put("install", event.install());
        if (!event.account().isEmpty()) {
            fields.put("account", event.account());
        }
        if (event.payment() != null) {
            fields.put("amount", event.payment().amount());
            fields.put("currency", event.payment().currency());
            fields.put("revenue_type", event.payment().type());
        }
        fields.putAll(event.context().properties());
        fields.putAll(event.properties());
        try {
            out.write(JSON.writeValueAsString(fields));
            out.write('\n');
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** Writes what the advert network settles: day, platform, adverts, amount, currency. */
    public static void writeSettlements(World world, Writer out) throws IOException {
        try (CsvWriter csv = CsvWriter.builder().build(out)) {
            csv.writeRecord("day", "platform", "adverts", "amount", "currency");
            for (Settlement each : world.settlements()) {
                csv.writeRecord(
                        each.day().toString(),
                        each.platform(),
                        Long.toString(each.adverts()),
                        each.amount().toPlainString(),
                        Scenario.CURRENCY);
            }
        }
    }

    private static List<String> row(WorldEvent event) {
        List<String> row = new ArrayList<>(HEAD.size() + SHARED.size() + OWN.size());
        row.add(event.id());
        row.add(event.source());
        row.add(event.name());
        row.add(Instant.ofEpochMilli(event.timeMillis()).toString());
        row.add(Instant.ofEpochMilli(event.receivedMillis()).toString());
        row.add(event.install());
        row.add(event.account());
        row.add(event.payment() == null ? "" : event.payment().amount().toPlainString());
        row.add(event.payment() == null ? "" : event.payment().currency());
        row.add(event.payment() == null ? "" : event.payment().type());
        SHARED.forEach(name -> row.add(event.context().properties().getOrDefault(name, "")));
        OWN.forEach(name -> row.add(
                event.properties().containsKey(name)
                        ? event.properties().get(name).toString()
                        : ""));
        return row;
    }

    /** {@code --people N --weeks N --end YYYY-MM-DD --out FILE --settlements FILE}; a file named
     * {@code .ndjson} is NDJSON; the end day is yesterday unless given. */
    public static void main(String[] arguments) throws IOException {
        Map<String, String> options = new HashMap<>();
        for (int i = 0; i + 1 < arguments.length; i += 2) {
            options.put(arguments[i], arguments[i + 1]);
        }
        if (!options.containsKey("--out")) {
            System.err.println("Say where to write the events: --out FILE [--people N] [--weeks N] [--end YYYY-MM-DD]"
                    + " [--settlements FILE]");
            System.exit(2);
        }
        Scenario scenario = Scenario.of(
                Integer.parseInt(options.getOrDefault("--people", "" + Scenario.DEFAULT_PEOPLE)),
                Integer.parseInt(options.getOrDefault("--weeks", "" + Scenario.DEFAULT_WEEKS)),
                LocalDate.parse(options.getOrDefault(
                        "--end", LocalDate.now(Scenario.ZONE).minusDays(1).toString())));
        try (Writer out = Files.newBufferedWriter(Path.of(options.get("--out")), StandardCharsets.UTF_8)) {
            World world = new World(scenario);
            boolean json = options.get("--out").endsWith(".ndjson");
            System.out.println((json ? writeJson(world, out) : write(world, out)) + " events");
        }
        if (options.containsKey("--settlements")) {
            try (Writer out = Files.newBufferedWriter(Path.of(options.get("--settlements")), StandardCharsets.UTF_8)) {
                writeSettlements(new World(scenario), out);
            }
        }
    }
}
