package coldtide.core.log;

import coldtide.core.log.rule.RevenueType;
import java.util.Arrays;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Stream;

/** Money as properties of its events, so that conditions, splits and measures take it like anything else. */
enum MoneyProperty {
    /** As it was paid or given back, in the app's currency; absent where there is no rate. */
    AMOUNT,
    /** The same, refunds below zero: what is added up. */
    REVENUE,
    REVENUE_TYPE,
    /** Currency of the payment, as a column of texts. */
    CURRENCY;

    private static final double MICROS = 1e6;

    private String word() {
        return name().toLowerCase(Locale.ROOT);
    }

    boolean isText() {
        return this == REVENUE_TYPE || this == CURRENCY;
    }

    static Optional<MoneyProperty> of(String property) {
        return Arrays.stream(values())
                .filter(each -> each.word().equals(property))
                .findFirst();
    }

    static Stream<String> names() {
        return Arrays.stream(values()).map(MoneyProperty::word);
    }

    /** The number, or the code of the text, of money {@code i} of a shard. */
    double value(Shard shard, int i, int[] typeTexts, int[] currencyTexts) {
        return switch (this) {
            case AMOUNT -> shard.moneyMicros[i] / MICROS;
            case REVENUE -> (isRefund(shard, i) ? -shard.moneyMicros[i] : shard.moneyMicros[i]) / MICROS;
            case REVENUE_TYPE -> typeTexts[shard.moneyType[i]];
            case CURRENCY -> currencyTexts[shard.moneyCurrency[i]];
        };
    }

    private static boolean isRefund(Shard shard, int i) {
        return shard.moneyType[i] == RevenueType.REFUND.ordinal();
    }
}
