package coldtide.core.log.rule;

import java.util.Arrays;
import java.util.Locale;
import java.util.Optional;

/** What kind of money an event carries. Amounts are stored positive; a refund subtracts on the day of the refund. */
public enum RevenueType {
    PURCHASE,
    AD,
    SUBSCRIPTION,
    REFUND;

    /** The name used in files and over HTTP: lower case. */
    public String word() {
        return name().toLowerCase(Locale.ROOT);
    }

    public static Optional<RevenueType> ofWord(String word) {
        return Arrays.stream(values()).filter(type -> type.word().equals(word)).findFirst();
    }
}
