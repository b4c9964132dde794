package coldtide.core.log.rule;

import static java.util.Objects.requireNonNull;

import java.math.BigDecimal;
import java.math.RoundingMode;

/**
 * An exact amount of money as it was sent.
 *
 * @param micros millionths of the currency's unit, not negative
 * @param currency ISO 4217 code
 * @param type what kind of money
 */
public record Money(long micros, String currency, RevenueType type) {
    public Money {
        requireNonNull(currency, "currency");
        requireNonNull(type, "type");
        if (micros < 0) {
            throw new IllegalArgumentException("An amount of " + micros + " millionths is negative; a refund is sent"
                    + " as a positive amount of type refund.");
        }
    }

    /** Millionths of {@code amount}; more than six decimals round half to even. */
    public static long microsOf(BigDecimal amount) {
        return amount.movePointRight(6).setScale(0, RoundingMode.HALF_EVEN).longValueExact();
    }
}
