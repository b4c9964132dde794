package coldtide.bench;

import coldtide.core.filter.Conditions;
import coldtide.core.filter.EventCondition;
import coldtide.core.filter.PersonCondition;
import coldtide.core.filter.PersonCondition.Did;
import coldtide.core.filter.PersonCondition.Which;
import coldtide.core.filter.Window;
import coldtide.core.filter.value.ValueTest;
import coldtide.core.log.EventLog;
import coldtide.core.log.Shard;
import coldtide.core.measure.users.PeopleAnswer;
import coldtide.core.measure.users.PeopleCount;
import coldtide.core.measure.users.PeopleQuestion;
import coldtide.core.register.PersonRow;
import coldtide.core.register.Register;
import coldtide.core.register.RegisterQuestion;
import coldtide.core.register.RegisterQuestion.By;
import coldtide.core.register.RegisterQuestion.Order;
import coldtide.core.retention.RetentionAnalysis;
import coldtide.core.retention.RetentionQuestion;
import coldtide.core.scan.ScanRunner;
import coldtide.core.time.DayRange;
import coldtide.core.time.Grain;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.DoubleSupplier;
import java.util.function.ToLongFunction;
import java.util.stream.Stream;

/** What is asked of all engines: each question as one number. */
final class Questions {
    static final String ACTIVE = " name not in ('push_received', 'uninstall_detected') ";
    private static final int PAGE = 50;

    /** The columns a plain loop over all events reads: day and name of each. */
    static final ToLongFunction<Shard> DAYS_AND_NAMES = shard -> 4L * shard.events();

    private final EventLog log;
    private final ScanRunner runner;
    private final Conditions kept = new Conditions(1L << 30);

    Questions(EventLog log, ScanRunner runner) {
        this.log = log;
        this.runner = runner;
    }

    /**
     * A question.
     *
     * @param here as the engine answers it
     * @param byHand the same by a loop that can answer nothing else, where there is one
     * @param reads bytes of a shard's columns of events that such a loop must read
     * @param sql the same for the other engines
     */
    record Question(
            String name,
            DoubleSupplier here,
            Optional<DoubleSupplier> byHand,
            ToLongFunction<Shard> reads,
            String sql) {}

    List<Question> all() {
        return Stream.of(
                        rooms(),
                        new Funnels(log, runner).all(),
                        new Followed(log, runner).all(),
                        new Sliced(log, runner).all())
                .flatMap(List::stream)
                .toList();
    }

    private List<Question> rooms() {
        PersonCondition segment = segment();
        DoubleSupplier segmentByHand = () -> runner.run(log, new ByHand.Segment(log));
        ToLongFunction<Shard> andRuns = shard -> 4L * shard.events() + 8L * shard.runRow.length;
        return List.of(
                new Question(
                        "active people by day",
                        () -> active(Grain.DAY),
                        Optional.empty(),
                        DAYS_AND_NAMES,
                        active("day")),
                new Question(
                        "active people by week and by month",
                        () -> active(Grain.WEEK) + active(Grain.MONTH),
                        Optional.empty(),
                        DAYS_AND_NAMES,
                        "select (" + active("week") + ") + (" + active("month") + ")"),
                new Question(
                        "retention triangle by day, 31 ages",
                        () -> returned(Grain.DAY, 30),
                        Optional.of(() -> runner.run(log, new ByHand.Triangle(log, 30))),
                        DAYS_AND_NAMES,
                        triangle("day", 30)),
                new Question(
                        "retention triangle by week, 13 ages",
                        () -> returned(Grain.WEEK, 12),
                        Optional.empty(),
                        DAYS_AND_NAMES,
                        triangle("week", 84)),
                new Question(
                        "revenue and ARPU a day, version x country",
                        this::revenue,
                        Optional.empty(),
                        shard -> andRuns.applyAsLong(shard) + 14L * shard.moneyRow.length,
                        revenueSql()),
                new Question(
                        "behaviour segment by country, first asked",
                        () -> byCountry(new Conditions(1L << 30), segment),
                        Optional.of(segmentByHand),
                        andRuns,
                        segmentSql()),
                new Question(
                        "behaviour segment by country, asked again",
                        () -> byCountry(kept, segment),
                        Optional.of(segmentByHand),
                        andRuns,
                        segmentSql()),
                new Question(
                        "register page of those with most events",
                        this::page,
                        Optional.empty(),
                        DAYS_AND_NAMES,
                        "select sum(n) from (select count(*) as n from e group by person order by n desc limit " + PAGE
                                + ") page"));
    }

