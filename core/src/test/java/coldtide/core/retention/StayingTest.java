package coldtide.core.retention;

import static java.util.Comparator.comparingLong;
import static java.util.stream.Collectors.groupingBy;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import coldtide.core.RandomHistory;
import coldtide.core.RandomHistory.Event;
import coldtide.core.filter.Conditions;
import coldtide.core.filter.EventCondition;
import coldtide.core.filter.PersonCondition;
import coldtide.core.filter.PersonCondition.Did;
import coldtide.core.filter.PersonCondition.FirstDid;
import coldtide.core.filter.PersonCondition.Which;
import coldtide.core.filter.Window;
import coldtide.core.log.EventLog;
import coldtide.core.measure.Split;
import coldtide.core.measure.users.PeopleCount;
import coldtide.core.measure.users.PeopleQuestion;
import coldtide.core.retention.RetentionAnswer.Pooled;
import coldtide.core.retention.churn.QuietPeople;
import coldtide.core.retention.churn.QuietPeople.Are;
import coldtide.core.retention.churn.SurvivalAnalysis;
import coldtide.core.retention.churn.SurvivalAnswer;
import coldtide.core.retention.churn.SurvivalQuestion;
import coldtide.core.retention.cohort.Ages;
import coldtide.core.retention.cohort.Clock;
import coldtide.core.retention.cohort.CohortDefinition;
import coldtide.core.retention.cohort.SplitBy;
import coldtide.core.retention.cohort.Start;
import coldtide.core.retention.cohort.Start.Entry;
import coldtide.core.retention.early.EarlyAnalysis;
import coldtide.core.retention.early.EarlyAnswer;
import coldtide.core.retention.early.EarlyAnswer.Tie;
import coldtide.core.retention.early.EarlyQuestion;
import coldtide.core.scan.ScanRunner;
import coldtide.core.stats.ProductLimit;
import coldtide.core.stats.Share;
import coldtide.core.stats.ShiftedBetaGeometric;
import coldtide.core.time.DayRange;
import coldtide.core.time.Grain;
import java.time.Duration;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.TreeSet;
import java.util.stream.LongStream;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** How long people stay, how that would go on, and what they did early who stay. */
class StayingTest {
    private static final ScanRunner RUNNER = new ScanRunner(2, Duration.ofMinutes(1));

    @AfterAll
    static void close() {
        RUNNER.close();
    }

    private static SurvivalAnswer survival(EventLog log, SurvivalQuestion question) {
        return SurvivalAnalysis.answer(log, RUNNER, new Conditions(1 << 20), question);
    }

    /** Day by day as it is written: who is quiet, who is open, who too young. */
    @ParameterizedTest
    @CsvSource({"1,7", "2,1", "3,14", "4,30"})
    void whoWentQuietWhenIsTheReferences(long seed, int quiet) {
        RandomHistory history = new RandomHistory(seed, 200, 60);
        EventLog log = history.log(50, seed);
        LocalDate known = log.endOfFullDays().minusDays(quiet);
        long[] gone = new long[log.days() + 2];
        long[] open = new long[log.days() + 2];
        long young = 0;
        for (List<Event> person :
                history.events.stream().collect(groupingBy(Event::person)).values()) {
            LocalDate start = history.dayOf(
                    person.stream().min(comparingLong(Event::timeMillis)).orElseThrow());
            TreeSet<LocalDate> days = new TreeSet<>(List.of(start));
            person.stream().filter(Event::active).map(history::dayOf).forEach(days::add);
            LocalDate last = start;
            for (LocalDate day : days) {
                if (ChronoUnit.DAYS.between(last, day) > quiet) {
                    break;
                }
                last = day;
            }
            if (!start.isBefore(known)) {
                young++;
            } else if (last.isBefore(known)) {
                gone[(int) ChronoUnit.DAYS.between(start, last) + 1]++;
            } else {
                open[(int) ChronoUnit.DAYS.between(start, known)]++;
            }
        }
        SurvivalQuestion question = new SurvivalQuestion(
                CohortDefinition.arrivals(log.span(), Grain.WEEK), quiet, PersonCondition.EVERYBODY, Optional.empty());
        SurvivalAnswer answer = survival(log, question);
        assertThat(answer.all()).isEqualTo(ProductLimit.of(gone, open));
        assertThat(answer.all().gone()).isPositive();
        assertThat(answer.tooYoung()).isEqualTo(young);
        for (int day : new int[] {0, 1, 10, 40}) {
            assertThat(quiet(log, quiet, day, Are.GONE)).isEqualTo(sum(gone, 0, day + 1));
            assertThat(quiet(log, quiet, day, Are.OPEN)).isEqualTo(sum(open, 0, day));
            assertThat(quiet(log, quiet, day, Are.THERE))
                    .isEqualTo(sum(gone, day + 1, gone.length) + sum(open, day, open.length));
        }
    }

