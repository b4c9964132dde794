package coldtide.core.retention;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import coldtide.core.RandomHistory;
import coldtide.core.filter.Conditions;
import coldtide.core.filter.EventCondition;
import coldtide.core.filter.PersonCondition;
import coldtide.core.filter.PersonCondition.Did;
import coldtide.core.filter.PersonCondition.Which;
import coldtide.core.filter.Window;
import coldtide.core.filter.value.ValueTest;
import coldtide.core.log.EventLog;
import coldtide.core.measure.MeasureAnswer.Kind;
import coldtide.core.measure.MeasureAnswer.Part;
import coldtide.core.measure.Split;
import coldtide.core.measure.users.PeopleCount;
import coldtide.core.measure.users.PeopleQuestion;
import coldtide.core.retention.RetentionAnswer.Pooled;
import coldtide.core.retention.RetentionAnswer.Step;
import coldtide.core.retention.RetentionAnswer.Triangle;
import coldtide.core.retention.cohort.Ages;
import coldtide.core.retention.cohort.CellPeople;
import coldtide.core.retention.cohort.CellPeople.Back;
import coldtide.core.retention.cohort.Clock;
import coldtide.core.retention.cohort.Cohort;
import coldtide.core.retention.cohort.CohortDefinition;
import coldtide.core.retention.cohort.ReturnCriterion;
import coldtide.core.retention.cohort.SplitBy;
import coldtide.core.retention.cohort.Start;
import coldtide.core.retention.cohort.Start.Entry;
import coldtide.core.scan.ScanRunner;
import coldtide.core.stats.Difference;
import coldtide.core.stats.Share;
import coldtide.core.time.DayRange;
import coldtide.core.time.Grain;
import java.time.Duration;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Rows by group, the people of cells, steps from age to age, and cohorts around a day. */
class SplitTest {
    private static final ScanRunner RUNNER = new ScanRunner(2, Duration.ofMinutes(1));

    @AfterAll
    static void close() {
        RUNNER.close();
    }

    private static RetentionAnswer answer(EventLog log, RetentionQuestion question) {
        return RetentionAnalysis.answer(log, RUNNER, new Conditions(1 << 20), question);
    }

    private static RetentionQuestion question(EventLog log, Grain grain, int ages) {
        return RetentionQuestion.ofArrivals(log.span(), grain, ages)
                .returning(ReturnCriterion.ANY_ACTIVITY, new ReturnCriterion("lit", lit()));
    }

    private static Optional<EventCondition> lit() {
        return Optional.of(EventCondition.named("beacon_lit"));
    }

    /** A group is what is left when only its people are asked about; all groups together are everybody. */
    @ParameterizedTest
    @CsvSource({"1,platform,FIRST,9", "2,platform,LATEST,9", "3,item,FIRST,2", "4,level,LATEST,3", "5,level,FIRST,50"})
    void groupsByAPropertyAreThePeopleWithItsValues(long seed, String property, Which which, int top) {
        EventLog log = new RandomHistory(seed, 250, 60).log(90, seed);
        RetentionQuestion question = question(log, Grain.WEEK, 6);
        RetentionAnswer answer =
                answer(log, question.splitBy(new SplitBy.Property(new PeopleQuestion.Split(property, which, top))));
        assertThat(answer.groups()).hasSizeGreaterThan(1);
        for (int group = 0; group < answer.groups().size(); group++) {
            if (answer.groups().get(group).part().kind() != Kind.VALUE) {
                continue;
            }
            String value = answer.groups().get(group).part().value().orElseThrow();
            RetentionAnswer alone = answer(
                    log,
                    question.among(
                            new PersonCondition.Property(property, which, new ValueTest.IsOneOf(Set.of(value)))));
            for (int way = 0; way < 2; way++) {
                assertThat(answer.triangles().get(way).groups().get(group).pooled())
                        .as("%s of %s", value, property)
                        .usingRecursiveComparison()
                        .ignoringFields("cohorts")
                        .isEqualTo(alone.triangles().get(way).all().pooled());
            }
        }
        assertSumIsWhole(answer);
    }

    private static void assertSumIsWhole(RetentionAnswer answer) {
        Triangle triangle = answer.triangles().get(1);
        for (int column = 0; column < triangle.all().pooled().size(); column++) {
            long size = 0;
            long back = 0;
            for (RetentionAnswer.Line line : triangle.groups()) {
                size += line.pooled().get(column).share().map(Share::whole).orElse(0L);
                back += line.pooled().get(column).share().map(Share::part).orElse(0L);
            }
            Pooled whole = triangle.all().pooled().get(column);
            assertThat(size).isEqualTo(whole.share().map(Share::whole).orElse(0L));
            assertThat(back).isEqualTo(whole.share().map(Share::part).orElse(0L));
        }
    }

