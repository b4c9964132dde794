package coldtide.world.out;

import coldtide.world.Settlement;
import coldtide.world.World;
import de.siegmar.fastcsv.writer.CsvWriter;
import java.io.IOException;
import java.nio.file.Path;

/** What the simulated advert network settles: day, platform, adverts, amount, currency. */
final class SettlementFile {
    private SettlementFile() {}

    static void write(World world, Path file) throws IOException {
        try (CsvWriter csv = CsvWriter.builder().build(file)) {
            csv.writeRecord("day", "platform", "adverts", "amount", "currency");
            for (Settlement each : world.settlements()) {
                csv.writeRecord(
                        each.day().toString(),
                        each.platform(),
                        Long.toString(each.adverts()),
                        each.amount().toPlainString(),
                        world.scenario().app().currency());
            }
        }
    }
}
