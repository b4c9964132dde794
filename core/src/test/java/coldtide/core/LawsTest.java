package coldtide.core;

import static org.assertj.core.api.Assertions.assertThat;

import coldtide.core.RandomHistory.Event;
import coldtide.core.filter.Conditions;
import coldtide.core.log.EventLog;
import coldtide.core.release.AdoptionAnalysis;
import coldtide.core.retention.RetentionAnalysis;
import coldtide.core.retention.RetentionAnswer;
import coldtide.core.retention.RetentionQuestion;
import coldtide.core.retention.cohort.Cohort;
import coldtide.core.scan.ScanRunner;
import coldtide.core.tidetable.Figure;
import coldtide.core.tidetable.MetricScope;
import coldtide.core.tidetable.PeriodCounts;
import coldtide.core.tidetable.TideTable;
import coldtide.core.time.DayRange;
import coldtide.core.time.Grain;
import java.time.Duration;
import java.time.LocalDate;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** What must hold between answers, whatever the events. */
class LawsTest {
    private static final ScanRunner RUNNER = new ScanRunner(2, Duration.ofMinutes(1));

    private static final Set<Figure> ADDITIVE = Set.of(
            Figure.INSTALLS,
            Figure.NEW_PEOPLE,
            Figure.SESSIONS,
            Figure.REVENUE,
            Figure.PURCHASE_REVENUE,
            Figure.AD_REVENUE,
            Figure.SUBSCRIPTION_REVENUE,
            Figure.REFUNDS,
            Figure.PURCHASES,
            Figure.UNINSTALLS);

    @AfterAll
    static void close() {
        RUNNER.close();
    }

    private static double value(PeriodCounts counts, Figure figure) {
        return counts.value(figure).orElseThrow();
    }

    private static PeriodCounts over(EventLog log, DayRange range) {
        return TideTable.counts(log, RUNNER, List.of(range), MetricScope.AT_ALL).get(0);
    }

    @ParameterizedTest
    @ValueSource(longs = {31, 32, 33})
    void countsOfDaysAddUpAndPeopleOfDaysDoNotFallShort(long seed) {
        EventLog log = new RandomHistory(seed, 120, 50).log(97, seed);
        PeriodCounts whole = over(log, log.span());
        for (Grain grain : Grain.values()) {
            List<PeriodCounts> parts = TideTable.counts(log, RUNNER, log.span().periods(grain), MetricScope.AT_ALL);
            for (Figure figure : ADDITIVE) {
                double sum =
                        parts.stream().mapToDouble(part -> value(part, figure)).sum();
                assertThat(sum)
                        .as("%s by %s, seed %s", figure, grain, seed)
                        .isCloseTo(value(whole, figure), org.assertj.core.api.Assertions.within(1e-6));
            }
            for (Figure people : List.of(Figure.ACTIVE_PEOPLE, Figure.PAYERS)) {
                double sum =
                        parts.stream().mapToDouble(part -> value(part, people)).sum();
                double most = parts.stream()
                        .mapToDouble(part -> value(part, people))
                        .max()
                        .orElseThrow();
                assertThat(value(whole, people)).isLessThanOrEqualTo(sum).isGreaterThanOrEqualTo(most);
            }
        }
    }

    @ParameterizedTest
    @ValueSource(longs = {41, 42, 43})
    void aWiderRangeNeverHasFewerPeople(long seed) {
        EventLog log = new RandomHistory(seed, 80, 40).log(50, seed);
        double before = 0;
        for (int days = 1; days <= log.days(); days += 3) {
            double people =
                    value(over(log, new DayRange(log.firstDay(), log.firstDay().plusDays(days))), Figure.ACTIVE_PEOPLE);
            assertThat(people).isGreaterThanOrEqualTo(before);
            before = people;
        }
    }