    /** A cohort made of other people than the rest: the difference is mix, and the parts add up to it. */
    @Test
    void aCohortOfOtherPeopleLiesApartByMix() {
        // Of the strong 40 % come back, of the weak 10 %, in every cohort; the last has many weak.
        CompleteCounts strong = counted(new long[] {900, 900, 900, 300}, new long[] {360, 360, 360, 120});
        CompleteCounts weak = counted(new long[] {100, 100, 100, 700}, new long[] {10, 10, 10, 70});
        CompleteCounts whole = counted(new long[] {1_000, 1_000, 1_000, 1_000}, new long[] {370, 370, 370, 190});
        List<PeopleGroups.Told> told = Stream.of("strong", "weak")
                .map(name ->
                        new PeopleGroups.Told(1, new RetentionAnswer.Group(new Part(Kind.VALUE, Optional.of(name)), 1)))
                .toList();
        MixEffect mix =
                MixEffect.of(SignificantCells.of(whole), told, strong, weak).get(0);
        assertThat(mix.row()).isEqualTo(3);
        assertThat(mix.mix()).isCloseTo(0.19 - 0.37, within(1e-12));
        assertThat(mix.within()).isCloseTo(0, within(1e-12));
        assertThat(mix.group().value()).hasValue("weak");
        assertThat(mix.size()).isCloseTo(0.7, within(1e-12));
        assertThat(mix.others()).isCloseTo(0.1, within(1e-12));
    }

    private static CompleteCounts counted(long[] size, long... back) {
        long[][] sizes = Arrays.stream(size).mapToObj(each -> new long[] {each}).toArray(long[][]::new);
        long[][] backs = Arrays.stream(back).mapToObj(each -> new long[] {each}).toArray(long[][]::new);
        return new CompleteCounts(sizes, backs, new long[] {Arrays.stream(size).sum()}, new long[] {
            Arrays.stream(back).sum()
        });
    }

    @Test
    void groupsSideBySideMayShareAPersonAndWhoIsInNoneIsInTheLast() {
        EventLog log = new RandomHistory(6, 250, 60).log(90, 6);
        PersonCondition payers = Did.atLeast(1, EventCondition.named("purchase"), Window.EVER);
        PersonCondition lighters = Did.atLeast(3, EventCondition.named("beacon_lit"), new Window.OfPerson(0, 3));
        RetentionQuestion question = question(log, Grain.DAY, 12);
        RetentionAnswer answer = answer(
                log,
                question.splitBy(new SplitBy.People(new Split.ByPeople(List.of(
                        new Split.NamedPeople("paid", payers), new Split.NamedPeople("lit three", lighters))))));
        PersonCondition neither = new PersonCondition.Not(new PersonCondition.Either(List.of(payers, lighters)));
        List<PersonCondition> groups = List.of(payers, lighters, neither);
        assertThat(answer.groups()).hasSize(3);
        assertThat(answer.groups().get(2).part().kind()).isEqualTo(Kind.NONE);
        for (int group = 0; group < 3; group++) {
            RetentionAnswer alone = answer(log, question.among(groups.get(group)));
            assertThat(answer.triangles().get(1).groups().get(group).pooled().stream()
                            .map(Pooled::share))
                    .isEqualTo(alone.triangles().get(1).all().pooled().stream()
                            .map(Pooled::share)
                            .toList());
            assertThat(answer.groups().get(group).size())
                    .isEqualTo(alone.cohorts().stream().mapToLong(Cohort::size).sum());
        }
    }

    /** What a cell counts and whom it gives are the same. */
    @ParameterizedTest
    @CsvSource({"11,DAY,CALENDAR,FIRST_EVER", "12,WEEK,OWN,FIRST_IN_RANGE", "13,WEEK,CALENDAR,EVERY_PERIOD"})
    void aCellGivesAsManyPeopleAsItCounts(long seed, Grain grain, Clock clock, Entry entry) {
        EventLog log = new RandomHistory(seed, 150, 50).log(70, seed);
        DayRange range =
                new DayRange(log.firstDay().plusDays(4), log.span().to().minusDays(3));
        CohortDefinition following = new CohortDefinition(
                range, grain, clock, new Start(Optional.of(EventCondition.named("app_open")), entry));
        List<Ages> columns = List.of(new Ages(0, 0), new Ages(1, 3), new Ages(2, 4));
        PersonCondition payers = Did.atLeast(1, EventCondition.named("purchase"), Window.EVER);
        RetentionAnswer answer = answer(
                log,
                new RetentionQuestion(
                        following, columns, List.of(new ReturnCriterion("lit", lit())), payers, Optional.empty()));
        for (int c = 0; c < answer.cohorts().size(); c++) {
            Cohort cohort = answer.cohorts().get(c);
            DayRange own =
                    new DayRange(cohort.period().from(), cohort.period().from().plusDays(1));
            assertThat(people(log, payers, new CellPeople(following, own, Optional.empty())))
                    .isEqualTo(cohort.size());
            for (int column = 0; column < columns.size(); column++) {
                long back = answer.triangles().get(0).returned().get(c).get(column);
                assertThat(people(log, payers, cell(following, own, columns.get(column), true)))
                        .isEqualTo(back);
                assertThat(people(log, payers, cell(following, own, columns.get(column), false)))
                        .isEqualTo(cohort.size() - back);
            }
        }
    }

