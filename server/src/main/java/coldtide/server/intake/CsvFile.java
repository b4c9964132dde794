package coldtide.server.intake;

import coldtide.server.intake.ReadRow.Good;
import coldtide.server.intake.ReadRow.HeldBack;
import coldtide.server.store.App;
import de.siegmar.fastcsv.reader.CsvParseException;
import de.siegmar.fastcsv.reader.CsvReader;
import de.siegmar.fastcsv.reader.CsvRecord;
import de.siegmar.fastcsv.reader.FieldMismatchStrategy;
import de.siegmar.fastcsv.writer.CsvWriter;
import java.io.FilterInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.io.StringWriter;
import java.io.UncheckedIOException;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.CodingErrorAction;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Iterator;
import java.util.List;
import java.util.Optional;

/** Reads a file of events: CSV (RFC 4180), UTF-8, comma-separated, names in the first line. Holds one row at a time. */
final class CsvFile implements AutoCloseable {
    private static final String BYTE_ORDER_MARK = "\uFEFF";

    private final CountingStream bytes;
    private final CsvReader<CsvRecord> reader;
    private final Iterator<CsvRecord> records;
    private final EventRow rows;
    private long line = 1;

    /** @throws FileRefused if the file is empty or its header cannot serve */
    CsvFile(Path file, App app, Instant now) throws IOException, FileRefused {
        bytes = new CountingStream(Files.newInputStream(file));
        reader = CsvReader.builder()
                .skipEmptyLines(true)
                .extraFieldStrategy(FieldMismatchStrategy.IGNORE)
                .missingFieldStrategy(FieldMismatchStrategy.IGNORE)
                .allowUnclosedQuote(false)
                .ofCsvRecord(new InputStreamReader(
                        bytes,
                        StandardCharsets.UTF_8
                                .newDecoder()
                                .onMalformedInput(CodingErrorAction.REPORT)
                                .onUnmappableCharacter(CodingErrorAction.REPORT)));
        records = reader.iterator();
        try {
            rows = new EventRow(new Columns(header()), app, now);
        } catch (FileRefused refused) {
            close();
            throw refused;
        }
    }

    private List<String> header() throws FileRefused {
        if (!hasNext()) {
            throw new FileRefused("The file is empty. Its first line must name the columns.");
        }
        List<String> names = new ArrayList<>(records.next().getFields());
        if (names.get(0).startsWith(BYTE_ORDER_MARK)) {
            names.set(0, names.get(0).substring(1));
        }
        return names;
    }

    /** @throws FileRefused if the file cannot be read further; the rows before stand */
    boolean hasNext() throws FileRefused {
        try {
            return records.hasNext();
        } catch (UncheckedIOException e) {
            throw e.getCause() instanceof CharacterCodingException
                    ? new FileRefused(
                            "After line " + line
                                    + " there are bytes that are not UTF-8 text. Save the file as UTF-8 and"
                                    + " send it again; rows already taken will be known.",
                            e)
                    : new FileRefused("The file could not be read after line " + line + ".", e);
        } catch (CsvParseException e) {
            throw new FileRefused(
                    "The file could not be read as CSV after line " + line
                            + "; perhaps a quotation mark there is not closed. Rows before it were read.",
                    e);
        }
    }

    ReadRow next() {
        CsvRecord fields = records.next();
        line = fields.getStartingLineNumber();
        try {
            return new Good(rows.read(fields.getFields()));
        } catch (RowFault fault) {
            return new HeldBack(
                    line, Optional.ofNullable(fault.field()), fault.getMessage(), content(fields.getFields()));
        }
    }

    private static String content(List<String> fields) {
        StringWriter text = new StringWriter();
        try (CsvWriter csv = CsvWriter.builder().build(text)) {
            csv.writeRecord(
                    fields.stream().map(field -> field.replace("\0", "\uFFFD")).toList());
        } catch (IOException e) {
            throw new UncheckedIOException(e); // text in memory does not fail
        }
        return text.toString().stripTrailing();
    }

    /** Bytes read from the file so far, a little ahead of the row. */
    long bytesRead() {
        return bytes.count;
    }

    @Override
    public void close() throws IOException {
        reader.close();
    }

    private static final class CountingStream extends FilterInputStream {
        private long count;

        CountingStream(InputStream in) {
            super(in);
        }

        @Override
        public int read() throws IOException {
            int one = super.read();
            count += one < 0 ? 0 : 1;
            return one;
        }

        @Override
        public int read(byte[] into, int from, int length) throws IOException {
            int some = super.read(into, from, length);
            count += Math.max(0, some);
            return some;
        }
    }
}
