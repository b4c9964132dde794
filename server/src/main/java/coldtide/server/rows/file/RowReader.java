package coldtide.server.rows.file;

import coldtide.server.rows.FileRefused;
import coldtide.server.rows.ImportFormat;
import coldtide.server.rows.Row;
import coldtide.server.store.StorableText;
import java.io.IOException;
import java.nio.file.Path;

/**
 * Reads the rows of a file one after another. Holds a few rows at a time, whatever the size of the file.
 */
public interface RowReader extends AutoCloseable {
    /** More characters of a row than this are not kept when it is rejected. No event may have as many. */
    int LONGEST_CONTENT = 8 << 20;

    /**
     * Opens a file as its reading says.
     *
     * @throws FileRefused if it is not what the reading says
     */
    static RowReader open(Path file, ImportFormat reading) throws IOException, FileRefused {
        return switch (reading.format()) {
            case CSV -> new CsvRows(file, reading);
            case NDJSON -> new JsonRows(file, reading);
            case PARQUET -> new ParquetRows(file, reading);
        };
    }

    /**
     * Whether there is another row.
     *
     * @throws FileRefused if the file cannot be read further; the rows before stand
     */
    boolean hasNext() throws FileRefused;

    Row next();

    /** Bytes of the file read so far, a little ahead of the row. */
    long bytesRead();

    /** Characters of the rows read so far, unpacked; about what they need in memory. */
    long charactersRead();

    @Override
    void close() throws IOException;

    /** The part of a row that is kept where it is held back. */
    static String kept(String content) {
        String text = StorableText.clean(content);
        return text.length() <= LONGEST_CONTENT
                ? text
                : text.substring(0, LONGEST_CONTENT) + " … and " + (text.length() - LONGEST_CONTENT) + " more";
    }
}
