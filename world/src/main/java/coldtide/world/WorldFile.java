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
import java.util.List;
import java.util.Map;

/** Writes a world as CSV (RFC 4180): one event a row, standard properties as columns, absent values empty. */
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

    /** {@code --people N --weeks N --end YYYY-MM-DD --out FILE --settlements FILE}; the end day is yesterday unless given. */
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
            System.out.println(write(new World(scenario), out) + " events");
        }
        if (options.containsKey("--settlements")) {
            try (Writer out = Files.newBufferedWriter(Path.of(options.get("--settlements")), StandardCharsets.UTF_8)) {
                writeSettlements(new World(scenario), out);
            }
        }
    }
}
