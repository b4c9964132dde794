package coldtide.core.retention;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import coldtide.core.RandomHistory;
import coldtide.core.RandomHistory.Event;
import coldtide.core.filter.Conditions;
import coldtide.core.filter.EventCondition;
import coldtide.core.filter.PersonCondition;
import coldtide.core.filter.PersonCondition.Which;
import coldtide.core.log.EventLog;
import coldtide.core.log.rule.RevenueType;
import coldtide.core.measure.users.PeopleQuestion;
import coldtide.core.retention.NaiveRetention.Member;
import coldtide.core.retention.cohort.Clock;
import coldtide.core.retention.cohort.Cohort;
import coldtide.core.retention.cohort.CohortDefinition;
import coldtide.core.retention.cohort.SplitBy;
import coldtide.core.retention.cohort.Start;
import coldtide.core.retention.cohort.Start.Entry;
import coldtide.core.retention.value.ValueAnalysis;
import coldtide.core.retention.value.ValueAnswer;
import coldtide.core.retention.value.ValueMetric;
import coldtide.core.retention.value.ValueQuestion;
import coldtide.core.scan.ScanRunner;
import coldtide.core.stats.Mean;
import coldtide.core.time.DayRange;
import coldtide.core.time.Grain;
import java.time.Duration;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalLong;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ValueTest {
    private static final int AGES = 5;
    private static final ScanRunner RUNNER = new ScanRunner(2, Duration.ofMinutes(1));

    @AfterAll
    static void close() {
        RUNNER.close();
    }

    private static ValueAnswer answer(EventLog log, ValueQuestion question) {
        return ValueAnalysis.answer(log, RUNNER, new Conditions(1 << 20), question);
    }

    private static ValueMetric worth(ValueMetric.Kind kind) {
        return switch (kind) {
            case TIMES -> new ValueMetric(kind, EventCondition.named("beacon_lit"), "");
            case SUM -> new ValueMetric(kind, EventCondition.ANY, "level");
            default -> ValueMetric.of(kind);
        };
    }

    /** Every cell event by event: what came from the start on, up to the age. */
    @ParameterizedTest
    @CsvSource({
        "1,WEEK,CALENDAR,,FIRST_EVER,NET",
        "2,DAY,OWN,app_open,FIRST_IN_RANGE,NET",
        "3,WEEK,OWN,,FIRST_EVER,GROSS",
        "4,WEEK,CALENDAR,purchase,EVERY_PERIOD,PURCHASE",
        "5,MONTH,CALENDAR,,FIRST_EVER,AD",
        "6,WEEK,CALENDAR,beacon_lit,FIRST_EVER,SUBSCRIPTION",
        "7,DAY,CALENDAR,beacon_lit,EVERY_PERIOD,TIMES",
        "8,WEEK,OWN,app_open,FIRST_IN_RANGE,ACTIVE_DAYS",
        "9,WEEK,CALENDAR,,FIRST_EVER,SUM"
    })
    void everySumIsTheReferences(
            long seed, Grain grain, Clock clock, String start, Entry entry, ValueMetric.Kind kind) {
        RandomHistory history = new RandomHistory(seed, 120, 60);
        EventLog log = history.log(64, seed);
        DayRange range =
                new DayRange(log.firstDay().plusDays(3), log.span().to().minusDays(2));
        CohortDefinition following = new CohortDefinition(
                range, grain, clock, new Start(Optional.ofNullable(start).map(EventCondition::named), entry));
        ValueAnswer answer = answer(
                log, new ValueQuestion(following, AGES, worth(kind), PersonCondition.EVERYBODY, Optional.empty()));
        NaiveRetention naive = new NaiveRetention(history, range, grain, clock, start, entry);
        double most = 0;
        for (int c = 0; c < answer.cohorts().size(); c++) {
            Cohort cohort = answer.cohorts().get(c);
            List<Member> members = naive.members(cohort.starts());
            assertThat(cohort.size()).isEqualTo(members.size());
            for (int age = 0; age <= AGES; age++) {
                double sum = 0;
                for (Member member : members) {
                    sum += worth(history, naive, member, age, kind);
                }
                assertThat(answer.sums().get(c).get(age))
                        .as("%s up to %d in %s of %s", kind, age, cohort, history)
                        .isCloseTo(sum, within(1e-6 + 1e-12 * Math.abs(sum)));
                most = Math.max(most, Math.abs(sum));
            }
        }
        assertThat(most).isPositive();
        assertPooled(answer);
    }

    private static double worth(
            RandomHistory history, NaiveRetention naive, Member member, int age, ValueMetric.Kind kind) {
        List<Event> then = member.events()
                .subList(
                        member.events().indexOf(member.start()), member.events().size());
        double sum = 0;
        List<LocalDate> days = new ArrayList<>();
        for (Event event : then) {
            if (naive.age(member.start(), event) > age) {
                continue;
            }
            if (kind == ValueMetric.Kind.TIMES) {
                sum += event.name().equals("beacon_lit") ? 1 : 0;
            } else if (kind == ValueMetric.Kind.SUM) {
                sum += event.level() > 0 ? event.level() : 0;
            } else if (kind == ValueMetric.Kind.ACTIVE_DAYS) {
                LocalDate day = history.dayOf(event);
                if (event.active() && !days.contains(day)) {
                    days.add(day);
                    sum++;
                }
            } else {
                sum += money(history, event, kind);
            }
        }
        return sum;
    }

    private static double money(RandomHistory history, Event event, ValueMetric.Kind kind) {
        if (event.money() == null) {
            return 0;
        }
        RevenueType type = event.money().type();
        OptionalLong micros = history.worth(event);
        boolean refund = type == RevenueType.REFUND;
        boolean counts = kind == ValueMetric.Kind.NET
                || kind == ValueMetric.Kind.GROSS && !refund
                || kind.name().equals(type.name());
        return counts ? (refund ? -1 : 1) * micros.orElse(0) / 1e6 : 0;
    }

    private static void assertPooled(ValueAnswer answer) {
        for (int age = 0; age <= AGES; age++) {
            double sum = 0;
            long people = 0;
            for (int c = 0; c < answer.cohorts().size(); c++) {
                if (answer.cohorts().get(c).isCompleteAt(age)) {
                    sum += answer.sums().get(c).get(age);
                    people += answer.cohorts().get(c).size();
                }
            }
            Optional<Mean> mean = answer.all().get(age);
            assertThat(mean.map(Mean::people).orElse(0L)).isEqualTo(people);
            if (mean.isPresent()) {
                assertThat(mean.get().value() * people).isCloseTo(sum, within(1e-6 + 1e-9 * Math.abs(sum)));
            }
        }
    }

    /** Sessions: those of the tide table, as people's first event begins their first session. */
    @Test
    void sessionsSinceArrivalAreAllSessionsOfThosePeople() {
        EventLog log = new RandomHistory(21, 150, 40).log(70, 1);
        CohortDefinition following = CohortDefinition.arrivals(log.span(), Grain.WEEK);
        ValueAnswer answer = answer(
                log,
                new ValueQuestion(
                        following,
                        20,
                        ValueMetric.of(ValueMetric.Kind.SESSIONS),
                        PersonCondition.EVERYBODY,
                        Optional.empty()));
        double all =
                answer.sums().stream().mapToDouble(cohort -> cohort.get(20)).sum();
        long sessions = log.shards().stream()
                .mapToLong(shard -> shard.sessionDay.length)
                .sum();
        assertThat(all).isEqualTo(sessions);
    }

    @Test
    void groupsAddUpToEverybodyAndWhatWasBroughtNeverFalls() {
        EventLog log = new RandomHistory(22, 300, 60).log(70, 1);
        ValueAnswer answer = answer(
                log,
                new ValueQuestion(
                        CohortDefinition.arrivals(log.span(), Grain.WEEK),
                        AGES,
                        ValueMetric.of(ValueMetric.Kind.GROSS),
                        PersonCondition.EVERYBODY,
                        Optional.of(new SplitBy.Property(new PeopleQuestion.Split("platform", Which.FIRST, 1)))));
        assertThat(answer.groups()).hasSize(2);
        for (int age = 0; age <= AGES; age++) {
            int at = age;
            Mean all = answer.all().get(age).orElseThrow();
            List<Mean> groups = answer.lines().stream()
                    .map(line -> line.get(at).orElseThrow())
                    .toList();
            assertThat(groups.stream().mapToLong(Mean::people).sum()).isEqualTo(all.people());
            assertThat(groups.stream()
                            .mapToDouble(mean -> mean.value() * mean.people())
                            .sum())
                    .isCloseTo(all.value() * all.people(), within(1e-6));
            assertThat(all.value()).isBetween(all.low(), all.high());
        }
        for (List<Double> cohort : answer.sums()) {
            for (int age = 1; age <= AGES; age++) {
                assertThat(cohort.get(age)).isGreaterThanOrEqualTo(cohort.get(age - 1));
            }
        }
    }

    @Test
    void aSumNeedsAPropertyAndNothingElseHasOne() {
        assertThatThrownBy(() -> ValueMetric.of(ValueMetric.Kind.SUM)).hasMessageContaining("needs a property");
        assertThatThrownBy(() -> new ValueMetric(ValueMetric.Kind.NET, EventCondition.ANY, "level"))
                .hasMessageContaining("Only a sum");
    }
}
