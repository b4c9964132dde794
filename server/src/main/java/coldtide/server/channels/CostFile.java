package coldtide.server.channels;

import coldtide.server.http.CsvText;
import coldtide.server.http.Problem;
import coldtide.server.store.app.App;
import coldtide.server.store.channel.ChannelCost;
import java.util.HashSet;
import java.util.List;
import java.util.Set;

/** Reads what channels cost from CSV with the columns {@code channel}, {@code day}, {@code amount} and {@code currency}. */
final class CostFile {
    private CostFile() {}

    /** @throws Problem naming the line at fault */
    static List<ChannelCost> read(App app, String text) {
        Set<List<String>> said = new HashSet<>();
        return CsvText.each(text, "channel, day, amount and currency", line -> {
            line.once(said, line.value("channel"), line.value("day"));
            return new ChannelCost(
                    app.id(),
                    line.value("channel"),
                    line.day("day"),
                    line.amount("amount", "what was paid on that day"),
                    line.currency("currency"));
        });
    }
}
