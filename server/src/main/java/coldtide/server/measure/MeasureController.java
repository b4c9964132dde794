package coldtide.server.measure;

import coldtide.core.filter.EventCondition;
import coldtide.core.filter.PersonCondition;
import coldtide.core.log.EventLog;
import coldtide.core.measure.Accumulation;
import coldtide.core.measure.Measure;
import coldtide.core.measure.MeasureAnswer;
import coldtide.core.measure.MeasureAnswer.Kind;
import coldtide.core.measure.MeasureAnswer.Line;
import coldtide.core.measure.MeasureAnswer.Period;
import coldtide.core.measure.MeasureAnswer.Table;
import coldtide.core.measure.MeasureAnswer.Values;
import coldtide.core.measure.MeasureQuestion;
import coldtide.core.measure.Measures;
import coldtide.core.measure.Split;
import coldtide.core.measure.Step;
import coldtide.server.engine.QueryService;
import coldtide.server.engine.QueryService.Answered;
import coldtide.server.engine.QueryService.Asked;
import coldtide.server.engine.WarmUp;
import coldtide.server.filter.ConditionReader;
import io.swagger.v3.oas.annotations.media.ArraySchema;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.Valid;
import java.util.List;
import java.util.Optional;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;

/** Answers questions for measures over HTTP. */
@RestController
class MeasureController implements WarmUp {
    private static final int USUAL_TOP = 5;

    private final QueryService asking;

    MeasureController(QueryService asking) {
        this.asking = asking;
    }

    /**
     * The answer.
     *
     * @param compared null if nothing was compared
     * @param leftOut sentences about what is not in it because it is not there
     */
    record MeasureView(
            TableView range,

            @Schema(
                    types = {"object", "null"},
                    implementation = TableView.class)
            TableView compared,

            List<String> leftOut,
            String currency) {}

    /** One range. @param active people asked about with any activity in it; null where events are filtered */
    record TableView(
            List<Period> periods,
            List<GroupView> groups,
            List<ValuesView> measures,
            @Schema(types = {"integer", "null"}) Long active) {
        static TableView of(Table table) {
            return new TableView(
                    table.periods(),
                    table.groups().stream()
                            .map(group -> new GroupView(group.parts().stream()
                                    .map(part -> new PartView(
                                            part.kind(), part.value().orElse(null)))
                                    .toList()))
                            .toList(),
                    table.measures().stream().map(ValuesView::of).toList(),
                    table.active().orElse(null));
        }
    }

    /** A group, by one part for each split. */
    record GroupView(List<PartView> parts) {}

    /** Its value is null for other values together, and for none. */
    record PartView(
            Kind kind, @Schema(types = {"string", "null"}) String value) {}

    /** One measure. */
    record ValuesView(String name, LineView all, List<LineView> groups) {
        static ValuesView of(Values values) {
            return new ValuesView(
                    values.name(),
                    LineView.of(values.all()),
                    values.groups().stream().map(LineView::of).toList());
        }
    }

    /** One measure of one group; null where there is no value. */
    record LineView(
            @ArraySchema(schema = @Schema(types = {"number", "null"}))
            List<Double> periods,

            @Schema(types = {"number", "null"}) Double range,
            long people,
            long events) {
        static LineView of(Line line) {
            return new LineView(
                    line.periods().stream()
                            .map(value -> value.isNaN() ? null : value)
                            .toList(),
                    Double.isNaN(line.range()) ? null : line.range(),
                    line.people(),
                    line.events());
        }
    }

    /** A few kinds, by a property that comes with contexts and by one of single events, where there are such. */
    @Override
    public void warm(Asked asked) {
        EventLog log = asked.log();
        EventCondition active = new EventCondition.Active();
        for (boolean ofContexts : new boolean[] {true, false}) {
            log.properties().stream()
                    .filter(property -> log.isOfContexts(property) == ofContexts)
                    .findFirst()
                    .ifPresent(property -> {
                        warm(asked, Measure.of("people", Measure.Kind.PEOPLE, active), property);
                        warm(asked, Measure.of("sessions", Measure.Kind.SESSIONS, active), property);
                    });
        }
        log.properties().stream().filter(log::hasNumbers).findFirst().ifPresent(number -> {
            warm(asked, Measure.of("median", Measure.Kind.PERCENTILE, number, active), number);
            warm(asked, Measure.of("sum", Measure.Kind.SUM, number, active), number);
        });
    }

    private static void warm(Asked asked, Measure measure, String splitBy) {
        Measures.answer(
                asked.log(),
                asked.runner(),
                asked.conditions(),
                new MeasureQuestion(
                        asked.log().span(),
                        Optional.empty(),
                        asked.log().days() > MeasureQuestion.MOST_PERIODS ? Step.WEEK : Step.DAY,
                        Accumulation.EACH,
                        List.of(measure),
                        List.of(),
                        EventCondition.ANY,
                        PersonCondition.EVERYBODY,
                        List.of(Split.ByProperty.top(splitBy, USUAL_TOP))));
    }

    @PostMapping(path = "/api/apps/{app}/measures", produces = MediaType.APPLICATION_JSON_VALUE)
    Answered<MeasureView> ask(@PathVariable String app, @Valid @RequestBody MeasureAsk ask) {
        return asking.askShared(app, "measures", ask, asked -> {
            ConditionReader reader = asked.reader(ask.lenient());
            MeasureAnswer answer =
                    Measures.answer(asked.log(), asked.runner(), asked.conditions(), ask.question(asked, reader));
            return new MeasureView(
                    TableView.of(answer.range()),
                    answer.compared().map(TableView::of).orElse(null),
                    reader.leftOut(),
                    asked.app().currency());
        });
    }
}
