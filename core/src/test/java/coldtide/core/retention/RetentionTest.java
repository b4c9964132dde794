package coldtide.core.retention;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import coldtide.core.RandomHistory;
import coldtide.core.filter.Conditions;
import coldtide.core.filter.EventCondition;
import coldtide.core.filter.PersonCondition;
import coldtide.core.filter.PersonCondition.Did;
import coldtide.core.filter.Window;
import coldtide.core.log.EventLog;
import coldtide.core.retention.NaiveRetention.Member;
import coldtide.core.retention.RetentionAnswer.Pooled;
import coldtide.core.retention.RetentionAnswer.Triangle;
import coldtide.core.retention.cohort.Ages;
import coldtide.core.retention.cohort.Clock;
import coldtide.core.retention.cohort.Cohort;
import coldtide.core.retention.cohort.CohortDefinition;
import coldtide.core.retention.cohort.ReturnCriterion;
import coldtide.core.retention.cohort.Start;
import coldtide.core.retention.cohort.Start.Entry;
import coldtide.core.scan.ScanRunner;
import coldtide.core.time.DayRange;
import coldtide.core.time.Grain;
import java.time.Duration;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class RetentionTest {
    private static final Map<Grain, Integer> DAYS_OF = Map.of(Grain.DAY, 1, Grain.WEEK, 7, Grain.MONTH, 30);
    private static final ScanRunner RUNNER = new ScanRunner(2, Duration.ofMinutes(1));

    private static RetentionAnswer answer(EventLog log, RetentionQuestion question) {
        return RetentionAnalysis.answer(log, RUNNER, new Conditions(1 << 20), question);
    }

    @AfterAll
    static void close() {
        RUNNER.close();
    }

    @ParameterizedTest
    @CsvSource({
        "1,DAY,CALENDAR,,FIRST_EVER,each,12", "2,DAY,OWN,,FIRST_EVER,each,60",
        "3,WEEK,CALENDAR,beacon_lit,FIRST_EVER,later,6", "4,MONTH,CALENDAR,,FIRST_EVER,each,3",
        "5,DAY,CALENDAR,beacon_lit,FIRST_IN_RANGE,within,9", "6,WEEK,OWN,purchase,EVERY_PERIOD,later,5",
        "7,MONTH,OWN,app_open,FIRST_IN_RANGE,each,2", "8,WEEK,CALENDAR,app_open,EVERY_PERIOD,each,60",
        "9,DAY,CALENDAR,beacon_lit,EVERY_PERIOD,within,20", "10,DAY,OWN,push_received,EVERY_PERIOD,later,14",
        "11,MONTH,CALENDAR,app_open,EVERY_PERIOD,each,2", "12,DAY,OWN,beacon_lit,FIRST_EVER,within,30"
    })
    void everyCellIsTheReferences(
            long seed, Grain grain, Clock clock, String start, Entry entry, String counting, int last) {
        RandomHistory history = new RandomHistory(seed, 150, 70);
        EventLog log = history.log(64, seed);
        DayRange range =
                new DayRange(log.firstDay().plusDays(3), log.span().to().minusDays(2));
        List<Ages> columns = columns(counting, last);
        RetentionQuestion question = new RetentionQuestion(
                new CohortDefinition(
                        range,
                        grain,
                        clock,
                        new Start(Optional.ofNullable(start).map(EventCondition::named), entry)),
                columns,
                List.of(ReturnCriterion.ANY_ACTIVITY, way("app_open"), way("beacon_lit"), way("push_received")),
                PersonCondition.EVERYBODY,
                Optional.empty());
        RetentionAnswer answer = answer(log, question);
        NaiveRetention naive = new NaiveRetention(history, range, grain, clock, start, entry);
        for (int c = 0; c < answer.cohorts().size(); c++) {
            Cohort cohort = answer.cohorts().get(c);
            List<Member> members = naive.members(cohort.starts());
            assertThat(cohort.size()).as("%s of %s", cohort, history).isEqualTo(members.size());
            for (int column = 0; column < columns.size(); column++) {
                Ages ages = columns.get(column);
                for (Triangle triangle : answer.triangles()) {
                    String way = triangle.name().equals(ReturnCriterion.ANY_ACTIVITY.name()) ? null : triangle.name();
                    assertThat(triangle.returned().get(c).get(column))
                            .as("%s by %s in %s of %s", ages, way, cohort, history)
                            .isEqualTo(naive.returned(members, way, ages));
                }
                assertThat(cohort.isCompleteAt(column)).isEqualTo(hasPassed(log, question, cohort, ages.to() + 1));
                assertThat(column < cohort.begunColumns()).isEqualTo(hasBegun(log, question, cohort, ages.from()));
            }
        }
        answer.triangles().forEach(triangle -> assertPooled(answer, triangle));
    }

    private static List<Ages> columns(String counting, int last) {
        return switch (counting) {
            case "each" -> Ages.each(last);
            case "later" -> Ages.orLater(last);
            default -> List.of(new Ages(0, 1), new Ages(1, 4), new Ages(3, last - 1), new Ages(last, last));
        };
    }

    private static ReturnCriterion way(String event) {
        return new ReturnCriterion(event, Optional.of(EventCondition.named(event)));
    }

    /** Before the end of the age for whoever may have started at the very end of the cohort's days. */
    private static boolean hasPassed(EventLog log, RetentionQuestion question, Cohort cohort, int ages) {
        if (question.following().clock() == Clock.CALENDAR) {
            return log.completeBefore(
                    question.following().grain().shift(cohort.period().from(), ages));
        }
        return !log.calendar()
                .startOf(cohort.starts().to())
                .plus(DAYS_OF.get(question.following().grain()) * ages, ChronoUnit.DAYS)
                .isAfter(log.dataTo());
    }

    private static boolean hasBegun(EventLog log, RetentionQuestion question, Cohort cohort, int age) {
        if (question.following().clock() == Clock.CALENDAR) {
            return log.calendar()
                    .startOf(question.following().grain().shift(cohort.period().from(), age))
                    .isBefore(log.dataTo());
        }
        return log.calendar()
                .startOf(cohort.starts().from())
                .plus(DAYS_OF.get(question.following().grain()) * age, ChronoUnit.DAYS)
                .isBefore(log.dataTo());
    }

    private static void assertPooled(RetentionAnswer answer, Triangle triangle) {
        for (int column = 0; column < triangle.all().pooled().size(); column++) {
            long size = 0;
            long returned = 0;
            for (int c = 0; c < answer.cohorts().size(); c++) {
                if (answer.cohorts().get(c).completeColumns() > column) {
                    size += answer.cohorts().get(c).size();
                    returned += triangle.returned().get(c).get(column);
                }
            }
            Pooled pooled = triangle.all().pooled().get(column);
            if (size == 0) {
                assertThat(pooled.share()).isEmpty();
            } else {
                assertThat(pooled.share().orElseThrow().part()).isEqualTo(returned);
                assertThat(pooled.share().orElseThrow().whole()).isEqualTo(size);
            }
        }
    }

    /** Laws of counting: at an age is at it or later, later ages are later, and a whole stretch is any of its ages. */
    @ParameterizedTest
    @ValueSource(longs = {41, 42, 43})
    void orLaterHoldsAtAndNeverRises(long seed) {
        EventLog log = new RandomHistory(seed, 200, 60).log(80, seed);
        RetentionQuestion each = RetentionQuestion.ofArrivals(log.span(), Grain.DAY, 20);
        RetentionAnswer at = answer(log, each);
        RetentionAnswer later = answer(log, each.counting(Ages.orLater(20)));
        RetentionAnswer whole = answer(log, each.counting(List.of(new Ages(0, 20))));
        for (int c = 0; c < at.cohorts().size(); c++) {
            List<Long> then = at.triangles().get(0).returned().get(c);
            List<Long> orLater = later.triangles().get(0).returned().get(c);
            for (int age = 0; age <= 20; age++) {
                assertThat(then.get(age)).isLessThanOrEqualTo(orLater.get(age));
                assertThat(orLater.get(age)).isLessThanOrEqualTo(orLater.get(Math.max(0, age - 1)));
            }
            assertThat(whole.triangles().get(0).returned().get(c)).containsExactly(orLater.get(0));
            assertThat(later.cohorts().get(c).completeColumns()).isIn(0, 21);
        }
    }

    @Test
    void anIncompleteCellNeverEntersThePooledCurve() {
        EventLog log = new RandomHistory(21, 400, 40).log(500, 1);
        RetentionAnswer answer = answer(log, RetentionQuestion.ofArrivals(log.span(), Grain.DAY, 30));
        Cohort youngest = answer.cohorts().get(answer.cohorts().size() - 2);
        assertThat(youngest.completeColumns()).isLessThan(3);
        for (int age = 0; age <= 30; age++) {
            int cohorts = answer.triangles().get(0).all().pooled().get(age).cohorts();
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
            answers.add(answer(
                    log, RetentionQuestion.ofArrivals(log.span(), Grain.WEEK, 8).returning(way("beacon_lit"))));
        }
        assertThat(answers).allMatch(answers.get(0)::equals);
    }

    @Test
    void atAgeZeroEverybodyWithAnActiveArrivalCameBack() {
        RandomHistory history = new RandomHistory(23, 200, 30);
        history.events.removeIf(event -> !event.active());
        EventLog log = history.log(500, 1);
        RetentionAnswer answer = answer(log, RetentionQuestion.ofArrivals(log.span(), Grain.WEEK, 3));
        for (int c = 0; c < answer.cohorts().size(); c++) {
            assertThat(answer.triangles().get(0).returned().get(c).get(0))
                    .isEqualTo(answer.cohorts().get(c).size());
        }
    }

    @Test
    void aRangeBeforeOrAfterTheDataHasEmptyCohortsAndNoShare() {
        EventLog log = new RandomHistory(24, 50, 30).log(500, 1);
        for (LocalDate end : List.of(LocalDate.of(2020, 2, 1), LocalDate.of(2030, 2, 1))) {
            RetentionQuestion question = RetentionQuestion.ofArrivals(DayRange.endingBefore(end, 20), Grain.WEEK, 4);
            RetentionAnswer answer = answer(log, question);
            assertThat(answer.cohorts()).allMatch(cohort -> cohort.size() == 0);
            assertThat(answer.triangles().get(0).all().pooled())
                    .allMatch(pooled -> pooled.share().isEmpty());
        }
    }

    @Test
    void impossibleAgesAreNamed() {
        EventLog log = new RandomHistory(25, 5, 10).log(500, 1);
        RetentionQuestion question = RetentionQuestion.ofArrivals(log.span(), Grain.DAY, 5);
        assertThatThrownBy(() -> Ages.each(61)).hasMessageContaining("not 61");
        assertThatThrownBy(() -> Ages.orLater(0)).hasMessageContaining("not 0");
        assertThatThrownBy(() -> new Ages(3, 2)).hasMessageContaining("from 3 to 2");
        assertThatThrownBy(() -> question.counting(List.of())).hasMessageContaining("not 0");
        assertThatThrownBy(() -> question.counting(List.of(new Ages(0, 4), new Ages(1, 3))))
                .hasMessageContaining("ages 1 to 3 does not come after ages 0 to 4");
        assertThatThrownBy(() -> question.counting(List.of(new Ages(2, 4), new Ages(1, 5))))
                .hasMessageContaining("ages 1 to 5");
        assertThatThrownBy(question::returning).hasMessageContaining("not 0");
        assertThatThrownBy(() -> new Start(Optional.empty(), Entry.EVERY_PERIOD))
                .hasMessageContaining("joins once");
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
                assertThat(returned(some, c, age) + returned(others, c, age)).isEqualTo(returned(all, c, age));
            }
        }
        assertThat(members).isPositive();
    }

    private static long returned(RetentionAnswer answer, int cohort, int column) {
        return answer.triangles().get(0).returned().get(cohort).get(column);
    }

    private static RetentionAnswer among(EventLog log, PersonCondition who) {
        EventCondition lit = EventCondition.named("beacon_lit", "purchase");
        return answer(
                log,
                RetentionQuestion.ofArrivals(log.span(), Grain.WEEK, 5)
                        .returning(new ReturnCriterion("lit", Optional.of(lit)))
                        .among(who));
    }
}