    private static CellPeople cell(CohortDefinition following, DayRange cohorts, Ages ages, boolean came) {
        return new CellPeople(following, cohorts, Optional.of(new Back(lit(), ages, came)));
    }

    private static long people(EventLog log, PersonCondition among, CellPeople cell) {
        PersonCondition both = PersonCondition.all(among, cell.condition());
        return PeopleCount.answer(log, RUNNER, new Conditions(1 << 20), new PeopleQuestion(both, Optional.empty()))
                .people();
    }

    /** A step is seen of those who are in both of its ages: counted here by the people of cells. */
    @Test
    void aStepIsOfTheSamePeople() {
        EventLog log = new RandomHistory(14, 250, 60).log(90, 14);
        RetentionAnswer answer = answer(log, question(log, Grain.WEEK, 5));
        List<Step> steps = answer.triangles().get(1).steps();
        assertThat(steps).isNotEmpty();
        for (Step step : steps) {
            LocalDate end = answer.cohorts().stream()
                    .filter(cohort -> cohort.isCompleteAt(step.to()))
                    .reduce((first, second) -> second)
                    .orElseThrow()
                    .period()
                    .to();
            CohortDefinition following = CohortDefinition.arrivals(log.span(), Grain.WEEK);
            DayRange complete = new DayRange(Grain.WEEK.startOf(log.firstDay()), end);
            PersonCondition before = cell(following, complete, new Ages(step.to() - 1, step.to() - 1), true)
                    .condition();
            CellPeople then = cell(following, complete, new Ages(step.to(), step.to()), true);
            long both = people(log, before, then);
            long was = people(log, before, new CellPeople(following, complete, Optional.empty()));
            long is = people(log, PersonCondition.EVERYBODY, then);
            assertThat(step.loss()).isEqualTo(Difference.ofTheSame(step.people(), was - both, is - both));
        }
    }

    private static Step step(int to, double loss, double half) {
        return new Step(to, 1_000, new Difference(loss, loss - half, loss + half, 0));
    }

    @Test
    void aCurveIsFlatFromWhereEveryStepIsSurelySmall() {
        List<Step> steps = List.of(step(1, 0.3, 0.02), step(2, 0.01, 0.02), step(3, 0.004, 0.003), step(4, 0, 0.004));
        assertThat(Flattening.of(steps, 0.01)).isEqualTo(new Flattening(Flattening.Kind.FLAT, 0.01, 2, steps.get(3)));
        assertThat(Flattening.of(steps, 0.005).kind()).isEqualTo(Flattening.Kind.UNTOLD);
        assertThat(Flattening.of(steps, 0.05).from()).isEqualTo(1);
        assertThat(Flattening.of(steps.subList(0, 1), 0.01).kind()).isEqualTo(Flattening.Kind.FALLING);
        assertThat(Flattening.of(steps.subList(0, 2), 0.01).kind()).isEqualTo(Flattening.Kind.UNTOLD);
    }

    /** Each side is what a question about its days alone pools. */
    @ParameterizedTest
    @ValueSource(ints = {14, 17})
    void cohortsBeforeAndAfterADayArePooledApart(int days) {
        EventLog log = new RandomHistory(15, 300, 60).log(90, 15);
        LocalDate day = Grain.WEEK.startOf(log.firstDay()).plusDays(days);
        RetentionAnswer answer = answer(log, question(log, Grain.WEEK, 4));
        BeforeAfter around = BeforeAfter.of(answer, 1, day);
        LocalDate lastBefore = Grain.WEEK.startOf(day);
        LocalDate firstAfter = days % 7 == 0 ? lastBefore : lastBefore.plusDays(7);
        assertThat(around.across()).isEqualTo(days % 7 == 0 ? 0 : 1);
        List<Pooled> before = pooledOf(log, new DayRange(log.span().from(), lastBefore));
        List<Pooled> after = pooledOf(log, new DayRange(firstAfter, log.span().to()));
        for (int column = 0; column <= 4; column++) {
            assertThat(around.columns().get(column).before())
                    .isEqualTo(before.get(column).share());
            assertThat(around.columns().get(column).after())
                    .isEqualTo(after.get(column).share());
        }
        Difference difference = around.columns().get(1).difference().orElseThrow();
        assertThat(difference.value())
                .isCloseTo(
                        after.get(1).share().orElseThrow().value()
                                - before.get(1).share().orElseThrow().value(),
                        within(1e-12));
    }

    private static List<Pooled> pooledOf(EventLog log, DayRange range) {
        RetentionQuestion question = RetentionQuestion.ofArrivals(range, Grain.WEEK, 4);
        return new ArrayList<>(answer(log, question.returning(new ReturnCriterion("lit", lit())))
                .triangles()
                .get(0)
                .all()
                .pooled());
    }
}
