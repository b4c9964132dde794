package coldtide.core.channel;

import coldtide.core.log.rule.ExchangeRates;
import coldtide.core.time.DayRange;
import java.time.LocalDate;
import java.util.List;
import java.util.OptionalLong;
import java.util.stream.Stream;

/** Costs of channels by day. */
public record Costs(List<Paid> paid) {
    public Costs {
        paid = List.copyOf(paid);
    }

    /** @param micros millionths of a unit of the currency, ISO 4217 */
    public record Paid(String channel, LocalDate day, long micros, String currency) {}

    /**
     * What a channel cost in a range.
     *
     * @param days of how many days of the range a cost is known
     * @param micros millionths of the app's currency, each day converted at its own rate
     * @param unconverted of how many of those days it stands not in {@code micros}, for want of a rate
     */
    public record Cost(int days, long micros, int unconverted) {
        /** Whether it is known of every day, and all of it could be converted. */
        public boolean isWhole(DayRange range) {
            return days == range.days() && unconverted == 0;
        }
    }

    public static Costs of(Stream<Paid> paid) {
        return new Costs(paid.toList());
    }

    Stream<String> channels(DayRange range) {
        return paid.stream()
                .filter(each -> range.contains(each.day()))
                .map(Paid::channel)
                .distinct();
    }

    public Cost of(String channel, DayRange range, ExchangeRates rates) {
        int days = 0;
        int unconverted = 0;
        long micros = 0;
        for (Paid each : paid) {
            if (each.channel().equals(channel) && range.contains(each.day())) {
                days++;
                OptionalLong converted = rates.convert(each.micros(), each.currency(), each.day());
                unconverted += converted.isPresent() ? 0 : 1;
                micros = Math.addExact(micros, converted.orElse(0));
            }
        }
        return new Cost(days, micros, unconverted);
    }

    /** What all channels that cost something in a range did together, in micros; empty unless of each it is known for every day. */
    public OptionalLong ofAll(DayRange range, ExchangeRates rates) {
        long micros = 0;
        List<String> channels = channels(range).toList();
        for (String channel : channels) {
            Cost cost = of(channel, range, rates);
            if (!cost.isWhole(range)) {
                return OptionalLong.empty();
            }
            micros = Math.addExact(micros, cost.micros());
        }
        return channels.isEmpty() ? OptionalLong.empty() : OptionalLong.of(micros);
    }
}
