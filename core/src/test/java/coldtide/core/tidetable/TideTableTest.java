package coldtide.core.tidetable;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import coldtide.core.RandomHistory;
import coldtide.core.filter.Conditions;
import coldtide.core.filter.EventCondition;
import coldtide.core.filter.PersonCondition;
import coldtide.core.filter.PersonCondition.Did;
import coldtide.core.filter.Window;
import coldtide.core.log.EventLog;
import coldtide.core.scan.ScanRunner;
import coldtide.core.time.DayRange;
import coldtide.core.time.Grain;
import java.time.Duration;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.ValueSource;

class TideTableTest {
    private static final ScanRunner RUNNER = new ScanRunner(2, Duration.ofMinutes(1));

    @AfterAll
    static void close() {
        RUNNER.close();
    }

    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3, 4, 5, 6})
    void everyFigureOfEveryPeriodIsTheReferences(long seed) {
        RandomHistory history = new RandomHistory(seed, 60, 40).withRunning();
        NaiveTideTable reference = new NaiveTideTable(history);
        EventLog log = history.log(50, seed);
        for (Grain grain : Grain.values()) {
            List<DayRange> asked = log.span().periods(grain);
            List<PeriodCounts> periods = TideTable.counts(log, RUNNER, asked, MetricScope.withPath(firstPath(log)));
            for (int p = 0; p < asked.size(); p++) {
                compare(history, reference, periods.get(p));
                OptionalDouble goneQuiet = periods.get(p).value(Figure.GONE_QUIET);
                boolean known = p > 0 && log.span().contains(asked.get(p - 1));
                assertThat(goneQuiet.isPresent()).isEqualTo(known);
                if (known) {
                    assertThat(goneQuiet).hasValue(reference.goneQuiet(asked.get(p - 1), asked.get(p)));
                }
            }
        }
    }

    private static Optional<Conditions.Mask> firstPath(EventLog log) {
        return Optional.of(new Conditions(1 << 20).of(log, EventCondition.named("beacon_lit")));
    }

    /** Dormant in a range are those active in the range of equal length before (handbook, Lapsed users). */
    @Test
    void whoWentQuietInARangeWasActiveInTheOneBefore() {
        RandomHistory history = new RandomHistory(17, 200, 40).withRunning();
        EventLog log = history.log(100, 1);
        DayRange range =
                new DayRange(log.firstDay().plusDays(20), log.firstDay().plusDays(30));
        TideTableAnswer answer = TideTable.answer(
                log, RUNNER, new TideTableQuestion(range, range.before(), Grain.WEEK), MetricScope.AT_ALL);
        assertThat(answer.range().value(Figure.GONE_QUIET))
                .hasValue(new NaiveTideTable(history).goneQuiet(range.shiftedBy(-10), range));
        assertThat(answer.range().value(Figure.FIRST_PATH)).isEmpty();
    }

    private static void compare(RandomHistory history, NaiveTideTable reference, PeriodCounts counts) {
        for (Figure figure : Figure.values()) {
            if (figure == Figure.GONE_QUIET) {
                continue; // of two periods
            }
            if (figure == Figure.STICKINESS && counts.days() != counts.period().days()) {
                continue; // the reference knows no log whose days end within a period
            }
            Double expected = reference.value(figure, counts.period());
            OptionalDouble value = counts.value(figure);
            assertThat(value.isPresent())
                    .as("%s of %s has a value, %s", figure, counts.period(), history)
                    .isEqualTo(expected != null);
            if (expected != null) {
                assertThat(value.getAsDouble())
                        .as("%s of %s, %s", figure, counts.period(), history)
                        .isCloseTo(expected, within(1e-9));
            }
        }
        assertThat(counts.unconverted()).isEqualTo(reference.unconverted(counts.period()));
    }

    @Test
    void anyCutIntoShardsAndAnyThreadsGiveTheSame() {
        RandomHistory history = new RandomHistory(11, 200, 60).withRunning();
        EventLog whole = history.log(Integer.MAX_VALUE, 1);
        List<DayRange> weeks = whole.span().periods(Grain.WEEK);
        List<PeriodCounts> expected = TideTable.counts(whole, RUNNER, weeks, MetricScope.AT_ALL);
        for (int shardEvents : new int[] {1, 7, 100, 1000}) {
            EventLog log = history.log(shardEvents, shardEvents);
            try (ScanRunner runner = new ScanRunner(1 + shardEvents % 4, Duration.ofMinutes(1))) {
                List<PeriodCounts> counts = TideTable.counts(log, runner, weeks, MetricScope.AT_ALL);
                for (Figure figure : Figure.values()) {
                    assertThat(counts)
                            .extracting(c -> c.value(figure))
                            .isEqualTo(
                                    expected.stream().map(c -> c.value(figure)).toList());
                }
            }
        }
    }

    @Test
    void peopleOfARangeAreCountedOnceNotSummedFromDays() {
        RandomHistory history = new RandomHistory(12, 100, 50).withRunning();
        EventLog log = history.log(100, 1);
        TideTableAnswer answer = TideTable.answer(
                log, RUNNER, new TideTableQuestion(log.span(), log.span().before(), Grain.DAY), MetricScope.AT_ALL);
        double summed = TideTable.daily(log, RUNNER, MetricScope.AT_ALL).stream()
                .mapToDouble(day -> day.value(Figure.ACTIVE_PEOPLE).orElseThrow())
                .sum();
        assertThat(answer.range().value(Figure.ACTIVE_PEOPLE).orElseThrow()).isLessThan(summed);
        assertThat(answer.comparedComplete()).isFalse();
    }

    @ParameterizedTest
    @EnumSource(Grain.class)
    void theLatestPeriodIsWholeAndPassed(Grain grain) {
        RandomHistory history = new RandomHistory(13, 300, 90).withRunning();
        EventLog log = history.log(1000, 1);
        DayRange range = new DayRange(log.firstDay(), log.span().to());
        TideTableAnswer answer =
                TideTable.answer(log, RUNNER, new TideTableQuestion(range, range.before(), grain), MetricScope.AT_ALL);
        DayRange latest = answer.history().get(answer.history().size() - 1);
        assertThat(log.completeBefore(latest.to())).isTrue();
        assertThat(log.completeBefore(grain.shift(latest.to(), 1))).isFalse();
        assertThat(answer.history().get(0).from()).isAfterOrEqualTo(log.firstDay());
    }

    @Test
    void comparesWithTheSameWeekdayAndSaysNothingBeforeThreeOfThem() {
        EventLog log = new RandomHistory(14, 200, 30).log(1000, 1);
        LocalDate end = log.firstDay().plusDays(22);
        TideTableAnswer young = at(log, end.minusDays(1));
        TideTableAnswer old = at(log, end);
        TideTableAnswer.Row installs = old.rows().get(Figure.INSTALLS.ordinal());
        assertThat(installs.before())
                .isEqualTo(installs.series().get(installs.series().size() - 8));
        assertThat(installs.usual())
                .hasValueSatisfying(usual -> assertThat(usual.periods()).isEqualTo(3));
        assertThat(young.rows().get(Figure.INSTALLS.ordinal()).usual()).isEmpty();
    }

    private static TideTableAnswer at(EventLog log, LocalDate end) {
        DayRange range = DayRange.endingBefore(end, 7);
        return TideTable.answer(
                log, RUNNER, new TideTableQuestion(range, range.before(), Grain.DAY), MetricScope.AT_ALL);
    }

    @Test
    void aRangeOutsideTheDataCountsNothingAndIsNotComplete() {
        EventLog log = new RandomHistory(15, 20, 30).log(1000, 1);
        DayRange later = DayRange.endingBefore(LocalDate.of(2031, 1, 1), 28);
        TideTableAnswer answer = TideTable.answer(
                log, RUNNER, new TideTableQuestion(later, later.before(), Grain.DAY), MetricScope.AT_ALL);
        assertThat(answer.rangeComplete()).isFalse();
        assertThat(answer.range().value(Figure.ACTIVE_PEOPLE)).hasValue(0);
        assertThat(answer.range().value(Figure.ARPU)).isEmpty();
    }

    @Test
    void overlappingPeriodsAreRefused() {
        EventLog log = new RandomHistory(16, 5, 10).log(1000, 1);
        DayRange day = DayRange.endingBefore(LocalDate.of(2026, 3, 22), 1);
        assertThatThrownBy(() -> TideTable.counts(log, RUNNER, List.of(day, day), MetricScope.AT_ALL))
                .hasMessageContaining("overlap");
    }

    /** Counts of those who did something and of those who did not add up to everybody's, whatever is counted. */
    @ParameterizedTest
    @EnumSource(Count.class)
    void somePeopleAndTheOthersAddUpToEverybody(Count count) {
        EventLog log = new RandomHistory(16, 200, 50).withRunning().log(60, 1);
        PersonCondition payers = Did.atLeast(1, EventCondition.named("purchase"), Window.EVER);
        List<PeriodCounts> all = counts(log, PersonCondition.EVERYBODY);
        List<PeriodCounts> some = counts(log, payers);
        List<PeriodCounts> others = counts(log, new PersonCondition.Not(payers));
        long counted = 0;
        for (int p = 0; p < all.size(); p++) {
            assertThat(some.get(p).of(count) + others.get(p).of(count))
                    .isEqualTo(all.get(p).of(count));
            counted += some.get(p).of(count);
        }
        assertThat(counted).isPositive();
    }

    private static List<PeriodCounts> counts(EventLog log, PersonCondition among) {
        MetricScope looking = new MetricScope(firstPath(log), Optional.of(new Conditions(1 << 20).of(log, among)));
        return TideTable.counts(log, RUNNER, log.span().periods(Grain.WEEK), looking);
    }
}
