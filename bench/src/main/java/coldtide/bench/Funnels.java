package coldtide.bench;

import coldtide.bench.Questions.Question;
import coldtide.core.filter.Conditions;
import coldtide.core.filter.EventCondition;
import coldtide.core.funnel.FunnelAnalysis;
import coldtide.core.funnel.match.FunnelQuestion;
import coldtide.core.funnel.match.FunnelSplit;
import coldtide.core.funnel.match.FunnelStep;
import coldtide.core.funnel.match.Order;
import coldtide.core.log.EventLog;
import coldtide.core.scan.ScanRunner;
import java.time.Duration;
import java.util.List;
import java.util.Optional;

/**
 * Questions for funnels. Entries whose window has not passed count in none of them, here or there; what is compared is how many got
 * to each step, all steps added up.
 */
final class Funnels {
    private static final List<String> STEPS =
            List.of("install", "lesson_finished", "beacon_lit", "shop_opened", "purchase");
    private static final Duration WEEK = Duration.ofDays(7);
    private static final Duration DAY = Duration.ofDays(1);

    private final EventLog log;
    private final ScanRunner runner;
    private final Conditions kept = new Conditions(1L << 30);

    Funnels(EventLog log, ScanRunner runner) {
        this.log = log;
        this.runner = runner;
    }

    List<Question> all() {
        FunnelQuestion five = five(log);
        FunnelQuestion two = of(log, DAY, "beacon_started", "beacon_lit");
        return List.of(
                question("five steps in order within 7 days of entry", five, fiveSql()),
                question(
                        "the same, split by the country at entry",
                        five.splitBy(new FunnelSplit.ByProperty("country", 0, FunnelSplit.MOST)),
                        fiveSql()),
                question("started, and lit in the same country in a day", two.holding("country"), """
                        with s as (select person, t, received, country from e
                                   where name = 'beacon_started' and country is not null and t <= %1$d)
                        select (select count(distinct person) from s)
                             + (select count(distinct s.person) from s join e on e.person = s.person and e.country = s.country
                                where e.name = 'beacon_lit' and e.t - s.t <= %2$d
                                  and (e.t, e.received) > (s.t, s.received))
                        """.formatted(
                                closed(DAY), DAY.toMillis())),
                question("started, and lit as the very next thing", two.in(Order.BACK_TO_BACK), """
                        with a as (select person, name, t,
                                          lead(name) over w as then_name, lead(t) over w as then_t
                                   from e where %3$s window w as (partition by person order by t, received))
                        select count(distinct person)
                             + count(distinct person) filter (where then_name = 'beacon_lit' and then_t - t <= %2$d)
                        from a where name = 'beacon_started' and t <= %1$d
                        """.formatted(
                                closed(DAY), DAY.toMillis(), Questions.ACTIVE)));
    }

    static FunnelQuestion five(EventLog log) {
        return of(log, WEEK, STEPS.toArray(String[]::new));
    }

    private static FunnelQuestion of(EventLog log, Duration window, String... events) {
        return FunnelQuestion.of(
                log.span(),
                window,
                List.of(events).stream()
                        .map(event -> FunnelStep.of(event, EventCondition.named(event)))
                        .toList());
    }

    private Question question(String name, FunnelQuestion question, String sql) {
        return new Question(name, () -> reached(question), Optional.empty(), shard -> 8L * shard.events(), sql);
    }

    private double reached(FunnelQuestion question) {
        return FunnelAnalysis.answer(log, runner, kept, question).all().reached().stream()
                .mapToDouble(Long::doubleValue)
                .sum();
    }

    /** The last moment at which an entry may lie for its window to have passed. */
    private long closed(Duration window) {
        return log.dataTo().minus(window).toEpochMilli();
    }

    /** The latest entry from which each step was reached, step by step as a running maximum over the person's events. */
    private String fiveSql() {
        StringBuilder sql = new StringBuilder("with s0 as (select person, t, received, name, case when name = '"
                + STEPS.get(0) + "' and t <= " + closed(WEEK) + " then t end as entry from e where name in ('"
                + String.join("', '", STEPS) + "'))");
        for (int step = 1; step < STEPS.size(); step++) {
            sql.append(", s%d as (select person, t, received, name, s%d.entry as was, case when name = '%s' and t -"
                            .formatted(step, step - 1, STEPS.get(step)))
                    .append(" max(s%d.entry) over w <= %d then max(s%d.entry) over w end as entry from s%d window w as"
                            .formatted(step - 1, WEEK.toMillis(), step - 1, step - 1))
                    .append(
                            " (partition by person order by t, received rows between unbounded preceding and 1 preceding))");
        }
        sql.append(" select ");
        for (int step = 0; step < STEPS.size(); step++) {
            sql.append(step == 0 ? "" : " + ")
                    .append("(select count(distinct person) from s%d where entry is not null)".formatted(step));
        }
        return sql.toString();
    }
}
