package coldtide.server.tidetable;

import coldtide.core.tidetable.Figure;
import coldtide.core.tidetable.TideTable;
import coldtide.core.tidetable.TideTableAnswer;
import coldtide.core.tidetable.TideTableQuestion;
import coldtide.core.time.DayRange;
import coldtide.core.time.Grain;
import coldtide.server.engine.Asking;
import coldtide.server.engine.Asking.Answered;
import coldtide.server.engine.Asking.Asked;
import coldtide.server.engine.WarmUp;
import io.swagger.v3.oas.annotations.media.ArraySchema;
import io.swagger.v3.oas.annotations.media.Schema;
import java.util.List;
import java.util.OptionalDouble;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;

/** Answers tide table questions over HTTP. */
@RestController
class TideTableController implements WarmUp {
    private final Asking asking;

    TideTableController(Asking asking) {
        this.asking = asking;
    }

    /**
     * The answer as it goes over the wire; what has no value is null.
     *
     * @param unconverted money events of the range left out because their currency has no rate on their day
     */
    record TideTableView(
            List<DayRange> history,
            boolean rangeComplete,
            boolean comparedComplete,
            long unconverted,
            String currency,
            List<RowView> rows) {}

    /** One figure. */
    record RowView(
            Figure figure,
            Figure.Group group,
            Figure.Unit unit,

            @ArraySchema(schema = @Schema(types = {"number", "null"}))
            List<Double> series,

            @Schema(types = {"number", "null"}) Double before,
            @Schema(types = {"number", "null"}) Double usualLow,
            @Schema(types = {"number", "null"}) Double usualHigh,
            int usualPeriods,
            @Schema(types = {"number", "null"}) Double range,
            @Schema(types = {"number", "null"}) Double compared) {}

    @PostMapping(path = "/api/apps/{app}/tide-table", produces = MediaType.APPLICATION_JSON_VALUE)
    Answered<TideTableView> ask(@PathVariable String app, @RequestBody TideTableQuestion question) {
        return asking.ask(app, asked -> {
            TideTableAnswer answer = TideTable.answer(asked.log(), asked.runner(), question, asked.firstPath());
            return new TideTableView(
                    answer.history(),
                    answer.rangeComplete(),
                    answer.comparedComplete(),
                    answer.range().unconverted(),
                    asked.app().currency(),
                    answer.rows().stream().map(row -> row(answer, row)).toList());
        });
    }

    @Override
    public void warm(Asked asked) {
        DayRange range = DayRange.endingBefore(asked.log().endOfFullDays(), 28);
        for (Grain grain : Grain.values()) {
            TideTable.answer(
                    asked.log(),
                    asked.runner(),
                    new TideTableQuestion(range, range.before(), grain),
                    asked.firstPath());
        }
    }

    private static RowView row(TideTableAnswer answer, TideTableAnswer.Row row) {
        return new RowView(
                row.figure(),
                row.figure().group(),
                row.figure().unit(),
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
