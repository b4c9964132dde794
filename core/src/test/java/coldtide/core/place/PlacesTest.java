package coldtide.core.place;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import coldtide.core.filter.Conditions;
import coldtide.core.filter.EventCondition;
import coldtide.core.filter.PersonCondition;
import coldtide.core.filter.value.ValueTest;
import coldtide.core.log.EventLog;
import coldtide.core.log.EventLogBuilder;
import coldtide.core.log.RawEvent;
import coldtide.core.log.rule.ExchangeRates;
import coldtide.core.log.rule.LogSettings;
import coldtide.core.place.PlaceAnswer.Cell;
import coldtide.core.place.PlaceAnswer.Seen;
import coldtide.core.place.PlaceQuestion.Against;
import coldtide.core.scan.ScanRunner;
import coldtide.core.stats.Difference;
import coldtide.core.stats.Share;
import coldtide.core.time.DayRange;
import coldtide.core.time.ReportingCalendar;
import java.time.Duration;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Squares of random places against going through the bare events square by square. */
class PlacesTest {
    private static final LocalDate FIRST = LocalDate.of(2026, 3, 2);
    private static final int DAYS = 20;
    private static final int LEAST = 3;

    /** An event; x and y NaN where it has no place. */
    private record Sample(int person, int day, double level, double x, double y, double fps, String platform) {}

    private static final List<Sample> SAMPLES = samples(6_000);
    private static final EventLog LOG = log(SAMPLES, 300);

    private static List<Sample> samples(int howMany) {
        Random random = new Random(4);
        List<Sample> samples = new ArrayList<>();
        for (int i = 0; i < howMany; i++) {
            int person = random.nextInt(150);
            boolean isSomewhere = random.nextInt(10) > 0;
            samples.add(new Sample(
                    person,
                    random.nextInt(DAYS),
                    1 + random.nextInt(2),
                    isSomewhere ? Math.round(random.nextGaussian() * 150) / 10.0 : Double.NaN,
                    isSomewhere ? Math.round(random.nextDouble() * 400) / 10.0 : Double.NaN,
                    random.nextInt(8) > 0 ? 20 + random.nextInt(400) / 10.0 : Double.NaN,
                    person % 3 == 0 ? "ios" : "android"));
        }
        return samples;
    }

    private static EventLog log(List<Sample> samples, int shardEvents) {
        LogSettings settings = LogSettings.usual(new ReportingCalendar(ZoneId.of("UTC")), new ExchangeRates("EUR"));
        EventLogBuilder builder = new EventLogBuilder(settings, shardEvents);
        Map<String, Integer> contexts = Map.of(
                "ios", builder.addContext(Map.of("platform", "ios")),
                "android", builder.addContext(Map.of("platform", "android")));
        RawEvent raw = new RawEvent();
        int at = 0;
        for (Sample sample : samples) {
            raw.install = sample.person() + 1;
            raw.account = RawEvent.NOBODY;
            raw.timeMillis =
                    settings.calendar().startOf(FIRST.plusDays(sample.day())).toEpochMilli() + 1_000L * at++;
            raw.receivedMillis = raw.timeMillis;
            raw.name = builder.nameCode("frame_sample");
            raw.context = contexts.get(sample.platform());
            raw.clearValues();
            raw.value(builder.numberColumn("level"), sample.level());
            if (!Double.isNaN(sample.x())) {
                raw.value(builder.numberColumn("x"), sample.x());
                raw.value(builder.numberColumn("y"), sample.y());
            }
            if (!Double.isNaN(sample.fps())) {
                raw.value(builder.numberColumn("fps"), sample.fps());
            }
            builder.add(raw);
        }
        return builder.build().orElseThrow();
    }

    private static DayRange days(int from, int to) {
        return new DayRange(FIRST.plusDays(from), FIRST.plusDays(to));
    }

    private static PlaceQuestion question(PlaceMeasure measure, Against against, double square, int least) {
        return new PlaceQuestion(
                new EventCondition.Property("level", new ValueTest.Within(1, true, 1, true)),
                days(10, DAYS),
                PersonCondition.EVERYBODY,
                against,
                square,
                measure,
                measure.isOfProperty() ? "fps" : "",
                10,
                least);
    }

    private static PlaceAnswer answer(EventLog log, PlaceQuestion question) {
        try (ScanRunner runner = new ScanRunner(2, Duration.ofMinutes(1))) {
            return Places.answer(log, runner, new Conditions(1 << 20), question);
        }
    }

    /** Of one side, all that has a place on the level. */
    private static List<Sample> side(boolean isFirst, boolean byDays) {
        return SAMPLES.stream()
                .filter(sample -> sample.level() == 1 && !Double.isNaN(sample.x()))
                .filter(sample -> byDays ? isFirst == sample.day() >= 10 : sample.day() >= 10)
                .filter(sample -> byDays || isFirst == sample.platform().equals("ios"))
                .toList();
    }

    private static Stream<Sample> in(List<Sample> all, Cell cell, double square) {
        return all.stream()
                .filter(sample -> Math.floor(sample.x() / square) * square == cell.x()
                        && Math.floor(sample.y() / square) * square == cell.y());
    }

