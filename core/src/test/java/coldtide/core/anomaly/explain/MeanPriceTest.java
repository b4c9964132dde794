package coldtide.core.anomaly.explain;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import coldtide.core.RandomHistory;
import coldtide.core.anomaly.counts.Spans;
import coldtide.core.filter.value.Profiles;
import coldtide.core.filter.value.PropertyValue;
import coldtide.core.log.EventLog;
import coldtide.core.log.rule.RevenueType;
import coldtide.core.scan.ScanRunner;
import it.unimi.dsi.fastutil.ints.IntArrayList;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.stream.IntStream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** What a purchase was worth, against the mean of the bare events; those of a day without a rate count for nothing. */
class MeanPriceTest {
    private static final int MIDDLE = 40;
    private static final RandomHistory HISTORY = new RandomHistory(21, 900, 80);

    @ParameterizedTest
    @ValueSource(strings = {"", "EUR", "GBP"})
    void aPurchaseIsWorthTheMeanOfThoseWithARate(String currency) {
        EventLog log = HISTORY.log(200, 4);
        List<PropertyValue> slice = List.of(
                currency.isEmpty()
                        ? new PropertyValue("platform", "android")
                        : new PropertyValue("currency", currency));
        IntArrayList past = new IntArrayList(IntStream.range(0, MIDDLE).toArray());
        Spans spans = Spans.of(log.days(), past, MIDDLE, log.days());
        Optional<MeanPrice> worth;
        try (ScanRunner runner = new ScanRunner(2, Duration.ofMinutes(1))) {
            worth = runner.run(log, new MeanPrice.Asked(log, Profiles.of(log, List.of("platform")), slice, spans));
        }
        assertThat(worth.orElseThrow().before()).isCloseTo(mean(log, currency, true), within(1e-6));
        assertThat(worth.orElseThrow().after()).isCloseTo(mean(log, currency, false), within(1e-6));
    }

    private static double mean(EventLog log, String currency, boolean before) {
        return HISTORY.events.stream()
                        .filter(event -> event.money() != null && event.money().type() == RevenueType.PURCHASE)
                        .filter(event -> currency.isEmpty()
                                ? event.release().platform().equals("android")
                                : event.money().currency().equals(currency))
                        .filter(event -> before == (log.dayNumber(HISTORY.dayOf(event)) < MIDDLE))
                        .map(HISTORY::worth)
                        .filter(OptionalLong::isPresent)
                        .mapToLong(OptionalLong::getAsLong)
                        .average()
                        .orElseThrow()
                / 1e6;
    }
}
