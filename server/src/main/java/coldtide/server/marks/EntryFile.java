package coldtide.server.marks;

import coldtide.server.http.Problem;
import coldtide.server.marks.EnteredMarks.MarkEntry;
import coldtide.server.marks.EnteredMarks.ReleaseEntry;
import coldtide.server.marks.EnteredMarks.StepEntry;
import coldtide.server.store.app.Annotation;
import de.siegmar.fastcsv.reader.CsvParseException;
import de.siegmar.fastcsv.reader.CsvReader;
import de.siegmar.fastcsv.reader.NamedCsvRecord;
import java.time.DateTimeException;
import java.time.Instant;
import java.time.LocalDate;
import java.time.OffsetDateTime;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.json.JsonMapper;

/**
 * Reads releases and marks from a text: JSON like {@link EnteredMarks}, or CSV with the columns {@code kind}, {@code name},
 * {@code starts} and, as needed, {@code ends}, {@code platform}, {@code build}, {@code share}. In CSV a release is a row of the
 * kind {@code release} for each step of its rollout, its version being the name; without a share it reaches everyone.
 */
final class EntryFile {
    private static final String RELEASE = "release";

    private final ZoneId zone;
    private final JsonMapper json;

    EntryFile(ZoneId zone, JsonMapper json) {
        this.zone = zone;
        this.json = json;
    }

    EnteredMarks read(String text) {
        String content = text.startsWith("\uFEFF") ? text.substring(1) : text;
        return content.stripLeading().startsWith("{") ? json(content) : csv(content);
    }

    private EnteredMarks json(String text) {
        try {
            EnteredMarks read = json.readValue(text, EnteredMarks.class);
            return new EnteredMarks(
                    read.releases() == null ? List.of() : read.releases(),
                    read.marks() == null ? List.of() : read.marks());
        } catch (JacksonException e) {
            int line = e.getLocation() == null ? 0 : Math.max(0, e.getLocation().getLineNr());
            throw Problem.badField(
                    "text",
                    "Line " + line + ": "
                            + String.valueOf(e.getOriginalMessage())
                                    .lines()
                                    .findFirst()
                                    .orElse(""));
        }
    }

    private record Version(String version, String platform, String build) {}

    private EnteredMarks csv(String text) {
        EnteredMarks entries = EnteredMarks.none();
        Map<Version, List<StepEntry>> releases = new LinkedHashMap<>();
        try (CsvReader<NamedCsvRecord> rows = CsvReader.builder().ofNamedCsvRecord(text)) {
            for (NamedCsvRecord row : rows) {
                if (value(row, "kind").equalsIgnoreCase(RELEASE)) {
                    Version version = new Version(needed(row, "name"), needed(row, "platform"), value(row, "build"));
                    releases.computeIfAbsent(version, fresh -> new ArrayList<>())
                            .add(new StepEntry(time(row, "starts"), share(row)));
                } else {
                    Instant ends = value(row, "ends").isEmpty() ? null : time(row, "ends");
                    entries.marks().add(new MarkEntry(kind(row), needed(row, "name"), time(row, "starts"), ends));
                }
            }
        } catch (CsvParseException e) {
            throw Problem.badField("text", "This could not be read as CSV: " + e.getMessage());
        } catch (java.io.IOException e) {
            throw new java.io.UncheckedIOException(e); // text in memory does not fail
        }
        releases.forEach((version, steps) -> entries.releases()
                .add(new ReleaseEntry(version.version(), version.platform(), version.build(), steps)));
        return entries;
    }

    private static String value(NamedCsvRecord row, String name) {
        return row.findField(name).orElse("").strip();
    }

    private static String needed(NamedCsvRecord row, String name) {
        String value = value(row, name);
        if (value.isEmpty()) {
            throw wrong(row, "\"" + name + "\" is empty.");
        }
        return value;
    }

    private static Problem wrong(NamedCsvRecord row, String sentence) {
        return Problem.badField("text", "Line " + row.getStartingLineNumber() + ": " + sentence);
    }

    private static Annotation.Kind kind(NamedCsvRecord row) {
        try {
            return Annotation.Kind.valueOf(value(row, "kind").toUpperCase(Locale.ROOT));
        } catch (IllegalArgumentException e) {
            throw wrong(
                    row,
                    "\"kind\" must be release, campaign, incident, holiday or note, not \"" + value(row, "kind")
                            + "\".");
        }
    }

    private Instant time(NamedCsvRecord row, String name) {
        String text = needed(row, name);
        try {
            return text.length() == 10
                    ? LocalDate.parse(text).atStartOfDay(zone).toInstant()
                    : OffsetDateTime.parse(text).toInstant();
        } catch (DateTimeException e) {
            throw wrong(
                    row, "\"" + name + "\" is no time: \"" + text + "\". Write 2026-07-14 or 2026-07-14T10:00:00Z.");
        }
    }

    private static double share(NamedCsvRecord row) {
        String text = value(row, "share");
        try {
            return text.isEmpty() ? 1 : Double.parseDouble(text);
        } catch (NumberFormatException e) {
            throw wrong(row, "\"share\" must be a number above 0 and at most 1, not \"" + text + "\".");
        }
    }
}
