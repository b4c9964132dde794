package coldtide.server.anomaly;

import coldtide.server.http.CsvText;
import coldtide.server.http.Problem;
import coldtide.server.store.app.App;
import coldtide.server.store.channel.StoredSettlement;
import java.math.BigDecimal;
import java.util.HashSet;
import java.util.List;
import java.util.Set;

/**
 * Reads what an advert network settled from CSV with the columns {@code day}, {@code platform}, {@code adverts}, {@code amount} and
 * {@code currency}.
 */
final class SettlementFile {
    private static final BigDecimal MOST = new BigDecimal("999999999999");

    private SettlementFile() {}

    /** @throws Problem naming the line at fault */
    static List<StoredSettlement> read(App app, String text) {
        Set<List<String>> said = new HashSet<>();
        return CsvText.each(text, "day, platform, adverts, amount and currency", line -> {
            line.once(said, line.value("day"), line.value("platform"));
            return settlement(app, line);
        });
    }

    private static StoredSettlement settlement(App app, CsvText.Line line) {
        return new StoredSettlement(
                app.id(),
                line.day("day"),
                line.value("platform"),
                adverts(line),
                line.amount("amount", "what is paid for that day"),
                line.currency("currency"));
    }

    private static long adverts(CsvText.Line line) {
        return line.number(
                        "adverts",
                        BigDecimal.ZERO,
                        MOST,
                        0,
                        "not a count: write a whole number from 0, the number of ads paid for.")
                .longValueExact();
    }
}
