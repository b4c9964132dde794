package coldtide.server.http;

import de.siegmar.fastcsv.reader.CsvParseException;
import de.siegmar.fastcsv.reader.CsvReader;
import de.siegmar.fastcsv.reader.NamedCsvRecord;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.math.BigDecimal;
import java.time.DateTimeException;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Currency;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.function.Function;

/** A CSV file with named columns that came as the field {@code text} of a request. All of it is read or nothing. */
public final class CsvText {
    private static final String FIELD = "text";
    private static final int AMOUNT_DECIMALS = 6;
    private static final BigDecimal MOST_AMOUNT = new BigDecimal("999999999999");

    private CsvText() {}

    /**
     * @param columns those it needs, in words
     * @throws Problem naming the line at fault
     */
    public static <T> List<T> each(String text, String columns, Function<Line, T> reading) {
        List<T> read = new ArrayList<>();
        String content = text.startsWith("\uFEFF") ? text.substring(1) : text;
        try (CsvReader<NamedCsvRecord> rows = CsvReader.builder().ofNamedCsvRecord(content)) {
            for (NamedCsvRecord row : rows) {
                read.add(reading.apply(new Line(row, columns)));
            }
        } catch (CsvParseException e) {
            throw Problem.badField(FIELD, "The file is no CSV: " + e.getMessage() + ".");
        } catch (IOException e) {
            throw new UncheckedIOException(e); // text in memory does not fail
        }
        if (read.isEmpty()) {
            throw Problem.badField(FIELD, "The file has no rows; it needs the columns " + columns + ".");
        }
        return read;
    }

    /** One row. */
    public static final class Line {
        private final NamedCsvRecord row;
        private final String columns;

        private Line(NamedCsvRecord row, String columns) {
            this.row = row;
            this.columns = columns;
        }

        public Problem fault(String sentence) {
            return Problem.badField(FIELD, "Line " + row.getStartingLineNumber() + ": " + sentence);
        }

        /** Refuses what another line of the file has said. @param said by lines before, which this one is added to */
        public void once(Set<List<String>> said, String... values) {
            if (!said.add(List.of(values))) {
                throw fault(String.join(", ", values) + " stands twice in the file.");
            }
        }

        /** A value without blanks around it, not empty. */
        public String value(String column) {
            String value = row.findField(column)
                    .map(String::strip)
                    .orElseThrow(() -> Problem.badField(
                            FIELD, "The file has no column \"" + column + "\"; it needs the columns " + columns + "."));
            if (value.isEmpty()) {
                throw fault("\"" + column + "\" is empty.");
            }
            return value;
        }

        public LocalDate day(String column) {
            try {
                return LocalDate.parse(value(column));
            } catch (DateTimeException e) {
                throw fault("\"" + value(column) + "\" is no day; write it like 2026-05-31.");
            }
        }

        public String currency(String column) {
            String code = value(column).toUpperCase(Locale.ROOT);
            if (Currency.getAvailableCurrencies().stream()
                    .noneMatch(known -> known.getCurrencyCode().equals(code))) {
                throw fault("\"" + code + "\" is no ISO 4217 currency code.");
            }
            return code;
        }

        /** Money of a currency that stands elsewhere: from 0, with at most six decimals. @param what it is, after a comma */
        public BigDecimal amount(String column, String what) {
            return number(
                    column,
                    BigDecimal.ZERO,
                    MOST_AMOUNT,
                    AMOUNT_DECIMALS,
                    "no amount: a number from 0 with at most " + AMOUNT_DECIMALS + " decimals, " + what + ".");
        }

        /**
         * @param otherwise what is said of anything but a number from {@code least} to {@code most} with at most so many decimals
         */
        public BigDecimal number(String column, BigDecimal least, BigDecimal most, int decimals, String otherwise) {
            String text = value(column);
            try {
                BigDecimal number = new BigDecimal(text);
                if (number.compareTo(least) >= 0 && number.compareTo(most) <= 0 && number.scale() <= decimals) {
                    return number;
                }
            } catch (NumberFormatException e) {
                // said below
            }
            throw fault("\"" + text + "\" is " + otherwise);
        }
    }
}
