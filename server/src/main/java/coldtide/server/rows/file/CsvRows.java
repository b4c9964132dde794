package coldtide.server.rows.file;

import coldtide.server.rows.FileRefused;
import coldtide.server.rows.ImportFormat;
import coldtide.server.rows.RejectedRowColumns;
import coldtide.server.rows.Row;
import coldtide.server.rows.RowFault;
import coldtide.server.store.intake.RejectedRow.Kind;
import de.siegmar.fastcsv.reader.CsvParseException;
import de.siegmar.fastcsv.reader.CsvReader;
import de.siegmar.fastcsv.reader.FieldMismatchStrategy;
import de.siegmar.fastcsv.writer.CsvWriter;
import java.io.IOException;
import java.io.StringWriter;
import java.io.UncheckedIOException;
import java.nio.file.Path;
import java.util.Iterator;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Rows of CSV (RFC 4180, with the delimiter of the reading). */
public final class CsvRows implements RowReader {
    private final FileText text;
    private final ImportFormat reading;
    private final CsvReader<CsvLine> reader;
    private final Iterator<CsvLine> records;
    private long line;

    CsvRows(Path file, ImportFormat reading) throws IOException, FileRefused {
        this.reading = reading;
        text = new FileText(file, reading.gzip(), reading.encoding());
        reader = parser(reading.delimiter().charAt(0))
                .build(
                        new CsvLine.Handler(),
                        new CsvLineGuard(text.reader(), reading.delimiter().charAt(0)));
        records = reader.iterator();
        if (reading.header() && hasNext()) {
            records.next();
        }
    }

    static CsvReader.CsvReaderBuilder parser(char delimiter) {
        return CsvReader.builder()
                .fieldSeparator(delimiter)
                .skipEmptyLines(true)
                .extraFieldStrategy(FieldMismatchStrategy.IGNORE)
                .missingFieldStrategy(FieldMismatchStrategy.IGNORE)
                .allowUnclosedQuote(false);
    }

    @Override
    public boolean hasNext() throws FileRefused {
        try {
            return records.hasNext();
        } catch (UncheckedIOException e) {
            throw FileText.refused(e, line);
        } catch (CsvParseException e) {
            throw broken(e, line);
        }
    }

    static FileRefused broken(CsvParseException cause, long line) {
        return new FileRefused(
                "The file could not be read as CSV after line " + line + ". Rows before it were read.", cause);
    }

    @Override
    public Row next() {
        CsvLine read = records.next();
        line = read.number();
        return row(reading, line, read.fields());
    }

    public static Row row(ImportFormat reading, long line, List<String> fields) {
        Optional<Row.Broken> broken = CsvLineGuard.fault(line, fields);
        if (broken.isPresent()) {
            return broken.get();
        }
        if (fields.size() != reading.columns().size()) {
            String reason = "The row has " + fields.size() + " fields where the header has "
                    + reading.columns().size() + ".";
            return new Row.Broken(line, new RowFault(Kind.FORM, null, reason), content(reading, fields));
        }
        List<String> cells = reading.readsRejectedRows()
                ? fields.stream().map(RejectedRowColumns::withoutGuard).toList()
                : fields;
        return new Row.Values(line, cells.toArray(), Map.of(), () -> content(reading, cells));
    }

    private static String content(ImportFormat reading, List<String> fields) {
        StringWriter out = new StringWriter();
        try (CsvWriter csv = CsvWriter.builder()
                .fieldSeparator(reading.delimiter().charAt(0))
                .build(out)) {
            csv.writeRecord(fields);
        } catch (IOException e) {
            throw new UncheckedIOException(e); // text in memory does not fail
        }
        return out.toString().stripTrailing();
    }

    @Override
    public long bytesRead() {
        return text.bytesRead();
    }

    @Override
    public long charactersRead() {
        return text.charactersRead();
    }

    @Override
    public void close() throws IOException {
        reader.close();
    }
}
