package coldtide.core.anomaly.counts;

import static org.assertj.core.api.Assertions.assertThat;

import coldtide.core.RandomHistory;
import coldtide.core.RandomHistory.Event;
import coldtide.core.filter.value.Profiles;
import coldtide.core.filter.value.PropertyValue;
import coldtide.core.log.EventLog;
import coldtide.core.log.rule.RevenueType;
import coldtide.core.scan.ScanRunner;
import coldtide.core.time.DayRange;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.ZoneId;
import java.time.ZonedDateTime;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.SplittableRandom;
import java.util.stream.LongStream;
import org.apache.commons.statistics.distribution.PoissonDistribution;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** When a fall began, by the hour, on simulated counts whose truth is known. */
class OnsetTest {
    private static final int HOURS = 144;
    private static final RandomHistory HISTORY = new RandomHistory(25, 1_300, 40);
    private static final List<Event> WHOLE = List.copyOf(HISTORY.events);

    /** A day goes up and down. */
    private static double[] usual(double aDay) {
        double[] usual = new double[HOURS];
        for (int hour = 0; hour < HOURS; hour++) {
            usual[hour] = aDay / 24 * (1 + 0.8 * Math.sin(2 * Math.PI * hour / 24));
        }
        return usual;
    }

    private static double[] counts(double[] usual, int onset, double left, long seed) {
        SplittableRandom random = new SplittableRandom(seed);
        double[] counts = new double[HOURS];
        for (int hour = 0; hour < HOURS; hour++) {
            double mean = usual[hour] * (hour < onset ? 1 : left);
            counts[hour] = PoissonDistribution.of(mean).inverseCumulativeProbability(random.nextDouble());
        }
        return counts;
    }

    /** Of all that are told, at least nine of ten spans hold the true hour; and most that are far are told. */
    @ParameterizedTest
    @CsvSource({"2000, 0.5, 0.99", "400, 0.3, 0.99", "150, 0.1, 0.95", "2000, 0.85, 0.6"})
    void theTrueHourLiesBetween(double aDay, double left, double leastTold) {
        SplittableRandom random = new SplittableRandom(88);
        double[] usual = usual(aDay);
        int told = 0;
        int within = 0;
        int rounds = 1_000;
        for (int round = 0; round < rounds; round++) {
            int onset = 40 + random.nextInt(64);
            Optional<Onset.Hours> found = Onset.of(counts(usual, onset, left, round), usual, 1);
            told += found.isPresent() ? 1 : 0;
            within += found.filter(hours -> hours.from() <= onset && onset <= hours.to())
                            .isPresent()
                    ? 1
                    : 0;
        }
        assertThat(told).isGreaterThanOrEqualTo((int) (leastTold * rounds));
        assertThat((double) within / told).isGreaterThan(0.9);
    }

    /** The counts of a steady series jump by chance; hardly ever is an hour told for it. */
    @Test
    void withoutAFallNoHourIsTold() {
        double[] usual = usual(500);
        long told = LongStream.range(0, 500)
                .filter(seed -> Onset.of(counts(usual, 0, 1, seed), usual, 1.5).isPresent())
                .count();
        assertThat(told).isLessThan(50);
    }

    @Test
    void aFallToNothingIsToldExactly() {
        double[] usual = new double[HOURS];
        Arrays.fill(usual, 50);
        double[] actual = usual.clone();
        Arrays.fill(actual, 77, HOURS, 0);
        assertThat(Onset.of(actual, usual, 1)).contains(new Onset.Hours(77, 77, 77));
        // What has begun before, or has not, is not told.
        assertThat(Onset.of(new double[HOURS], usual, 1)).isEmpty();
        assertThat(Onset.of(usual, usual, 1)).isEmpty();
    }

    /** On real days: the hour in which adverts of Android end, over a change of the clock. */
    @ParameterizedTest
    @CsvSource({"2026-03-30T15:00", "2026-03-31T08:00", "2026-04-12T09:00"})
    void theHourIsThatOfTheClock(String end) {
        ZonedDateTime at = LocalDateTime.parse(end).atZone(ZoneId.of("Europe/Lisbon"));
        Instant fell = at.toInstant();
        HISTORY.events.clear();
        HISTORY.events.addAll(WHOLE);
        HISTORY.events.removeIf(event -> isAdvert(event) && event.timeMillis() >= fell.toEpochMilli());
        EventLog log = HISTORY.log(200, 4);
        List<PropertyValue> android = List.of(new PropertyValue("platform", "android"));
        DayRange days =
                Onset.around(log, new DayRange(at.toLocalDate(), log.firstDay().plusDays(39)));
        try (ScanRunner runner = new ScanRunner(2, Duration.ofMinutes(1))) {
            HoursOfSlice.Counts counts = runner.run(
                    log, new HoursOfSlice(log, Profiles.of(log, List.of("platform")), Rate.ADVERTS, android, days));
            for (LocalDate day = days.from(); day.isBefore(days.to()); day = day.plusDays(1)) {
                for (int hour = 0; hour < 23; hour++) {
                    assertThat(counts.of(log.dayNumber(day), hour)).isEqualTo(count(log, day, hour));
                }
            }
            double[] expected = new double[log.days()];
            Arrays.fill(expected, 40);
            Onset onset = Onset.of(log, counts, days, expected).orElseThrow();
            assertThat(fell).isBetween(onset.from(), onset.to());
        }
    }

    private static boolean isAdvert(Event event) {
        return event.money() != null && event.money().type() == RevenueType.AD;
    }

    private static long count(EventLog log, LocalDate day, int hour) {
        Instant from = log.calendar().startOf(day).plus(Duration.ofHours(hour));
        return HISTORY.events.stream()
                .filter(event -> isAdvert(event) && event.release().platform().equals("android"))
                .map(event -> Instant.ofEpochMilli(event.timeMillis()))
                .filter(time -> !time.isBefore(from) && time.isBefore(from.plus(Duration.ofHours(1))))
                .count();
    }
}