    @ParameterizedTest
    @ValueSource(longs = {51, 52, 53})
    void cohortsOfDaysAddUpToThoseOfWeeksAndReturnsNeverExceedTheCohort(long seed) {
        EventLog log = new RandomHistory(seed, 200, 60).log(80, seed);
        LocalDate monday = Grain.WEEK.startOf(log.firstDay().plusDays(7));
        DayRange weeks = new DayRange(monday, monday.plusWeeks(6));
        RetentionAnswer byDay = triangle(log, weeks, Grain.DAY, 10);
        RetentionAnswer byWeek = triangle(log, weeks, Grain.WEEK, 4);
        for (Cohort week : byWeek.cohorts()) {
            long days = byDay.cohorts().stream()
                    .filter(day -> week.period().contains(day.period()))
                    .mapToLong(Cohort::size)
                    .sum();
            assertThat(week.size()).isEqualTo(days);
        }
        for (int week = 0; week < byWeek.cohorts().size(); week++) {
            long size = byWeek.cohorts().get(week).size();
            assertThat(byWeek.triangles().get(0).returned().get(week)).allMatch(returned -> returned <= size);
        }
    }

    private static RetentionAnswer triangle(EventLog log, DayRange range, Grain grain, int ages) {
        return RetentionAnalysis.answer(
                log, RUNNER, new Conditions(1 << 20), RetentionQuestion.ofArrivals(range, grain, ages));
    }

    @ParameterizedTest
    @ValueSource(longs = {61, 62})
    void newPeopleOfARangeAreTheMembersOfItsCohorts(long seed) {
        EventLog log = new RandomHistory(seed, 150, 45).log(64, seed);
        DayRange range = new DayRange(log.firstDay().plusDays(5), log.firstDay().plusDays(33));
        for (Grain grain : Grain.values()) {
            long members = triangle(log, range, grain, 3).cohorts().stream()
                    .mapToLong(Cohort::size)
                    .sum();
            assertThat((double) members).isEqualTo(value(over(log, range), Figure.NEW_PEOPLE));
        }
    }

    @ParameterizedTest
    @ValueSource(longs = {71, 72})
    void theReleasesOfADayAddUpToItsActivePeople(long seed) {
        EventLog log = new RandomHistory(seed, 100, 30).log(64, seed);
        AdoptionAnalysis.Adoption adoption = RUNNER.run(log, new AdoptionAnalysis(log));
        List<PeriodCounts> days = TideTable.counts(log, RUNNER, log.span().periods(Grain.DAY), MetricScope.AT_ALL);
        for (int day = 0; day < log.days(); day++) {
            assertThat((double) adoption.active(day)).isEqualTo(value(days.get(day), Figure.ACTIVE_PEOPLE));
        }
    }

    /** A log cut at a watermark answers as if the later events had never come, where none of these names an account. */
    @ParameterizedTest
    @ValueSource(longs = {81, 82, 83})
    void laterEventsChangeNothingOfEarlierCompleteCells(long seed) {
        RandomHistory history = new RandomHistory(seed, 150, 50).withoutAccounts();
        EventLog whole = history.log(64, seed);
        LocalDate cut = whole.firstDay().plusDays(30);
        RandomHistory earlier = new RandomHistory(seed, 150, 50).withoutAccounts();
        Set<Event> kept = history.events.stream()
                .filter(event -> history.dayOf(event).isBefore(cut))
                .collect(Collectors.toSet());
        earlier.events.retainAll(kept);
        EventLog young = earlier.log(64, seed);
        DayRange range = new DayRange(whole.firstDay(), cut);
        RetentionAnswer then = triangle(young, range, Grain.DAY, 12);
        RetentionAnswer now = triangle(whole, range, Grain.DAY, 12);
        for (int c = 0; c < then.cohorts().size(); c++) {
            Cohort before = then.cohorts().get(c);
            Cohort after = now.cohorts().get(c);
            assertThat(after.completeColumns()).isGreaterThanOrEqualTo(before.completeColumns());
            assertThat(after.size()).isEqualTo(before.size());
            assertThat(now.triangles().get(0).returned().get(c).subList(0, before.completeColumns()))
                    .isEqualTo(then.triangles().get(0).returned().get(c).subList(0, before.completeColumns()));
        }
    }
}
