package coldtide.server.extract;

import coldtide.core.extract.ExtractRow;
import coldtide.server.http.FormulaGuard;
import coldtide.server.rows.file.ParquetTable;
import de.siegmar.fastcsv.writer.CsvWriter;
import java.io.IOException;
import java.io.OutputStream;
import java.io.OutputStreamWriter;
import java.io.UncheckedIOException;
import java.io.Writer;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Consumer;
import java.util.function.UnaryOperator;
import tools.jackson.databind.json.JsonMapper;

/** Writes events as a file: CSV (RFC 4180), NDJSON, or Parquet, in which every column is text. */
final class ExtractFile {
    /** Format of the file. */
    enum Format {
        CSV("text/csv"),
        NDJSON("application/x-ndjson"),
        PARQUET("application/vnd.apache.parquet");

        private final String mediaType;

        Format(String mediaType) {
            this.mediaType = mediaType;
        }

        String mediaType() {
            return mediaType;
        }
    }

    /** Gives each event to whoever takes it. */
    @FunctionalInterface
    interface Events {
        void each(Consumer<ExtractRow> taker);
    }

    private final List<String> columns;
    private final JsonMapper json;

    ExtractFile(List<String> columns, JsonMapper json) {
        this.columns = columns;
        this.json = json;
    }

    void write(Format format, Events events, OutputStream out) throws IOException {
        switch (format) {
            case CSV -> csv(events, FormulaGuard::guarded, new OutputStreamWriter(out, StandardCharsets.UTF_8));
            case NDJSON -> ndjson(events, new OutputStreamWriter(out, StandardCharsets.UTF_8));
            case PARQUET -> parquet(events, out);
        }
    }

    private List<String> head() {
        List<String> head = new ArrayList<>(RowTexts.ALWAYS);
        head.addAll(columns);
        return head;
    }

    private void csv(Events events, UnaryOperator<String> written, Writer out) throws IOException {
        CsvWriter csv = CsvWriter.builder().build(out);
        csv.writeRecord(head().stream().map(written).toList());
        events.each(row ->
                csv.writeRecord(RowTexts.of(row, columns).stream().map(written).toList()));
        csv.flush();
    }

    /** Writes one event as JSON, without absent parts. */
    private void ndjson(Events events, Writer out) throws IOException {
        List<String> head = head();
        events.each(row -> {
            List<String> texts = RowTexts.of(row, columns);
            Map<String, String> object = new LinkedHashMap<>();
            for (int i = 0; i < head.size(); i++) {
                if (!texts.get(i).isEmpty()) {
                    object.put(head.get(i), texts.get(i));
                }
            }
            try {
                out.write(json.writeValueAsString(object) + "\n");
            } catch (IOException e) {
                throw new UncheckedIOException(e);
            }
        });
        out.flush();
    }

    private void parquet(Events events, OutputStream out) throws IOException {
        Path folder = Files.createTempDirectory("extract");
        Path rows = folder.resolve("rows.csv");
        Path file = folder.resolve("rows.parquet");
        try {
            try (Writer writer = Files.newBufferedWriter(rows)) {
                csv(events, UnaryOperator.identity(), writer);
            }
            ParquetTable.write(rows, file);
            Files.copy(file, out);
            out.flush();
        } finally {
            Files.deleteIfExists(file);
            Files.deleteIfExists(rows);
            Files.delete(folder);
        }
    }
}
