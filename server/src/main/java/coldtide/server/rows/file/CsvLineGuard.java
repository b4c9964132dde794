package coldtide.server.rows.file;

import coldtide.server.rows.Row;
import coldtide.server.rows.RowFault;
import coldtide.server.store.intake.RejectedRow.Kind;
import java.io.IOException;
import java.io.Reader;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;

/**
 * The text of a CSV file with every line that would stop a strict parser made harmless: one with a quotation mark that is never
 * closed, with something after a closing one, or that is far too long. Such a line is passed on as a single quoted field that
 * begins with a mark, so that it can be rejected by itself and the lines after it are read as ever; the numbers of lines stay.
 *
 * <p>A row may go over several lines within quotation marks (RFC 4180), up to {@link #LONGEST_ROW} characters. Each character is
 * looked at at most a few times, since the search for a closing mark ends at the next mark.
 */
final class CsvLineGuard extends Reader {
    /** Characters of one row, line breaks within it included. */
    static final int LONGEST_ROW = 1 << 20;
    /** Characters kept of a line that is too long. */
    private static final int KEPT = 1 << 16;
    /** No characters by Unicode's own word, so no text has them. */
    private static final char BAD_QUOTES = '\uFDD0';

    private static final char TOO_LONG = '\uFDD1';
    private static final int CHUNK = 1 << 16;
    private static final int TOO_LONG_ROW = -1;

    private final Reader source;
    private final char delimiter;
    private char[] buffer = new char[2 * CHUNK];
    private int from;
    private int filled;
    /** Up to where the buffer is fit to be passed on; from there on nothing is decided yet. */
    private int ready;
    /** A marked line, passed on before anything else. */
    private String marked = "";

    private int markedFrom;

    CsvLineGuard(Reader source, char delimiter) {
        this.source = source;
        this.delimiter = delimiter;
    }

    /** The fault of a line that was passed on marked, with the line as it was; empty for other rows. */
    static Optional<Row.Broken> fault(long line, List<String> fields) {
        String first = fields.isEmpty() ? "" : fields.get(0);
        if (first.isEmpty() || first.charAt(0) != BAD_QUOTES && first.charAt(0) != TOO_LONG) {
            return Optional.empty();
        }
        RowFault fault = first.charAt(0) == TOO_LONG
                ? new RowFault(
                        Kind.TOO_LONG,
                        null,
                        "The line is too long; a row may have at most " + LONGEST_ROW + " characters.")
                : new RowFault(
                        Kind.FORM,
                        null,
                        "A quotation mark in this line is not closed, or something other than a separator follows a"
                                + " closing one.");
        return Optional.of(new Row.Broken(line, fault, first.substring(1)));
    }

    @Override
    public int read(char[] into, int at, int length) throws IOException {
        if (length == 0) {
            return 0;
        }
        if (markedFrom == marked.length() && from == ready && !advance()) {
            return -1;
        }
        if (markedFrom < marked.length()) {
            int some = Math.min(length, marked.length() - markedFrom);
            marked.getChars(markedFrom, markedFrom + some, into, at);
            markedFrom += some;
            return some;
        }
        int some = Math.min(length, ready - from);
        System.arraycopy(buffer, from, into, at, some);
        from += some;
        return some;
    }

    /** Decides on more of the text; false at the end. */
    private boolean advance() throws IOException {
        int lines = plainLines();
        if (lines > 0) {
            ready = from + lines;
            return true;
        }
        if (peek(0) < 0) {
            return false;
        }
        int row = row();
        if (row > 0) {
            ready = from + row;
        } else {
            mark(row == TOO_LONG_ROW);
        }
        return true;
    }

    /** The length of the lines from here on without quotation marks, some thousand characters at most. */
    private int plainLines() throws IOException {
        int lines = 0;
        for (int i = 0; ; i++) {
            int c = peek(i);
            if (c < 0) {
                return i;
            }
            if (c == '"' || i - lines >= LONGEST_ROW) {
                return lines;
            }
            if (c == '\n' || c == '\r') {
                lines = i + 1;
                if (lines >= CHUNK) {
                    return lines;
                }
            }
        }
    }

    /** The length of the row from here on; 0 if its quotation marks do not fit together, {@link #TOO_LONG_ROW} if it is that. */
    private int row() throws IOException {
        boolean fieldBegins = true;
        boolean quoted = false;
        for (int i = 0; i < LONGEST_ROW; i++) {
            int c = peek(i);
            if (c < 0) {
                return quoted ? 0 : i;
            }
            if (quoted) {
                if (c == '"') {
                    int next = peek(i + 1);
                    if (next == '"') {
                        i++;
                    } else if (next < 0 || next == delimiter || next == '\n' || next == '\r') {
                        quoted = false;
                    } else {
                        return 0;
                    }
                }
            } else if (c == '\n' || c == '\r') {
                return i + 1;
            } else {
                quoted = c == '"' && fieldBegins;
                fieldBegins = c == delimiter;
            }
        }
        return quoted ? 0 : TOO_LONG_ROW;
    }

    /** Takes the line from here on, without what ends it, as one quoted field that begins with a mark. */
    private void mark(boolean tooLong) throws IOException {
        StringBuilder line = new StringBuilder();
        int length = 0;
        int c = peek(0);
        while (c >= 0 && c != '\n' && c != '\r') {
            if (length++ < (tooLong ? KEPT : LONGEST_ROW)) {
                line.append((char) c);
            }
            from++;
            c = peek(0);
        }
        ready = from;
        char mark = length > LONGEST_ROW ? TOO_LONG : BAD_QUOTES;
        marked = '"' + (mark + line.toString().replace("\"", "\"\"")) + '"';
        markedFrom = 0;
    }

    /** The character at an offset from here; -1 beyond the end of the text. */
    private int peek(int offset) throws IOException {
        while (from + offset >= filled) {
            if (!fill()) {
                return -1;
            }
        }
        return buffer[from + offset];
    }

    private boolean fill() throws IOException {
        System.arraycopy(buffer, from, buffer, 0, filled - from);
        filled -= from;
        ready -= from;
        from = 0;
        if (filled == buffer.length) {
            buffer = Arrays.copyOf(buffer, 2 * filled);
        }
        int some = source.read(buffer, filled, Math.min(CHUNK, buffer.length - filled));
        filled += Math.max(0, some);
        return some > 0;
    }

    @Override
    public void close() throws IOException {
        source.close();
    }
}