    private double page() {
        RegisterQuestion question = new RegisterQuestion(
                PersonCondition.EVERYBODY, Order.by(By.EVENTS), List.of("country", "app_version"), 0, PAGE);
        return Register.answer(log, runner, kept, question).rows().stream()
                .mapToDouble(PersonRow::events)
                .sum();
    }

    /** The sum of the squares: it tells countries that were mixed up. */
    double byCountry(Conditions conditions, PersonCondition segment) {
        PeopleQuestion question =
                new PeopleQuestion(segment, Optional.of(new PeopleQuestion.Split("country", Which.LATEST, 1_000)));
        return PeopleCount.answer(log, runner, conditions, question).groups().stream()
                .mapToDouble(PeopleAnswer.Group::people)
                .map(people -> people * people)
                .sum();
    }

    private double active(Grain grain) {
        return runner.run(log, new ActivePeople(log, log.span().periods(grain)));
    }

    private static String active(String unit) {
        return "select sum(n) from (select count(distinct person) as n from e where" + ACTIVE + "group by date_trunc('"
                + unit + "', day)) counts";
    }

    private double returned(Grain grain, int ages) {
        RetentionQuestion question = RetentionQuestion.ofArrivals(log.span(), grain, ages);
        return RetentionAnalysis.answer(log, runner, kept, question).triangles().get(0).returned().stream()
                .flatMap(List::stream)
                .mapToDouble(Long::doubleValue)
                .sum();
    }

    private static String triangle(String unit, int days) {
        return "with f as (select person, date_trunc('%1$s', min(day))::date as d from e group by person),"
                        .formatted(unit)
                + " a as (select distinct person, date_trunc('%1$s', day)::date as w from e where".formatted(unit)
                + ACTIVE
                + ") select count(*) from a join f using (person) where w - d <= " + days;
    }

    private double revenue() {
        Revenue.Total total = runner.run(log, new Revenue(log));
        return total.micros() + total.people() + total.cells();
    }

    private static String revenueSql() {
        return "select sum(micros) + sum(people) + count(*) from (select day, version, country, coalesce(sum(micros), 0) as"
                + " micros, count(distinct person) filter (where" + ACTIVE + ") as people from e group by day, version,"
                + " country) cells where people > 0 or micros > 0";
    }

    /** Lit five beacons or more in their first week, and never bought, or watched an advert in the last 28 days on 1.8.0. */
    PersonCondition segment() {
        DayRange last = DayRange.endingBefore(log.endOfFullDays(), 28);
        return PersonCondition.all(
                Did.atLeast(5, EventCondition.named("beacon_lit"), new Window.OfPerson(0, 6)),
                new PersonCondition.Either(List.of(
                        Did.never(EventCondition.named("purchase"), Window.EVER),
                        PersonCondition.all(
                                Did.atLeast(1, EventCondition.named("ad_shown"), new Window.Days(last)),
                                new PersonCondition.Property(
                                        "app_version", Which.LATEST, new ValueTest.IsOneOf(Set.of("1.8.0")))))));
    }

    private String segmentSql() {
        DayRange last = DayRange.endingBefore(log.endOfFullDays(), 28);
        return "with f as (select person, min(day) as d from e group by person), p as (select person,"
                + " count(*) filter (where name = 'beacon_lit' and day - d <= 6) as lit,"
                + " count(*) filter (where name = 'purchase') as bought,"
                + " count(*) filter (where name = 'ad_shown' and day >= '" + last.from() + "' and day < '" + last.to()
                + "') as watched from e join f using (person) group by person),"
                + " l as (select distinct on (person) person, version, country from e order by person, t desc, received desc)"
                + " select sum(n * n) from (select count(*) as n from p join l using (person) where lit >= 5 and (bought = 0"
                + " or watched >= 1 and version = '1.8.0') group by country) counts";
    }
}
