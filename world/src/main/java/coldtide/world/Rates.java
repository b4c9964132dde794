package coldtide.world;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/** Invented exchange rates into euro that drift a little from day to day. */
public final class Rates {
    /**
     * One unit of {@code currency} was worth {@code rate} euro on {@code day}.
     */
    public record Rate(String currency, LocalDate day, BigDecimal rate) {}

    private static final Map<String, Double> LEVEL = new TreeMap<>(Map.of(
            "GBP", 1.16, "USD", 0.91, "CAD", 0.67, "BRL", 0.17, "MXN", 0.05, "DKK", 0.134, "NOK", 0.087, "SEK", 0.089,
            "PLN", 0.233));
    private static final Map<String, Double> SMALL = new TreeMap<>(Map.of("IDR", 0.000057, "JPY", 0.0061, "AUD", 0.6));

    private Rates() {}

    /** Every currency of the world on every day of the span. */
    public static List<Rate> of(Scenario scenario) {
        List<Rate> rates = new ArrayList<>();
        for (int day = 0; day < scenario.days(); day++) {
            LocalDate date = scenario.firstDay().plusDays(day);
            for (String currency : LEVEL.keySet()) {
                rates.add(new Rate(currency, date, on(currency, day)));
            }
            for (String currency : SMALL.keySet()) {
                rates.add(new Rate(currency, date, on(currency, day)));
            }
        }
        return rates;
    }

    /** Euro for one unit on the given day of the span. */
    private static BigDecimal on(String currency, int day) {
        double drift = 1 + 0.015 * Math.sin(day / 23.0 + currency.charAt(0));
        return BigDecimal.valueOf(level(currency) * drift).setScale(8, RoundingMode.HALF_EVEN);
    }

    /** A price tag in a currency for an amount in euro: two decimals, none where a unit is worth less than a cent. */
    static BigDecimal price(String currency, double euro) {
        double units = euro / (currency.equals(Scenario.CURRENCY) ? 1 : level(currency));
        return units > 100
                ? BigDecimal.valueOf(Math.round(units / 10) * 10)
                : BigDecimal.valueOf(Math.round(units) - 0.01).setScale(2, RoundingMode.HALF_EVEN);
    }

    private static double level(String currency) {
        Double level = LEVEL.get(currency);
        return level != null ? level : SMALL.get(currency);
    }
}
