package coldtide.server.channels;

import coldtide.server.http.CsvText;
import coldtide.server.http.Problem;
import coldtide.server.store.App;
import coldtide.server.store.ChannelCost;
import java.util.List;

/** Reads what channels cost from CSV with the columns {@code channel}, {@code day}, {@code amount} and {@code currency}. */
final class CostFile {
    private CostFile() {}

    /** @throws Problem naming the line at fault */
    static List<ChannelCost> read(App app, String text) {
        return CsvText.each(
                text,
                "channel, day, amount and currency",
                line -> new ChannelCost(
                        app.id(),
                        line.value("channel"),
                        line.day("day"),
                        line.amount("amount", "what was paid on that day"),
                        line.currency("currency")));
    }
}
