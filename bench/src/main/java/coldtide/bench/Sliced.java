package coldtide.bench;

import coldtide.bench.Questions.Question;
import coldtide.core.filter.Conditions;
import coldtide.core.filter.EventCondition;
import coldtide.core.filter.PersonCondition;
import coldtide.core.log.EventLog;
import coldtide.core.measure.Accumulation;
import coldtide.core.measure.Measure;
import coldtide.core.measure.MeasureAnswer.Table;
import coldtide.core.measure.MeasureQuestion;
import coldtide.core.measure.Measures;
import coldtide.core.measure.Split;
import coldtide.core.measure.Step;
import coldtide.core.scan.ScanRunner;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/** Questions for measures by period and group; the sum of the squares of all cells tells cells that were mixed up. */
final class Sliced {
    private static final int ALL_VALUES = 1_000;
    private static final EventCondition LIT = EventCondition.named("beacon_lit");

    private final EventLog log;
    private final ScanRunner runner;
    private final Conditions conditions = new Conditions(1L << 30);

    Sliced(EventLog log, ScanRunner runner) {
        this.log = log;
        this.runner = runner;
    }

    List<Question> all() {
        return List.of(
                new Question(
                        "people who lit a beacon, by day and country",
                        () -> squares(Step.DAY, Measure.of("a", Measure.Kind.PEOPLE, LIT), "country"),
                        Optional.empty(),
                        Questions.DAYS_AND_NAMES,
                        sql("count(distinct person)", "name = 'beacon_lit'", "day, country")),
                new Question(
                        "active people by week, version x country",
                        () -> squares(
                                Step.WEEK,
                                Measure.of("a", Measure.Kind.PEOPLE, new EventCondition.Active()),
                                "app_version",
                                "country"),
                        Optional.empty(),
                        Questions.DAYS_AND_NAMES,
                        sql("count(distinct person)", Questions.ACTIVE, "date_trunc('week', day), version, country")),
                new Question(
                        "active people by month and version",
                        () -> squares(
                                Step.MONTH,
                                Measure.of("a", Measure.Kind.PEOPLE, new EventCondition.Active()),
                                "app_version"),
                        Optional.empty(),
                        Questions.DAYS_AND_NAMES,
                        sql("count(distinct person)", Questions.ACTIVE, "date_trunc('month', day), version")));
    }

    private double squares(Step step, Measure measure, String... splits) {
        Table table = Measures.answer(
                        log,
                        runner,
                        conditions,
                        new MeasureQuestion(
                                log.span(),
                                Optional.empty(),
                                step,
                                Accumulation.EACH,
                                List.of(measure),
                                List.of(),
                                EventCondition.ANY,
                                PersonCondition.EVERYBODY,
                                Stream.of(splits)
                                        .map(property -> (Split) Split.ByProperty.top(property, ALL_VALUES))
                                        .toList()))
                .range();
        return table.measures().get(0).groups().stream()
                .flatMap(line -> line.periods().stream())
                .mapToDouble(value -> value * value)
                .sum();
    }

    private static String sql(String what, String which, String by) {
        return "select sum(n * n) from (select " + what + " as n from e where " + which + " group by " + by + ") cells";
    }
}
