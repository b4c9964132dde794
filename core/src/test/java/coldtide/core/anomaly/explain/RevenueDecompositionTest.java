package coldtide.core.anomaly.explain;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import coldtide.core.RandomHistory;
import coldtide.core.RandomHistory.Event;
import coldtide.core.anomaly.counts.PaymentsByWeekday;
import coldtide.core.anomaly.counts.Spans;
import coldtide.core.anomaly.explain.RevenueDecomposition.Factor;
import coldtide.core.anomaly.explain.RevenueDecomposition.Part;
import coldtide.core.filter.value.Profiles;
import coldtide.core.filter.value.PropertyValue;
import coldtide.core.log.EventLog;
import coldtide.core.log.rule.RevenueType;
import coldtide.core.scan.ScanRunner;
import coldtide.core.time.DayRange;
import java.time.DayOfWeek;
import java.time.Duration;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.function.Predicate;
import java.util.function.ToDoubleFunction;
import java.util.stream.DoubleStream;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Revenue taken apart, against the bare events. */
class RevenueDecompositionTest {
    private static final RandomHistory HISTORY = new RandomHistory(23, 1_200, 80);
    private static final EventLog LOG = HISTORY.log(200, 4);
    private static final LocalDate FROM = LOG.firstDay().plusDays(45);

    private static Optional<RevenueDecomposition> breakUp(List<PropertyValue> slice, LocalDate from, int days) {
        Spans spans = Spans.since(LOG, from, new DayRange(from, from.plusDays(days)));
        try (ScanRunner runner = new ScanRunner(2, Duration.ofMinutes(1))) {
            return RevenueDecomposition.of(
                    runner.run(LOG, new PaymentsByWeekday(LOG, Profiles.of(LOG, List.of("platform")), slice, spans)));
        }
    }

    /** What is brought on a day, as slowly as it is written. */
    private static double money(RevenueType type, String platform, String currency, LocalDate day) {
        return HISTORY.events.stream()
                        .filter(event -> event.money() != null && event.money().type() == type)
                        .filter(event -> platform.equals("any")
                                || event.release().platform().equals(platform))
                        .filter(event -> currency.equals("any")
                                || event.money().currency().equals(currency))
                        .filter(event -> HISTORY.dayOf(event).equals(day))
                        .map(HISTORY::worth)
                        .filter(OptionalLong::isPresent)
                        .mapToLong(OptionalLong::getAsLong)
                        .sum()
                / 1e6;
    }

    /** Of the days after the mean; of those before the mean of what each of these has on its days of the week. */
    private static double mean(boolean after, int days, ToDoubleFunction<LocalDate> of) {
        return DoubleStream.iterate(0, day -> day + 1)
                .limit(days)
                .map(day -> after ? of.applyAsDouble(FROM.plusDays((long) day)) : before(FROM.plusDays((long) day), of))
                .average()
                .orElseThrow();
    }

    private static double before(LocalDate day, ToDoubleFunction<LocalDate> of) {
        DayOfWeek weekday = day.getDayOfWeek();
        return FROM.minusDays(28)
                .datesUntil(FROM)
                .filter(each -> each.getDayOfWeek() == weekday)
                .mapToDouble(of)
                .average()
                .orElseThrow();
    }

    @ParameterizedTest
    @CsvSource({"any, any, 3", "android, any, 10", "ios, any, 1", "any, GBP, 9", "android, EUR, 16"})
    void eachTypeIsTheMeanOfItsDaysAndOfTheSameDaysOfTheWeekBefore(String platform, String currency, int days) {
        List<PropertyValue> slice = Stream.of(
                        new PropertyValue("platform", platform), new PropertyValue("currency", currency))
                .filter(having -> !having.value().equals("any"))
                .toList();
        RevenueDecomposition found = breakUp(slice, FROM, days).orElseThrow();
        for (RevenueType type : RevenueType.values()) {
            double before = mean(false, days, day -> money(type, platform, currency, day));
            double after = mean(true, days, day -> money(type, platform, currency, day));
            Optional<Part> part =
                    found.parts().stream().filter(each -> each.type() == type).findFirst();
            assertThat(part.map(Part::before).orElse(0.0)).isCloseTo(before, within(1e-6));
            assertThat(part.map(Part::after).orElse(0.0)).isCloseTo(after, within(1e-6));
        }
    }

    @Test
    void factorsMultiplyToTheirPartAndAddUpToItsChange() {
        RevenueDecomposition found = breakUp(List.of(new PropertyValue("platform", "android")), FROM, 12)
                .orElseThrow();
        assertThat(found.parts()).isNotEmpty();
        for (Part part : found.parts()) {
            assertThat(product(part, Factor::before)).isCloseTo(part.before(), within(1e-6));
            assertThat(product(part, Factor::after)).isCloseTo(part.after(), within(1e-6));
            assertThat(part.factors().stream().mapToDouble(Factor::adds).sum())
                    .isCloseTo(part.after() - part.before(), within(1e-6));
        }
        double signed = found.parts().stream()
                .mapToDouble(part -> part.type() == RevenueType.REFUND ? -part.after() : part.after())
                .sum();
        assertThat(found.after()).isCloseTo(signed, within(1e-9));
    }

    private static double product(Part part, ToDoubleFunction<Factor> side) {
        return part.factors().stream().mapToDouble(side).reduce(1, (left, right) -> left * right);
    }

    /** People who pay in a way on a day are counted once, however often they do. */
    @Test
    void peopleAreThoseOfTheBareEvents() {
        RevenueDecomposition found = breakUp(List.of(), FROM, 7).orElseThrow();
        double active = mean(true, 7, day -> people(day, Event::active));
        for (Part part : found.parts()) {
            double payers = mean(
                    true,
                    7,
                    day -> people(
                            day,
                            event -> event.money() != null
                                    && event.money().type() == part.type()
                                    && HISTORY.worth(event).isPresent()));
            assertThat(part.factors().get(0).after()).isCloseTo(active, within(1e-9));
            assertThat(part.factors().get(1).after()).isCloseTo(payers / active, within(1e-9));
        }
    }

    private static double people(LocalDate day, Predicate<Event> which) {
        return HISTORY.events.stream()
                .filter(event -> HISTORY.dayOf(event).equals(day))
                .filter(which)
                .map(Event::person)
                .distinct()
                .count();
    }

    /** In the first week there is nothing of the same day of the week to hold a day against. */
    @Test
    void withoutSuchDaysBeforeNothingIsSaid() {
        assertThat(breakUp(List.of(), LOG.firstDay().plusDays(3), 10)).isEmpty();
        assertThat(breakUp(List.of(), LOG.firstDay().plusDays(7), 10)).isPresent();
    }

    /** What nobody buys any more is nobody's; how much each would have paid is not known. */
    @Test
    void whatVanishesIsOfPeopleWhoPay() {
        long[][] sums = new long[14][13];
        int[] days = new int[14];
        Arrays.fill(days, 4);
        for (int weekday = 0; weekday < 14; weekday++) {
            sums[weekday][0] = 400;
        }
        for (int weekday = 0; weekday < 7; weekday++) {
            sums[weekday][1] = 8;
            sums[weekday][2] = 16;
            sums[weekday][3] = 80_000_000;
        }
        Part part = RevenueDecomposition.of(new PaymentsByWeekday.Weeks(sums, days))
                .orElseThrow()
                .parts()
                .get(0);
        assertThat(part.before()).isEqualTo(20);
        assertThat(part.factors()).extracting(Factor::adds).containsExactly(0.0, -20.0, 0.0, 0.0);
        assertThat(part.factors().get(2).after()).isNaN();
    }
}
