package coldtide.server.rows.file;

import coldtide.server.rows.ColumnInference;
import coldtide.server.rows.ColumnMeaning;
import coldtide.server.rows.FileRefused;
import coldtide.server.rows.ImportFormat;
import coldtide.server.rows.ImportFormat.Column;
import coldtide.server.rows.ImportFormat.Format;
import coldtide.server.rows.JsonEvent;
import coldtide.server.rows.Row;
import coldtide.server.rows.RowCheck;
import coldtide.server.rows.RowFault;
import coldtide.server.rows.RowFields;
import coldtide.server.store.StorableText;
import coldtide.server.store.app.App;
import coldtide.server.store.event.IncomingEvent;
import java.io.IOException;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * Detects from the beginning of a file how it can be read, and shows what its first rows become.
 */
public final class FormatDetector {
    private static final int SAMPLE_ROWS = 200;
    private static final String USUAL_NAME_OF_SALES = "purchase";

    /** A row of the preview: its values by column as they stand in the file, and the event or what is wrong. */
    public record Sample(long line, List<String> values, Optional<IncomingEvent> event, Optional<RowFault> fault) {}

    private FormatDetector() {}

    /**
     * How the file can be read.
     *
     * @throws FileRefused if it is nothing that can be
     */
    public static ImportFormat detect(Path file, App app) throws IOException, FileRefused {
        FileHead head = FileHead.of(file);
        return switch (head.format()) {
            case CSV -> csv(head, app);
            case NDJSON -> json(head, app);
            case PARQUET -> parquet(file, head, app);
        };
    }

    private static ImportFormat csv(FileHead head, App app) throws FileRefused {
        CsvShape shape = CsvShape.of(head.text(), head.cut());
        return reading(
                head, app, Character.toString(shape.delimiter()), shape.header(), shape.names(), shape.samples());
    }

    private static ImportFormat json(FileHead head, App app) throws FileRefused {
        Set<String> names = new LinkedHashSet<>();
        List<Map<String, Object>> objects = new ArrayList<>();
        List<String> lines = head.text().lines().limit(SAMPLE_ROWS).toList();
        for (int i = 0; i < lines.size() - (head.cut() && lines.size() < SAMPLE_ROWS ? 1 : 0); i++) {
            try {
                Map<String, Object> object = JsonEvent.flat(lines.get(i));
                objects.add(object);
                object.keySet().stream().filter(FormatDetector::canBeColumn).forEach(names::add);
            } catch (RowFault broken) {
                continue; // a broken line is held back when the file is read
            }
        }
        if (objects.isEmpty()) {
            throw new FileRefused(
                    "The file begins like JSON, but none of its first lines is a JSON object of its own. Send"
                            + " one object a line (NDJSON).");
        }
        List<String> columns = names.stream().limit(ImportFormat.MOST_COLUMNS).toList();
        List<List<String>> rows = objects.stream()
                .map(object -> columns.stream()
                        .map(name -> object.containsKey(name) ? RowFields.text(object.get(name)) : "")
                        .toList())
                .toList();
        return reading(head, app, ",", true, columns, rows);
    }

    /** A name that is no fit name of a column is its own row's trouble. */
    private static boolean canBeColumn(String name) {
        return name.length() <= ImportFormat.LONGEST_NAME && StorableText.accepts(name);
    }

    private static ImportFormat parquet(Path file, FileHead head, App app) throws IOException, FileRefused {
        List<String> columns = new ArrayList<>();
        List<List<String>> rows = ParquetRows.first(file, columns, SAMPLE_ROWS).stream()
                .map(row -> Arrays.stream(row)
                        .map(value -> value == null ? "" : RowFields.text(value))
                        .toList())
                .toList();
        return reading(head, app, ",", true, columns, rows);
    }

    private static ImportFormat reading(
            FileHead head, App app, String delimiter, boolean header, List<String> names, List<List<String>> rows)
            throws FileRefused {
        if (names.size() > ImportFormat.MOST_COLUMNS) {
            throw new FileRefused("The file has " + names.size() + " columns; it may have at most "
                    + ImportFormat.MOST_COLUMNS + ".");
        }
        for (String name : names) {
            if (name.length() > ImportFormat.LONGEST_NAME) {
                throw new FileRefused("The name of a column has " + name.length() + " characters: \""
                        + name.substring(0, 40) + " …\". It may have at most " + ImportFormat.LONGEST_NAME + ".");
            }
        }
        ColumnInference guess = new ColumnInference(names, rows, app.zone());
        List<Column> columns = guess.columns();
        boolean sales = !guess.has(ColumnMeaning.NAME) && guess.has(ColumnMeaning.AMOUNT);
        return new ImportFormat(
                head.format(),
                head.gzip(),
                head.encoding(),
                delimiter,
                header,
                guess.times(),
                app.zone().getId(),
                head.format() == Format.CSV && guess.decimalComma(),
                sales ? USUAL_NAME_OF_SALES : null,
                guess.has(ColumnMeaning.AMOUNT) && !guess.has(ColumnMeaning.CURRENCY) ? app.currency() : null,
                columns);
    }

    /** Sample of the first rows as events, where the format is complete. */
    public static List<Sample> samples(Path file, ImportFormat reading, App app, int count)
            throws IOException, FileRefused {
        List<Sample> samples = new ArrayList<>();
        RowCheck check = reading.missing().isPresent() ? null : new RowCheck(reading, app, Instant.now());
        try (RowReader rows = RowReader.open(file, reading)) {
            while (samples.size() < count && rows.hasNext()) {
                samples.add(sample(rows.next(), check));
            }
        }
        return samples;
    }

    private static Sample sample(Row row, RowCheck check) {
        List<String> values = row instanceof Row.Values cells
                ? Arrays.stream(cells.values())
                        .map(value -> value == null ? "" : RowFields.text(value))
                        .map(value -> StorableText.clean(StorableText.shortened(value, 200)))
                        .toList()
                : List.of();
        try {
            return new Sample(
                    row.line(),
                    values,
                    check == null ? Optional.empty() : Optional.of(check.event(row)),
                    Optional.empty());
        } catch (RowFault fault) {
            return new Sample(row.line(), values, Optional.empty(), Optional.of(fault));
        }
    }
}