    private static long quiet(EventLog log, int quietDays, int day, Are are) {
        CohortDefinition arrivals = CohortDefinition.arrivals(log.span(), Grain.WEEK);
        return count(log, new QuietPeople(arrivals, quietDays, day, are).condition());
    }

    private static long sum(long[] counts, int from, int to) {
        return LongStream.of(counts).skip(from).limit(to - from).sum();
    }

    @Test
    void groupsThatShareNobodyAreTestedAndOthersAreNot() {
        EventLog log = new RandomHistory(5, 300, 60).log(50, 5);
        SplitBy platform = new SplitBy.Property(new PeopleQuestion.Split("platform", Which.FIRST, 5));
        CohortDefinition arrivals = CohortDefinition.arrivals(log.span(), Grain.WEEK);
        SurvivalAnswer apart =
                survival(log, new SurvivalQuestion(arrivals, 5, PersonCondition.EVERYBODY, Optional.of(platform)));
        assertThat(apart.lines().stream().mapToLong(ProductLimit::people).sum())
                .isEqualTo(apart.all().people());
        assertThat(apart.test().orElseThrow().degrees()).isEqualTo(1);
        PersonCondition payers = Did.atLeast(1, EventCondition.named("purchase"), Window.EVER);
        SplitBy shared = new SplitBy.People(new Split.ByPeople(List.of(
                new Split.NamedPeople("payers", payers),
                new Split.NamedPeople("everybody", PersonCondition.EVERYBODY))));
        SurvivalAnswer several =
                survival(log, new SurvivalQuestion(arrivals, 5, PersonCondition.EVERYBODY, Optional.of(shared)));
        assertThat(several.test()).isEmpty();
        assertThat(several.lines().get(1)).isEqualTo(several.all());
    }

    @Test
    void quietAndStartsThatMeanNothingAreRefused() {
        CohortDefinition opened = new CohortDefinition(
                DayRange.endingBefore(LocalDate.of(2026, 5, 1), 10),
                Grain.DAY,
                Clock.CALENDAR,
                new Start(Optional.of(EventCondition.named("app_open")), Entry.EVERY_PERIOD));
        CohortDefinition arrivals = CohortDefinition.arrivals(opened.range(), Grain.DAY);
        assertThatThrownBy(() -> new SurvivalQuestion(arrivals, 0, PersonCondition.EVERYBODY, Optional.empty()))
                .hasMessageContaining("not 0");
        assertThatThrownBy(() -> new SurvivalQuestion(opened, 7, PersonCondition.EVERYBODY, Optional.empty()))
                .hasMessageContaining("from one start");
        assertThatThrownBy(() -> new QuietPeople(arrivals, 7, -1, Are.GONE)).hasMessageContaining("not from -1");
        assertThatThrownBy(() ->
                        new EarlyQuestion(opened.range(), Optional.empty(), new Ages(0, 3), PersonCondition.EVERYBODY))
                .hasMessageContaining("from day 1 on");
    }