    private static long people(Stream<Sample> of) {
        return of.map(Sample::person).distinct().count();
    }

    @ParameterizedTest
    @EnumSource(PlaceMeasure.class)
    void everySquareIsWhatTheBareEventsSay(PlaceMeasure measure) {
        PlaceAnswer answer = answer(LOG, question(measure, new Against.Days(days(0, 10)), 5, LEAST));
        for (int at = 0; at < 2; at++) {
            List<Sample> all = side(at == 0, true);
            assertThat(answer.sides().get(at).people()).isEqualTo(people(all.stream()));
            assertThat(answer.sides().get(at).events()).isEqualTo(all.size());
            for (Cell cell : answer.cells()) {
                check(measure, cell.seen().get(at), all, in(all, cell, 5).toList());
            }
        }
        assertThat(answer.cells()).anyMatch(cell -> !cell.seen().get(0).isTold());
    }

    private static void check(PlaceMeasure measure, Seen seen, List<Sample> all, List<Sample> here) {
        List<Sample> counted = measure.isOfProperty()
                ? here.stream().filter(sample -> !Double.isNaN(sample.fps())).toList()
                : here;
        assertThat(seen.isTold()).isEqualTo(people(counted.stream()) >= LEAST);
        if (!seen.isTold()) {
            return;
        }
        double onLevel = people(all.stream());
        double[] fps = counted.stream().mapToDouble(Sample::fps).sorted().toArray();
        double expected = switch (measure) {
            case EVENTS -> here.size() / onLevel;
            case PEOPLE -> people(here.stream()) / onLevel;
            case MEAN -> counted.stream().mapToDouble(Sample::fps).average().orElseThrow();
            case PERCENTILE -> percentile(fps);
        };
        assertThat(seen.people()).isEqualTo(people(here.stream()));
        assertThat(seen.events()).isEqualTo(here.size());
        assertThat(seen.value()).isCloseTo(expected, within(1e-9));
        assertThat(seen.low()).isLessThanOrEqualTo(seen.value());
        assertThat(seen.high()).isGreaterThanOrEqualTo(seen.value());
    }

    private static double percentile(double[] sorted) {
        double rank = 0.1 * (sorted.length - 1);
        int below = (int) rank;
        return below + 1 >= sorted.length
                ? sorted[below]
                : sorted[below] * (1 - rank + below) + sorted[below + 1] * (rank - below);
    }

    @Test
    void sharesOfTwoGroupsDifferAsTwoSharesDo() {
        PersonCondition ios = new PersonCondition.Property(
                "platform", PersonCondition.Which.LATEST, new ValueTest.IsOneOf(Set.of("ios")));
        PlaceAnswer answer = answer(LOG, question(PlaceMeasure.PEOPLE, new Against.People(ios), 10, LEAST));
        List<Sample> first = side(true, false);
        List<Sample> second = side(false, false);
        Cell cell = answer.cells().stream()
                .filter(each -> each.difference().isPresent())
                .findFirst()
                .orElseThrow();
        Difference expected = Difference.of(
                Share.of(people(in(first, cell, 10)), people(first.stream())),
                Share.of(people(in(second, cell, 10)), people(second.stream())));
        assertThat(cell.difference().orElseThrow()).isEqualTo(expected);
        assertThat(cell.adjusted()).isGreaterThanOrEqualTo(expected.p());
    }

    @ParameterizedTest
    @ValueSource(ints = {40, 1_000, 100_000})
    void theAnswerIsTheSameHoweverTheLogIsCut(int shardEvents) {
        PlaceQuestion question = question(PlaceMeasure.PERCENTILE, new Against.Days(days(0, 10)), 5, LEAST);
        PlaceAnswer cut = answer(log(SAMPLES, shardEvents), question);
        PlaceAnswer whole = answer(LOG, question);
        assertThat(cut).isEqualTo(whole);
    }

    @Test
    void levelsAreThoseOfWhatHasAPlace() {
        List<Levels.Level> levels;
        try (ScanRunner runner = new ScanRunner(2, Duration.ofMinutes(1))) {
            levels = Levels.of(LOG, runner);
        }
        assertThat(levels).extracting(Levels.Level::number).containsExactly(1.0, 2.0);
        List<Sample> first = SAMPLES.stream()
                .filter(sample -> sample.level() == 1 && !Double.isNaN(sample.x()))
                .toList();
        assertThat(levels.get(0).events()).isEqualTo(first.size());
        assertThat(levels.get(0).minX())
                .isEqualTo(first.stream().mapToDouble(Sample::x).min().orElseThrow());
        assertThat(levels.get(0).maxY())
                .isEqualTo(first.stream().mapToDouble(Sample::y).max().orElseThrow());
    }

    @Test
    void tooManySquaresAreRefusedInASentence() {
        assertThatThrownBy(() -> question(PlaceMeasure.PEOPLE, new Against.Nothing(), 0, 1))
                .hasMessageContaining("must be a number above 0");
        EventLog many = log(samples(60_000), 5_000);
        assertThatThrownBy(() -> answer(many, question(PlaceMeasure.PEOPLE, new Against.Nothing(), 0.1, 1)))
                .hasMessageContaining("With squares of 0.1 there would be more than 10000 of them");
    }
}
