package coldtide.core.log.rule;

import static java.util.Objects.requireNonNull;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.Map;
import java.util.OptionalLong;

/**
 * Rates into the app's currency by civil day. A missing rate is never a zero: the conversion answers empty and the
 * figures count what they could not convert.
 */
public final class ExchangeRates {
    private record Key(String currency, LocalDate day) {}

    private final String target;
    private final Map<Key, BigDecimal> rates = new HashMap<>();

    public ExchangeRates(String target) {
        this.target = requireNonNull(target, "target");
    }

    /** The app's currency, ISO 4217. */
    public String target() {
        return target;
    }

    /** One unit of {@code currency} was worth {@code rate} units of the app's currency on {@code day}. */
    public void put(String currency, LocalDate day, BigDecimal rate) {
        if (rate.signum() <= 0) {
            throw new IllegalArgumentException(
                    "The rate of " + currency + " on " + day + " is " + rate + "; it must be above 0.");
        }
        rates.put(new Key(currency, day), rate);
    }

    /** Millionths of the app's currency, rounded half to even; empty if no rate of that day is known. */
    public OptionalLong convert(long micros, String currency, LocalDate day) {
        if (currency.equals(target)) {
            return OptionalLong.of(micros);
        }
        BigDecimal rate = rates.get(new Key(currency, day));
        return rate == null
                ? OptionalLong.empty()
                : OptionalLong.of(BigDecimal.valueOf(micros)
                        .multiply(rate)
                        .setScale(0, RoundingMode.HALF_EVEN)
                        .longValueExact());
    }

    /** The target and every rate in an order of its own. */
    String fingerprint() {
        return target
                + rates.entrySet().stream()
                        .map(each -> each.getKey().currency()
                                + each.getKey().day()
                                + each.getValue().stripTrailingZeros().toPlainString())
                        .sorted()
                        .collect(java.util.stream.Collectors.joining(" ", " ", ""));
    }

    @Override
    public boolean equals(Object other) {
        return other instanceof ExchangeRates same && target.equals(same.target) && rates.equals(same.rates);
    }

    @Override
    public int hashCode() {
        return 31 * target.hashCode() + rates.hashCode();
    }
}