    /** Every tie counted by conditions on people, which have a reference of their own. */
    @ParameterizedTest
    @ValueSource(longs = {11, 12})
    void tiesAreWhatConditionsCount(long seed) {
        EventLog log = new RandomHistory(seed, 400, 60).log(50, seed);
        Conditions conditions = new Conditions(1 << 20);
        DayRange range =
                new DayRange(log.firstDay().plusDays(2), log.span().to().minusDays(1));
        Ages back = new Ages(3, 9);
        EventCondition lit = EventCondition.named("beacon_lit");
        EarlyQuestion question = new EarlyQuestion(range, Optional.of(lit), back, PersonCondition.EVERYBODY);
        EarlyAnswer answer = RUNNER.run(log, new EarlyAnalysis(log, conditions, question));
        LocalDate known = log.endOfFullDays().minusDays(9);
        PersonCondition arrived = new FirstDid(EventCondition.ANY, new Window.Days(new DayRange(range.from(), known)));
        PersonCondition came = Did.atLeast(1, lit, new Window.OfPerson(3, 9));
        assertThat(answer.people()).isEqualTo(count(log, arrived)).isPositive();
        assertThat(answer.returned()).isEqualTo(count(log, arrived, came));
        assertThat(answer.open() + answer.people())
                .isEqualTo(count(log, new FirstDid(EventCondition.ANY, new Window.Days(range))));
        assertThat(answer.ties()).hasSizeGreaterThan(5).hasSize(answer.tests());
        assertThat(answer.ties()).noneMatch(tie -> tie.event().equals("push_received"));
        for (Tie tie : answer.ties()) {
            PersonCondition did =
                    Did.atLeast(tie.times(), EventCondition.named(tie.event()), new Window.OfPerson(0, tie.days() - 1));
            assertThat(tie.days()).isLessThanOrEqualTo(3);
            assertThat(tie.did()).isEqualTo(Share.of(count(log, arrived, did, came), count(log, arrived, did)));
            assertThat(tie.others().part() + tie.did().part()).isEqualTo(answer.returned());
            assertThat(tie.others().whole() + tie.did().whole()).isEqualTo(answer.people());
        }
    }

    private static long count(EventLog log, PersonCondition... all) {
        return PeopleCount.answer(
                        log,
                        RUNNER,
                        new Conditions(1 << 20),
                        new PeopleQuestion(PersonCondition.all(all), Optional.empty()))
                .people();
    }

    /** Phi by its definition, from the four counts. */
    @Test
    void theStrengthOfATieIsTheCorrelation() {
        EventLog log = new RandomHistory(13, 400, 60).log(50, 1);
        EarlyQuestion question =
                new EarlyQuestion(log.span(), Optional.empty(), new Ages(2, 8), PersonCondition.EVERYBODY);
        List<Tie> ties = RUNNER.run(log, new EarlyAnalysis(log, new Conditions(1 << 20), question))
                .ties();
        double before = 1;
        for (Tie tie : ties) {
            double a = tie.did().part();
            double b = tie.did().whole() - a;
            double c = tie.others().part();
            double d = tie.others().whole() - c;
            assertThat(tie.strength())
                    .isCloseTo((a * d - b * c) / Math.sqrt((a + b) * (c + d) * (a + c) * (b + d)), within(1e-9));
            assertThat(Math.abs(tie.strength())).isLessThanOrEqualTo(before);
            before = Math.abs(tie.strength());
        }
    }

    private static Pooled pooled(double share, long people) {
        return new Pooled(1, Optional.of(Share.of(Math.round(share * people), people)));
    }

    /** A curve that is the model's own goes on as the model does, and the first half foretells the second. */
    @Test
    void aProjectionGoesOnAsTheCurveBegan() {
        ShiftedBetaGeometric truth = new ShiftedBetaGeometric(0.5, 0.8, 1, new double[2][2]);
        List<Pooled> curve = new ArrayList<>(List.of(pooled(1, 100_000)));
        for (int age = 1; age <= 10; age++) {
            curve.add(pooled(truth.at(age).share(), 100_000));
        }
        for (int age = 11; age <= 14; age++) {
            curve.add(new Pooled(0, Optional.empty()));
        }
        Projection projection = Projection.of(curve).orElseThrow();
        assertThat(projection.from()).isEqualTo(11);
        assertThat(projection.ahead()).hasSize(4);
        assertThat(projection.ahead().get(3).share()).isCloseTo(truth.at(14).share(), within(1e-4));
        assertThat(projection.test().orElseThrow().from()).isEqualTo(6);
        assertThat(projection.test().orElseThrow().worst()).isLessThan(1e-3);
        assertThat(Projection.of(curve.subList(0, 3))).isEmpty();
        assertThat(Projection.of(curve.subList(0, 5)).orElseThrow().test()).isEmpty();
    }
}
