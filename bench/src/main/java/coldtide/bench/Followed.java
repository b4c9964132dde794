package coldtide.bench;

import coldtide.bench.Questions.Question;
import coldtide.core.filter.Conditions;
import coldtide.core.filter.EventCondition;
import coldtide.core.filter.PersonCondition;
import coldtide.core.log.EventLog;
import coldtide.core.retention.RetentionAnalysis;
import coldtide.core.retention.RetentionQuestion;
import coldtide.core.retention.churn.SurvivalAnalysis;
import coldtide.core.retention.churn.SurvivalQuestion;
import coldtide.core.retention.cohort.Ages;
import coldtide.core.retention.cohort.CohortDefinition;
import coldtide.core.retention.cohort.ReturnCriterion;
import coldtide.core.retention.early.EarlyAnalysis;
import coldtide.core.retention.early.EarlyAnswer.Tie;
import coldtide.core.retention.early.EarlyQuestion;
import coldtide.core.retention.value.ValueAnalysis;
import coldtide.core.retention.value.ValueMetric;
import coldtide.core.retention.value.ValueQuestion;
import coldtide.core.scan.ScanRunner;
import coldtide.core.time.Grain;
import java.util.List;
import java.util.Optional;
import java.util.function.DoubleSupplier;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** Questions about people followed from their arrival on, as the retention room asks them. */
final class Followed {
    private static final List<String> WAYS =
            List.of("beacon_started", "beacon_lit", "lamp_trimmed", "ad_shown", "purchase");
    /** Early behaviours that many show, so that none is left out for want of people. */
    private static final List<String> EARLY = List.of("beacon_started", "beacon_lit", "lamp_trimmed");

    private static final int QUIET = 14;

    private final EventLog log;
    private final ScanRunner runner;
    private final Conditions kept = new Conditions(1L << 30);

    Followed(EventLog log, ScanRunner runner) {
        this.log = log;
        this.runner = runner;
    }

    List<Question> all() {
        RetentionQuestion days = RetentionQuestion.ofArrivals(log.span(), Grain.DAY, 60);
        RetentionQuestion six = days.returning(Stream.concat(
                        Stream.of(ReturnCriterion.ANY_ACTIVITY),
                        WAYS.stream().map(name -> new ReturnCriterion(name, Optional.of(EventCondition.named(name)))))
                .toArray(ReturnCriterion[]::new));
        String sixSql = WAYS.stream()
                .map(name -> "(" + triangle(AFTER_FIRST + "name = '" + name + "'") + ")")
                .collect(Collectors.joining(" + "));
        return List.of(
                question("triangle by day, 61 ages", () -> returned(days), triangle(Questions.ACTIVE)),
                question(
                        "the same, six ways of coming back",
                        () -> returned(six),
                        "select (" + triangle(Questions.ACTIVE) + ") + " + sixSql),
                question("beacons lit by each, 13 weeks", this::brought, BROUGHT),
                question("days until quiet", this::quiet, quietSql()),
                question("early behaviours, all of them", this::early, earlySql()));
    }

    private static Question question(String name, DoubleSupplier here, String sql) {
        return new Question(name, here, Optional.empty(), Questions.DAYS_AND_NAMES, sql);
    }

    private double returned(RetentionQuestion question) {
        return RetentionAnalysis.answer(log, runner, kept, question).triangles().stream()
                .flatMap(triangle -> triangle.returned().stream())
                .flatMap(List::stream)
                .mapToDouble(Long::doubleValue)
                .sum();
    }

    /** Whoever arrives with an event has not come back by it. */
    private static final String AFTER_FIRST = " t > first and ";

    private static String triangle(String counts) {
        return "with f as (select person, min(day) as d, min(t) as first from e group by person)"
                + " select count(*) from (select distinct"
                + " person, day from e join f using (person) where " + counts + " and day - d <= 60) c";
    }

    private double brought() {
        ValueQuestion question = new ValueQuestion(
                CohortDefinition.arrivals(log.span(), Grain.WEEK),
                12,
                new ValueMetric(ValueMetric.Kind.TIMES, EventCondition.named("beacon_lit"), ""),
                PersonCondition.EVERYBODY,
                Optional.empty());
        return ValueAnalysis.answer(log, runner, kept, question).sums().stream()
                .flatMap(List::stream)
                .mapToDouble(Double::doubleValue)
                .sum();
    }

    /** A beacon lit at an age is in the sums of all ages from it on. */
    private static final String BROUGHT =
            "with f as (select person, date_trunc('week', min(day))::date as w from e group by"
                    + " person), a as (select (date_trunc('week', day)::date - w) / 7 as age from e join f using (person) where name"
                    + " = 'beacon_lit') select sum(13 - age) from a where age <= 12";

    private double quiet() {
        SurvivalQuestion question = new SurvivalQuestion(
                CohortDefinition.arrivals(log.span(), Grain.DAY), QUIET, PersonCondition.EVERYBODY, Optional.empty());
        return SurvivalAnalysis.answer(log, runner, kept, question).all().steps().stream()
                .mapToDouble(step -> (double) step.time() * step.gone())
                .sum();
    }

    private String quietSql() {
        return "with f as (select person, min(day) as d from e group by person), days as (select person, d as day from f"
                + " union select person, day from e where" + Questions.ACTIVE + "), gaps as (select person, day,"
                + " lead(day) over (partition by person order by day) as next from days), last as (select person, min(day)"
                + " as l from gaps where coalesce(next, date '2999-01-01') - day > " + QUIET + " group by person)"
                + " select sum(l - d + 1) from last join f using (person) where l < date '" + log.endOfFullDays()
                + "' - " + QUIET;
    }

    private double early() {
        EarlyQuestion question =
                new EarlyQuestion(log.span(), Optional.empty(), new Ages(7, 13), PersonCondition.EVERYBODY);
        return runner.run(log, new EarlyAnalysis(log, kept, question)).ties().stream()
                .filter(tie -> EARLY.contains(tie.event()) && tie.times() <= 3)
                .map(Tie::did)
                .mapToDouble(did -> did.whole() + did.part())
                .sum();
    }

    private String earlySql() {
        String reached = Stream.of(1, 2, 3, 7)
                .flatMap(days -> Stream.of(1, 2, 3)
                        .map(times -> "(count(*) filter (where day - d < " + days + ") >= " + times + ")::int"))
                .collect(Collectors.joining(" + "));
        return "with f as (select person, min(day) as d from e group by person having min(day) + 13 < date '"
                + log.endOfFullDays() + "'), back as (select distinct person from e join f using (person) where"
                + Questions.ACTIVE + "and day - d between 7 and 13), did as (select person, name, " + reached
                + " as n from e join f using (person) where day - d < 7 group by person, name) select sum(n * (case when"
                + " person in (select person from back) then 2 else 1 end)) from did where name in ('"
                + String.join("', '", EARLY) + "')";
    }
}
