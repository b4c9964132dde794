package coldtide.server.rates;

import coldtide.server.http.CsvText;
import coldtide.server.http.Problem;
import coldtide.server.store.app.App;
import coldtide.server.store.app.ExchangeRate;
import java.math.BigDecimal;
import java.util.HashSet;
import java.util.List;
import java.util.Set;

/** Reads rates from CSV with the columns {@code currency}, {@code day} and {@code rate}. */
final class RateFile {
    private static final int DECIMALS = 10;
    private static final BigDecimal LEAST = BigDecimal.ONE.movePointLeft(DECIMALS);
    private static final BigDecimal MOST = new BigDecimal("9999999999");

    private RateFile() {}

    /** @throws Problem naming the line at fault */
    static List<ExchangeRate> read(App app, String text) {
        Set<List<String>> said = new HashSet<>();
        return CsvText.each(text, "currency, day and rate", line -> {
            line.once(said, currency(app, line), line.value("day"));
            return new ExchangeRate(app.id(), currency(app, line), line.day("day"), rate(line));
        });
    }

    private static String currency(App app, CsvText.Line line) {
        String code = line.currency("currency");
        if (code.equals(app.currency())) {
            throw line.fault(code + " is the app's own currency and needs no rate.");
        }
        return code;
    }

    private static BigDecimal rate(CsvText.Line line) {
        return line.number(
                "rate",
                LEAST,
                MOST,
                DECIMALS,
                "no rate: a number above 0 with at most " + DECIMALS
                        + " decimals, what one unit was worth in the app's currency.");
    }
}
