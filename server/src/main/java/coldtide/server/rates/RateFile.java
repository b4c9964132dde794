package coldtide.server.rates;

import coldtide.server.http.Problem;
import coldtide.server.store.App;
import coldtide.server.store.ExchangeRate;
import de.siegmar.fastcsv.reader.CsvParseException;
import de.siegmar.fastcsv.reader.CsvReader;
import de.siegmar.fastcsv.reader.NamedCsvRecord;
import java.math.BigDecimal;
import java.time.DateTimeException;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Currency;
import java.util.List;
import java.util.Locale;

/** Reads rates from CSV with the columns {@code currency}, {@code day} and {@code rate}. */
final class RateFile {
    private static final int DECIMALS = 10;
    private static final BigDecimal MOST = new BigDecimal("9999999999");

    private RateFile() {}

    /** @throws Problem naming the line at fault */
    static List<ExchangeRate> read(App app, String text) {
        List<ExchangeRate> rates = new ArrayList<>();
        String content = text.startsWith("\uFEFF") ? text.substring(1) : text;
        try (CsvReader<NamedCsvRecord> rows = CsvReader.builder().ofNamedCsvRecord(content)) {
            for (NamedCsvRecord row : rows) {
                rates.add(new ExchangeRate(app.id(), currency(app, row), day(row), rate(row)));
            }
        } catch (CsvParseException e) {
            throw Problem.badField("text", "The file is no CSV: " + e.getMessage() + ".");
        } catch (java.io.IOException e) {
            throw new java.io.UncheckedIOException(e);
        }
        if (rates.isEmpty()) {
            throw Problem.badField("text", "The file has no rows; it needs the columns currency, day and rate.");
        }
        return rates;
    }

    private static String field(NamedCsvRecord row, String name) {
        return row.findField(name)
                .map(String::strip)
                .orElseThrow(() -> Problem.badField(
                        "text",
                        "The file has no column \"" + name + "\"; it needs the columns" + " currency, day and rate."));
    }

    private static Problem fault(NamedCsvRecord row, String sentence) {
        return Problem.badField("text", "Line " + row.getStartingLineNumber() + ": " + sentence);
    }

    private static String currency(App app, NamedCsvRecord row) {
        String code = field(row, "currency").toUpperCase(Locale.ROOT);
        if (code.equals(app.currency())) {
            throw fault(row, code + " is the app's own currency and needs no rate.");
        }
        if (Currency.getAvailableCurrencies().stream()
                .noneMatch(known -> known.getCurrencyCode().equals(code))) {
            throw fault(row, "\"" + code + "\" is no ISO 4217 currency code.");
        }
        return code;
    }

    private static LocalDate day(NamedCsvRecord row) {
        try {
            return LocalDate.parse(field(row, "day"));
        } catch (DateTimeException e) {
            throw fault(row, "\"" + field(row, "day") + "\" is no day; write it like 2026-05-31.");
        }
    }

    private static BigDecimal rate(NamedCsvRecord row) {
        try {
            BigDecimal rate = new BigDecimal(field(row, "rate"));
            if (rate.signum() > 0 && rate.scale() <= DECIMALS && rate.compareTo(MOST) <= 0) {
                return rate;
            }
        } catch (NumberFormatException e) {
            // said below
        }
        throw fault(
                row,
                "\"" + field(row, "rate") + "\" is no rate: a number above 0 with at most " + DECIMALS
                        + " decimals, what one unit was worth in the app's currency.");
    }
}
