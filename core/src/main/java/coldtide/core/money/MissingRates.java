package coldtide.core.money;

import coldtide.core.log.EventLog;
import coldtide.core.log.Shard;
import coldtide.core.log.column.PropertyColumn;
import coldtide.core.scan.Analysis;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/** Amounts that stand in no figure because their currency has no rate on their day, by currency. Reads the money alone. */
public final class MissingRates implements Analysis<Map<String, MissingRates.Missing>, List<MissingRates.Missing>> {
    /** @param first the first day without a rate that has an amount, {@code last} the last such day */
    public record Missing(String currency, LocalDate first, LocalDate last, long amounts) {
        Missing with(Missing other) {
            return new Missing(
                    currency,
                    first.isBefore(other.first) ? first : other.first,
                    last.isAfter(other.last) ? last : other.last,
                    amounts + other.amounts);
        }
    }

    private final EventLog log;

    public MissingRates(EventLog log) {
        this.log = log;
    }

    @Override
    public Map<String, Missing> empty() {
        return new TreeMap<>();
    }

    @Override
    public void scan(Shard shard, Map<String, Missing> partial) {
        // Every amount has a currency, so the column has a value for each amount in their order.
        PropertyColumn currencies = log.texts(shard, "currency").orElse(null);
        for (int person = shard.person(0);
                currencies != null && person < shard.people();
                person = shard.person(person + 1)) {
            for (int i = shard.moneyFrom[person]; i < shard.moneyFrom[person + 1]; i++) {
                if (shard.moneyMicros[i] == Shard.NO_RATE) {
                    String currency = log.texts().text((int) currencies.values().at(i));
                    LocalDate day = log.firstDay().plusDays(shard.moneyDay[i]);
                    partial.merge(currency, new Missing(currency, day, day, 1), Missing::with);
                }
            }
        }
    }

    @Override
    public void merge(Map<String, Missing> into, Map<String, Missing> from) {
        from.forEach((currency, missing) -> into.merge(currency, missing, Missing::with));
    }

    @Override
    public List<Missing> finish(Map<String, Missing> partial) {
        return List.copyOf(partial.values());
    }
}
