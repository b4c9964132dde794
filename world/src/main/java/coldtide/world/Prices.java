package coldtide.world;

import coldtide.world.scenario.Scenario;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;

/** Price tags, and invented exchange rates into the app's currency that drift a little from day to day. */
final class Prices {
    private static final double DRIFT = 0.015;
    private static final double DRIFT_DAYS = 23;

    private final Scenario scenario;
    private final Map<String, Double> level;

    Prices(Scenario scenario) {
        this.scenario = scenario;
        level = scenario.currencies();
    }

    /** Every currency of the scenario on every day of the span. */
    List<Rate> rates() {
        List<Rate> rates = new ArrayList<>();
        for (int day = 0; day < scenario.days(); day++) {
            LocalDate date = scenario.firstDay().plusDays(day);
            for (Map.Entry<String, Double> each : level.entrySet()) {
                String currency = each.getKey();
                double drift = 1 + DRIFT * Math.sin(day / DRIFT_DAYS + currency.charAt(0));
                BigDecimal worth = BigDecimal.valueOf(each.getValue() * drift).setScale(8, RoundingMode.HALF_EVEN);
                rates.add(new Rate(currency, date, worth));
            }
        }
        return rates;
    }

    /** A price tag in a currency for an amount in the app's: two decimals, none where a unit is worth less than a cent. */
    BigDecimal tag(String currency, double amount) {
        double units = amount / (currency.equals(scenario.app().currency()) ? 1 : level.get(currency));
        return units > 100
                ? BigDecimal.valueOf(Math.round(units / 10) * 10)
                : BigDecimal.valueOf(Math.max(Math.round(units), 1) - 0.01).setScale(2, RoundingMode.HALF_EVEN);
    }
}
