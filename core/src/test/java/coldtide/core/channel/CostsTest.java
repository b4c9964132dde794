package coldtide.core.channel;

import static org.assertj.core.api.Assertions.assertThat;

import coldtide.core.channel.Costs.Cost;
import coldtide.core.channel.Costs.Paid;
import coldtide.core.log.rule.ExchangeRates;
import coldtide.core.time.DayRange;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.List;
import org.junit.jupiter.api.Test;

class CostsTest {
    private static final LocalDate MAY = LocalDate.of(2026, 5, 1);
    private static final DayRange TWO_DAYS = new DayRange(MAY, MAY.plusDays(2));

    @Test
    void eachDayIsConvertedAtItsOwnRateAndAMissingRateIsNoZero() {
        ExchangeRates rates = new ExchangeRates("EUR");
        rates.put("GBP", MAY, new BigDecimal("1.10"));
        rates.put("GBP", MAY.plusDays(1), new BigDecimal("1.25"));
        Costs costs = new Costs(List.of(
                new Paid("letters", MAY, 10_000_000, "GBP"),
                new Paid("letters", MAY.plusDays(1), 4_000_000, "GBP"),
                new Paid("letters", MAY.plusDays(2), 99_000_000, "EUR"),
                new Paid("posters", MAY, 3_000_000, "USD"),
                new Paid("posters", MAY.plusDays(1), 2_000_000, "EUR")));
        assertThat(costs.of("letters", TWO_DAYS, rates)).isEqualTo(new Cost(2, 16_000_000, 0));
        assertThat(costs.of("posters", TWO_DAYS, rates)).isEqualTo(new Cost(2, 2_000_000, 1));
        assertThat(costs.of("video", TWO_DAYS, rates)).isEqualTo(new Cost(0, 0, 0));
        assertThat(costs.channels(new DayRange(MAY.plusDays(2), MAY.plusDays(3))))
                .containsExactly("letters");
    }

    @Test
    void allTogetherIsKnownOnlyWhereEachIs() {
        ExchangeRates rates = new ExchangeRates("EUR");
        Paid letters = new Paid("letters", MAY, 4_000_000, "EUR");
        Paid posters = new Paid("posters", MAY, 3_000_000, "EUR");
        Paid later = new Paid("posters", MAY.plusDays(1), 2_000_000, "EUR");
        DayRange first = new DayRange(MAY, MAY.plusDays(1));
        Costs costs = new Costs(List.of(letters, posters, later));
        assertThat(costs.ofAll(first, rates)).hasValue(7_000_000);
        assertThat(costs.ofAll(TWO_DAYS, rates)).isEmpty();
        assertThat(new Costs(List.of(posters, later)).ofAll(TWO_DAYS, rates)).hasValue(5_000_000);
        assertThat(new Costs(List.of()).ofAll(first, rates)).isEmpty();
        assertThat(new Costs(List.of(new Paid("letters", MAY, 1, "USD"))).ofAll(first, rates))
                .isEmpty();
    }
}
