package coldtide.server.contrast;

import coldtide.core.contrast.Contrast;
import coldtide.core.contrast.ContrastAnswer;
import coldtide.core.contrast.ContrastQuestion;
import coldtide.core.filter.PersonCondition;
import coldtide.core.stats.Difference;
import coldtide.core.time.DayRange;
import coldtide.server.engine.QueryService;
import coldtide.server.engine.QueryService.Answered;
import coldtide.server.filter.ConditionReader;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import java.util.List;
import java.util.Map;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;
import tools.jackson.databind.JsonNode;

/** Two groups of people side by side, over HTTP. */
@RestController
class ContrastController {
    private final QueryService asking;

    ContrastController(QueryService asking) {
        this.asking = asking;
    }

    /**
     * The question.
     *
     * @param first a condition on people
     * @param second another; null for everybody else
     * @param lenient whether what is not there is left out and said
     */
    record ContrastAsk(
            @NotNull DayRange range,
            @NotNull @Schema(implementation = Map.class) JsonNode first,

            @Schema(
                    types = {"object", "null"},
                    implementation = Map.class)
            JsonNode second,

            @Schema(types = {"boolean", "null"}) Boolean lenient) {}

    record ContrastView(
            long first,
            long second,
            long both,
            int tests,
            List<ContrastRow> rows,
            List<String> leftOut,
            String currency) {}

    /** One figure in both groups; null where there is no value, or too few people for an interval. */
    record ContrastRow(
            ContrastAnswer.About about,
            String name,
            @Schema(types = {"number", "null"}) Double first,
            @Schema(types = {"number", "null"}) Double second,

            @Schema(
                    types = {"object", "null"},
                    implementation = Difference.class)
            Difference difference,

            @Schema(types = {"number", "null"}) Double adjusted) {
        static ContrastRow of(ContrastAnswer.Row row) {
            return new ContrastRow(
                    row.about(),
                    row.name(),
                    orNull(row.first()),
                    orNull(row.second()),
                    row.difference().orElse(null),
                    orNull(row.adjusted()));
        }

        private static Double orNull(double value) {
            return Double.isNaN(value) ? null : value;
        }
    }

    @PostMapping(path = "/api/apps/{app}/contrast", produces = MediaType.APPLICATION_JSON_VALUE)
    Answered<ContrastView> ask(@PathVariable String app, @Valid @RequestBody ContrastAsk ask) {
        return asking.askShared(app, "contrast", ask, asked -> {
            ConditionReader reader = asked.reader(ask.lenient());
            PersonCondition first = reader.people(ask.first(), "first");
            PersonCondition second = ask.second() == null || ask.second().isNull()
                    ? Contrast.everyoneBut(first)
                    : reader.people(ask.second(), "second");
            ContrastAnswer answer = Contrast.answer(
                    asked.log(), asked.runner(), asked.conditions(), new ContrastQuestion(ask.range(), first, second));
            return new ContrastView(
                    answer.first(),
                    answer.second(),
                    answer.both(),
                    answer.tests(),
                    answer.rows().stream().map(ContrastRow::of).toList(),
                    reader.leftOut(),
                    asked.app().currency());
        });
    }
}
