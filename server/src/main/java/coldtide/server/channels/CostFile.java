package coldtide.server.channels;

import coldtide.server.http.CsvText;
import coldtide.server.http.Problem;
import coldtide.server.store.App;
import coldtide.server.store.ChannelCost;
import java.math.BigDecimal;
import java.util.List;

/** Reads what channels cost from CSV with the columns {@code channel}, {@code day}, {@code amount} and {@code currency}. */
final class CostFile {
    private static final int DECIMALS = 6;
    private static final BigDecimal MOST = new BigDecimal("999999999999");

    private CostFile() {}

    /** @throws Problem naming the line at fault */
    static List<ChannelCost> read(App app, String text) {
        return CsvText.each(
                text,
                "channel, day, amount and currency",
                line -> new ChannelCost(
                        app.id(), line.value("channel"), line.day("day"), amount(line), line.currency("currency")));
    }

    private static BigDecimal amount(CsvText.Line line) {
        return line.number(
                "amount",
                BigDecimal.ZERO,
                MOST,
                DECIMALS,
                "no amount: a number from 0 with at most " + DECIMALS + " decimals, what was paid on that day.");
    }
}
