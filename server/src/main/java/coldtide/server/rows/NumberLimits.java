package coldtide.server.rows;

import java.math.BigDecimal;
import java.util.Optional;

/**
 * Which numbers an event may hold: those that a column of doubles keeps and whose sums can be kept, so below 2^63 in size, and
 * written with at most 400 decimal places. Looks at sizes only, so it costs the same for 1 as for 1e999999999.
 */
final class NumberLimits {
    private static final BigDecimal BOUND = BigDecimal.valueOf(2).pow(63);
    private static final int MOST_DECIMALS = 400;

    private NumberLimits() {}

    /** The end of a sentence that says why a number cannot be taken; empty if it can. */
    static Optional<String> fault(BigDecimal number) {
        // Digits before the point; as a long, since a scale may be any int.
        long digits = (long) number.precision() - number.scale();
        if (number.signum() != 0 && (digits > BOUND.precision() || digits == BOUND.precision() && tooLarge(number))) {
            return Optional.of(
                    "is too large a number; numbers must be below 2^63 (about 9.2e18). Send longer ones as text.");
        }
        if (number.scale() > MOST_DECIMALS || -(long) number.scale() > MOST_DECIMALS) {
            return Optional.of("has more than " + MOST_DECIMALS + " decimal places.");
        }
        return Optional.empty();
    }

    private static boolean tooLarge(BigDecimal number) {
        return number.abs().compareTo(BOUND) >= 0;
    }
}
