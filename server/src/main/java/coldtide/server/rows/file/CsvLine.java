package coldtide.server.rows.file;

import de.siegmar.fastcsv.reader.AbstractBaseCsvCallbackHandler;
import java.util.Arrays;
import java.util.List;

/**
 * A line of CSV taken apart.
 *
 * @param number of the line where it begins, 1 for the first
 */
record CsvLine(long number, List<String> fields) {
    /** A line that has more fields than any file has columns is said to have one more than this. */
    private static final int MOST_FIELDS = 16_384;

    /**
     * Takes lines apart. Most columns say the same on one line after another; a field that does is not made a text again, which
     * is where most of the time of reading CSV goes.
     */
    static final class Handler extends AbstractBaseCsvCallbackHandler<CsvLine> {
        private String[] last = new String[0];
        private String[] fields = new String[64];
        private int count;

        @Override
        protected void handleBegin(long startingLine) {
            count = 0;
        }

        @Override
        protected void handleField(int index, char[] from, int offset, int length, boolean quoted) {
            if (index > MOST_FIELDS) {
                return;
            }
            if (index == fields.length) {
                fields = Arrays.copyOf(fields, 2 * index);
            }
            fields[index] = index < last.length && same(last[index], from, offset, length)
                    ? last[index]
                    : new String(from, offset, length);
            count = index + 1;
        }

        private static boolean same(String text, char[] from, int offset, int length) {
            if (text.length() != length) {
                return false;
            }
            for (int i = length - 1; i >= 0; i--) {
                if (text.charAt(i) != from[offset + i]) {
                    return false;
                }
            }
            return true;
        }

        @Override
        protected CsvLine buildRecord() {
            last = Arrays.copyOf(fields, count);
            return new CsvLine(getStartingLineNumber(), Arrays.asList(last));
        }
    }
}
