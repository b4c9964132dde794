package coldtide.core.anomaly;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import coldtide.core.RandomHistory;
import coldtide.core.anomaly.counts.BeforeAfterTable;
import coldtide.core.anomaly.counts.BeforeAfterTable.Table;
import coldtide.core.anomaly.counts.Rate;
import coldtide.core.anomaly.counts.Spans;
import coldtide.core.filter.Conditions;
import coldtide.core.filter.EventCondition;
import coldtide.core.filter.value.Profiles;
import coldtide.core.filter.value.PropertyValue;
import coldtide.core.log.EventLog;
import coldtide.core.scan.ScanRunner;
import coldtide.core.tidetable.Count;
import coldtide.core.tidetable.DaysBySlice;
import coldtide.core.tidetable.Figure;
import coldtide.core.tidetable.MetricScope;
import coldtide.core.tidetable.PeriodCounts;
import coldtide.core.tidetable.TideTable;
import it.unimi.dsi.fastutil.ints.IntArrayList;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Counts by slice against those of everybody, which the tide table's own tests hold to a reference. */
class DaysTest {
    private static final ScanRunner RUNNER = new ScanRunner(2, Duration.ofMinutes(1));

    @AfterAll
    static void close() {
        RUNNER.close();
    }

    private static Optional<Conditions.Mask> firstPath(EventLog log) {
        return Optional.of(new Conditions(1 << 20).of(log, EventCondition.named("beacon_lit")));
    }

    private static DaysBySlice.Days days(EventLog log, Profiles profiles) {
        return RUNNER.run(log, new DaysBySlice(log, profiles, firstPath(log), Rate.allCounts()));
    }

    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3, 4})
    void everybodyIsTheTideTables(long seed) {
        EventLog log = new RandomHistory(seed, 120, 40).withRunning().log(70, seed);
        List<PeriodCounts> daily = TideTable.daily(log, RUNNER, MetricScope.withPath(firstPath(log)));
        List<PeriodCounts> all =
                days(log, Profiles.of(log, List.of("platform"))).all();
        for (int day = 0; day < log.days(); day++) {
            for (Count count : Count.values()) {
                assertThat(all.get(day).of(count))
                        .as("%s of day %s, seed %s", count, day, seed)
                        .isEqualTo(daily.get(day).of(count));
            }
            assertThat(all.get(day).value(Figure.REVENUE))
                    .isEqualTo(daily.get(day).value(Figure.REVENUE));
        }
    }

    /** Every person has a platform, so the slices of that property add up to everybody, whatever is watched. */
    @ParameterizedTest
    @ValueSource(longs = {5, 6, 7})
    void slicesOfOnePropertyAddUp(long seed) {
        EventLog log = new RandomHistory(seed, 120, 40).withRunning().log(70, seed);
        Profiles profiles = Profiles.of(log, List.of("platform", "app_version"));
        DaysBySlice.Days days = days(log, profiles);
        List<PeriodCounts> android = days.of(profiles.slices().indexOf(new PropertyValue("platform", "android")));
        List<PeriodCounts> ios = days.of(profiles.slices().indexOf(new PropertyValue("platform", "ios")));
        for (int day = 0; day < log.days(); day++) {
            for (Count count : Rate.allCounts()) {
                assertThat(android.get(day).of(count) + ios.get(day).of(count))
                        .as("%s of day %s, seed %s", count, day, seed)
                        .isEqualTo(days.all().get(day).of(count));
            }
        }
    }

    @ParameterizedTest
    @ValueSource(longs = {8, 9})
    void purchasesByCurrencyAddUp(long seed) {
        EventLog log = new RandomHistory(seed, 200, 40).withRunning().log(70, seed);
        DaysBySlice.Days days = days(log, Profiles.of(log, List.of("platform")));
        for (int day = 0; day < log.days(); day++) {
            long sum = 0;
            for (int currency = 0; currency < log.currencyNames().size(); currency++) {
                sum += days.inCurrency(currency).get(day).of(Count.PURCHASES);
            }
            assertThat(sum).isEqualTo(days.all().get(day).of(Count.PURCHASES));
        }
    }

    /** One shard or many, a table of two spans holds what the days of the same slices hold. */
    @ParameterizedTest
    @EnumSource(Rate.class)
    void aTableOfTwoSpansHoldsTheirDays(Rate rate) {
        RandomHistory history = new RandomHistory(10, 200, 50).withRunning();
        EventLog log = history.log(60, 1);
        Profiles profiles = Profiles.of(log, List.of("platform"));
        Spans spans = Spans.of(log.days(), new IntArrayList(new int[] {3, 4, 5, 8, 9, 10, 11}), 20, 30);
        Table table = RUNNER.run(log, new BeforeAfterTable(log, profiles, firstPath(log), rate, spans));
        EventLog whole = history.log(1_000_000, 2);
        DaysBySlice.Days days = days(whole, Profiles.of(whole, List.of("platform")));
        for (int span = 0; span < 2; span++) {
            double over = 0;
            double under = 0;
            for (int leaf = 0; leaf < table.leaves(); leaf++) {
                over += table.over(leaf, span);
                under += table.under(leaf, span);
            }
            double expectedOver = 0;
            double expectedUnder = 0;
            for (int day = 0; day < log.days(); day++) {
                if (spans.of()[day] == span) {
                    expectedOver += rate.over(days.all())[day];
                    expectedUnder += rate.under().isPresent() ? rate.under(days.all())[day] : 0;
                }
            }
            assertThat(over).isCloseTo(expectedOver, within(1e-6));
            assertThat(under).isEqualTo(expectedUnder);
        }
    }
}
