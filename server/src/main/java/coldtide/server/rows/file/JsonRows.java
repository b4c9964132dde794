package coldtide.server.rows.file;

import coldtide.server.rows.FileRefused;
import coldtide.server.rows.ImportFormat;
import coldtide.server.rows.JsonEvent;
import coldtide.server.rows.Row;
import coldtide.server.rows.RowFault;
import coldtide.server.store.intake.RejectedRow.Kind;
import java.io.IOException;
import java.io.Reader;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.Map;

/** Rows of NDJSON: one JSON object a line. */
final class JsonRows implements RowReader {
    private static final int LONGEST_LINE = 1 << 20;

    private final FileText text;
    private final Reader reader;
    private final Map<String, Integer> places;
    private final StringBuilder buffer = new StringBuilder();
    private long length;
    private long line;
    private boolean ready;

    JsonRows(Path file, ImportFormat reading) throws IOException, FileRefused {
        text = new FileText(file, reading.gzip(), reading.encoding());
        reader = text.reader();
        places = places(reading);
    }

    /** Position of each column of the format. */
    static Map<String, Integer> places(ImportFormat reading) {
        Map<String, Integer> places = new HashMap<>();
        for (int column = 0; column < reading.columns().size(); column++) {
            places.put(reading.columns().get(column).name(), column);
        }
        return places;
    }

    @Override
    public boolean hasNext() throws FileRefused {
        try {
            while (!ready && readLine()) {
                ready = !buffer.toString().isBlank();
            }
            return ready;
        } catch (IOException e) {
            throw FileText.refused(e, line);
        }
    }

    /** The next line into the buffer, of a line that is too long only its beginning; false at the end of the file. */
    private boolean readLine() throws IOException {
        buffer.setLength(0);
        length = 0;
        int c = reader.read();
        if (c < 0) {
            return false;
        }
        line++;
        for (; c >= 0 && c != '\n'; c = reader.read()) {
            if (++length <= LONGEST_LINE) {
                buffer.append((char) c);
            }
        }
        return true;
    }

    @Override
    public Row next() {
        ready = false;
        String content = buffer.toString().strip();
        if (length > LONGEST_LINE) {
            RowFault tooLong = new RowFault(
                    Kind.TOO_LONG,
                    null,
                    "The line has " + length + " characters; one event may have at most " + LONGEST_LINE + ".");
            return new Row.Broken(line, tooLong, content);
        }
        try {
            return row(places, line, JsonEvent.flat(content), content);
        } catch (RowFault fault) {
            return new Row.Broken(line, fault, content);
        }
    }

    static Row row(Map<String, Integer> places, long line, Map<String, Object> fields, String content) {
        Object[] values = new Object[places.size()];
        Map<String, Object> others = new LinkedHashMap<>();
        fields.forEach((name, value) -> {
            Integer place = places.get(name);
            if (place == null) {
                others.put(name, value);
            } else {
                values[place] = value;
            }
        });
        return new Row.Values(line, values, others, () -> content);
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
        text.close();
    }
}
