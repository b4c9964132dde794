package coldtide.core.retention;

import static java.util.stream.Collectors.groupingBy;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import coldtide.core.RandomHistory;
import coldtide.core.RandomHistory.Event;
import coldtide.core.log.EventLog;
import coldtide.core.retention.RetentionAnswer.Cohort;
import coldtide.core.retention.RetentionAnswer.Pooled;
import coldtide.core.scan.ScanRunner;
import coldtide.core.time.DayRange;
import coldtide.core.time.Grain;
import coldtide.core.who.Conditions;
import coldtide.core.who.EventCondition;
import coldtide.core.who.PersonCondition;
import coldtide.core.who.PersonCondition.Did;
import coldtide.core.who.Window;
import java.time.Duration;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class RetentionTest {
    private static final ScanRunner RUNNER = new ScanRunner(2, Duration.ofMinutes(1));

    private static RetentionAnalysis analysis(EventLog log, RetentionQuestion question) {
        return new RetentionAnalysis(log, new Conditions(1 << 20), question);
    }

    @AfterAll
    static void close() {
        RUNNER.close();
    }

    @ParameterizedTest
    @CsvSource({
        "1,DAY,12,", "2,DAY,60,", "3,WEEK,6,", "4,MONTH,3,",
        "5,DAY,9,beacon_lit", "6,WEEK,5,purchase", "7,MONTH,2,push_received", "8,WEEK,60,beacon_lit"
    })
    void everyCellIsTheReferences(long seed, Grain grain, int ages, String cameBack) {
        RandomHistory history = new RandomHistory(seed, 150, 70);
        EventLog log = history.log(64, seed);
        DayRange range =
                new DayRange(log.firstDay().plusDays(3), log.span().to().minusDays(2));
        RetentionQuestion question = new RetentionQuestion(
                range,
                grain,
                ages,
                Optional.ofNullable(cameBack).map(EventCondition::named),
                PersonCondition.EVERYBODY);
        RetentionAnswer answer = RUNNER.run(log, analysis(log, question));
        for (Cohort cohort : answer.cohorts()) {
            List<List<Event>> members = members(history, cohort.arrivals());
            assertThat(cohort.size()).as("%s of %s", cohort.arrivals(), history).isEqualTo(members.size());
            for (int age = 0; age <= ages; age++) {
                assertThat(cohort.returned().get(age))
                        .as("age %s of %s, %s", age, cohort.period(), history)
                        .isEqualTo(returned(history, members, cohort, grain, age, cameBack));
                assertThat(cohort.completeAt(age))
                        .isEqualTo(
                                log.completeBefore(grain.shift(cohort.period().from(), age + 1L)));

                boolean begun = age < cohort.begunAges();
                assertThat(begun)
                        .isEqualTo(log.calendar()
                                .startOf(grain.shift(cohort.period().from(), age))
                                .isBefore(log.dataTo()));
            }
        }
        assertPooled(answer, ages);
    }

    private static List<List<Event>> members(RandomHistory history, DayRange arrivals) {
        return history.events.stream().collect(groupingBy(Event::person)).values().stream()
                .filter(events -> arrivals.contains(history.dayOf(first(events))))
                .toList();
    }

    /** Same time: order of arrival. */
    private static Event first(List<Event> events) {
        return events.stream()
                .min(java.util.Comparator.comparingLong(Event::timeMillis).thenComparingLong(Event::receivedMillis))
                .orElseThrow();
    }

    private static long returned(
            RandomHistory history, List<List<Event>> members, Cohort cohort, Grain grain, int age, String cameBack) {
        DayRange then = grain.periodOf(grain.shift(cohort.period().from(), age));
        return members.stream()
                .filter(events -> events.stream()
                        .filter(event -> cameBack == null
                                ? event.active()
                                : event.name().equals(cameBack) && event != first(events))
                        .anyMatch(event -> then.contains(history.dayOf(event))))
                .count();
    }

    private static void assertPooled(RetentionAnswer answer, int ages) {
        for (int age = 0; age <= ages; age++) {
            long size = 0;
            long returned = 0;
            for (Cohort cohort : answer.cohorts()) {
                if (cohort.completeAges() > age) {
                    size += cohort.size();
                    returned += cohort.returned().get(age);
                }
            }
            Pooled pooled = answer.pooled().get(age);
            if (size == 0) {
                assertThat(pooled.share()).isEmpty();
            } else {
                assertThat(pooled.share().orElseThrow().part()).isEqualTo(returned);
                assertThat(pooled.share().orElseThrow().whole()).isEqualTo(size);
            }
        }
    }

    @Test
    void anIncompleteCellNeverEntersThePooledCurve() {
        EventLog log = new RandomHistory(21, 400, 40).log(500, 1);
        RetentionAnswer answer = RUNNER.run(log, analysis(log, new RetentionQuestion(log.span(), Grain.DAY, 30)));
        Cohort youngest = answer.cohorts().get(answer.cohorts().size() - 2);
        assertThat(youngest.completeAges()).isLessThan(3);
        for (int age = 0; age <= 30; age++) {
            int cohorts = answer.pooled().get(age).cohorts();
            assertThat(cohorts)
                    .isLessThanOrEqualTo((int) ChronoUnit.DAYS.between(log.firstDay(), log.endOfFullDays()) - age);
        }
    }

    @Test
    void anyCutIntoShardsGivesTheSame() {
        RandomHistory history = new RandomHistory(22, 300, 50);
        List<RetentionAnswer> answers = new ArrayList<>();
        for (int shardEvents : new int[] {Integer.MAX_VALUE, 1, 13, 500}) {
            EventLog log = history.log(shardEvents, shardEvents);
            answers.add(RUNNER.run(
                    log,
                    analysis(
                            log,
                            new RetentionQuestion(
                                    log.span(),
                                    Grain.WEEK,
                                    8,
                                    Optional.of(EventCondition.named("beacon_lit")),
                                    PersonCondition.EVERYBODY))));
        }
        assertThat(answers).allMatch(answers.get(0)::equals);
    }

    @Test
    void atAgeZeroEverybodyWithAnActiveArrivalCameBack() {
        RandomHistory history = new RandomHistory(23, 200, 30);
        history.events.removeIf(event -> !event.active());
        EventLog log = history.log(500, 1);
        RetentionAnswer answer = RUNNER.run(log, analysis(log, new RetentionQuestion(log.span(), Grain.WEEK, 3)));
        assertThat(answer.cohorts()).allMatch(cohort -> cohort.returned().get(0) == cohort.size());
    }

    @Test
    void aRangeBeforeOrAfterTheDataHasEmptyCohortsAndNoShare() {
        EventLog log = new RandomHistory(24, 50, 30).log(500, 1);
        for (LocalDate end : List.of(LocalDate.of(2020, 2, 1), LocalDate.of(2030, 2, 1))) {
            RetentionQuestion question = new RetentionQuestion(DayRange.endingBefore(end, 20), Grain.WEEK, 4);
            RetentionAnswer answer = RUNNER.run(log, analysis(log, question));
            assertThat(answer.cohorts()).allMatch(cohort -> cohort.size() == 0);
            assertThat(answer.pooled()).allMatch(pooled -> pooled.share().isEmpty());
        }
    }

    @Test
    void impossibleAgesAreNamed() {
        EventLog log = new RandomHistory(25, 5, 10).log(500, 1);
        assertThatThrownBy(() -> new RetentionQuestion(log.span(), Grain.DAY, 61))
                .hasMessageContaining("not 61");
    }

    /** Those who did something and those who did not are all: their triangles add up to everybody's. */
    @ParameterizedTest
    @ValueSource(longs = {31, 32, 33})
    void somePeopleAndTheOthersAddUpToEverybody(long seed) {
        EventLog log = new RandomHistory(seed, 200, 50).log(40, seed);
        PersonCondition payers = Did.atLeast(1, EventCondition.named("purchase"), Window.EVER);
        RetentionAnswer all = among(log, PersonCondition.EVERYBODY);
        RetentionAnswer some = among(log, payers);
        RetentionAnswer others = among(log, new PersonCondition.Not(payers));
        long members = 0;
        for (int c = 0; c < all.cohorts().size(); c++) {
            members += some.cohorts().get(c).size();
            assertThat(some.cohorts().get(c).size() + others.cohorts().get(c).size())
                    .isEqualTo(all.cohorts().get(c).size());
            for (int age = 0; age <= 5; age++) {
                assertThat(some.cohorts().get(c).returned().get(age)
                                + others.cohorts().get(c).returned().get(age))
                        .isEqualTo(all.cohorts().get(c).returned().get(age));
            }
        }
        assertThat(members).isPositive();
    }

    private static RetentionAnswer among(EventLog log, PersonCondition who) {
        EventCondition lit = EventCondition.named("beacon_lit", "purchase");
        return RUNNER.run(log, analysis(log, new RetentionQuestion(log.span(), Grain.WEEK, 5, Optional.of(lit), who)));
    }
}
