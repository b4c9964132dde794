package coldtide.server.tidetable;

import coldtide.core.filter.PersonCondition;
import coldtide.core.tidetable.DailyTotals;
import coldtide.core.tidetable.DailyTotalsAnalysis;
import coldtide.core.tidetable.Figure;
import coldtide.core.tidetable.MetricScope;
import coldtide.core.tidetable.PeriodAnalysis;
import coldtide.core.tidetable.PeriodCounts;
import coldtide.core.tidetable.TideTable;
import coldtide.core.tidetable.TideTableAnswer;
import coldtide.core.tidetable.TideTableQuestion;
import coldtide.core.time.DayRange;
import coldtide.core.time.Grain;
import coldtide.server.engine.QueryService;
import coldtide.server.engine.QueryService.Answered;
import coldtide.server.engine.QueryService.Asked;
import coldtide.server.engine.WarmUp;
import coldtide.server.filter.ConditionReader;
import io.swagger.v3.oas.annotations.media.ArraySchema;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;
import tools.jackson.databind.JsonNode;

/** Answers tide table questions over HTTP. */
@RestController
class TideTableController implements WarmUp {
    private final QueryService asking;

    TideTableController(QueryService asking) {
        this.asking = asking;
    }

    /**
     * The question as it comes over the wire.
     *
     * @param among a condition on people (docs/condition-format.md); null for everybody
     * @param lenient whether what is not there is left out and said
     */
    record TideTableAsk(
            @NotNull DayRange range,
            @NotNull DayRange compared,
            @NotNull Grain grain,

            @Schema(
                    types = {"object", "null"},
                    implementation = Map.class)
            JsonNode among,

            @Schema(types = {"boolean", "null"}) Boolean lenient) {
        TideTableQuestion question() {
            return new TideTableQuestion(range, compared, grain);
        }
    }

    /**
     * The answer as it goes over the wire; what has no value is null.
     *
     * @param unconverted money events of the range left out because their currency has no rate on their day
     * @param leftOut sentences about what is not in it because it is not there
     */
    record TideTableView(
            List<DayRange> history,
            boolean rangeComplete,
            boolean comparedComplete,
            long unconverted,
            String currency,
            List<RowView> rows,
            List<String> leftOut) {}

    /**
     * One figure.
     *
     * @param isWorseAbove whether more of it is worse
     */
    record RowView(
            Figure figure,
            Figure.Group group,
            Figure.Unit unit,
            boolean isWorseAbove,

            @ArraySchema(schema = @Schema(types = {"number", "null"}))
            List<Double> series,

            @Schema(types = {"number", "null"}) Double before,
            @Schema(types = {"number", "null"}) Double usualLow,
            @Schema(types = {"number", "null"}) Double usualHigh,
            int usualPeriods,
            @Schema(types = {"number", "null"}) Double range,
            @Schema(types = {"number", "null"}) Double compared) {}

    @PostMapping(path = "/api/apps/{app}/tide-table", produces = MediaType.APPLICATION_JSON_VALUE)
    Answered<TideTableView> ask(@PathVariable String app, @Valid @RequestBody TideTableAsk ask) {
        return asking.askShared(app, "tide-table", ask, asked -> {
            ConditionReader reader = asked.reader(ask.lenient());
            reader.among(ask.among());
            TideTableAnswer answer =
                    TideTable.answer(asked.log(), ask.question(), periods -> counts(asked, ask, periods));
            return new TideTableView(
                    answer.history(),
                    answer.rangeComplete(),
                    answer.comparedComplete(),
                    answer.range().unconverted(),
                    asked.app().currency(),
                    answer.rows().stream().map(row -> row(answer, row)).toList(),
                    reader.leftOut());
        });
    }

    /**
     * Shared by all questions that need them: the totals of days by all questions about the same people, the counts of periods where
     * ranges end in the same one.
     */
    private static List<PeriodCounts> counts(Asked asked, TideTableAsk ask, List<DayRange> periods) {
        PeopleAsked people = new PeopleAsked(ask.among(), ask.lenient());
        DailyTotals totals = asked.shared(
                "daily-totals",
                people,
                with -> with.runner().run(with.log(), new DailyTotalsAnalysis(with.log(), people.looking(with))));
        return asked.shared(
                "period-counts",
                new CountsAsked(periods, people),
                with -> with.runner()
                        .run(with.log(), new PeriodAnalysis(with.log(), periods, people.looking(with), totals)));
    }

    private record PeopleAsked(JsonNode among, Boolean lenient) {
        MetricScope looking(Asked with) {
            PersonCondition condition = with.reader(lenient).among(among);
            return new MetricScope(
                    with.firstPath(), Optional.of(with.conditions().of(with.log(), condition)));
        }
    }

    private record CountsAsked(List<DayRange> periods, PeopleAsked people) {}

    @Override
    public void warm(Asked asked) {
        DayRange range = DayRange.endingBefore(asked.log().endOfFullDays(), 28);
        for (Grain grain : Grain.values()) {
            TideTable.answer(
                    asked.log(),
                    asked.runner(),
                    new TideTableQuestion(range, range.before(), grain),
                    MetricScope.withPath(asked.firstPath()));
        }
    }

    private static RowView row(TideTableAnswer answer, TideTableAnswer.Row row) {
        return new RowView(
                row.figure(),
                row.figure().group(),
                row.figure().unit(),
                row.figure().isWorseAbove(),
                row.series().stream().map(TideTableController::orNull).toList(),
                orNull(row.before()),
                row.usual().map(TideTableAnswer.Usual::low).orElse(null),
                row.usual().map(TideTableAnswer.Usual::high).orElse(null),
                row.usual().map(TideTableAnswer.Usual::periods).orElse(0),
                orNull(answer.range().value(row.figure())),
                orNull(answer.compared().value(row.figure())));
    }

    private static Double orNull(OptionalDouble value) {
        return value.isPresent() ? value.getAsDouble() : null;
    }
}
