package coldtide.server.measure;

import coldtide.core.filter.EventCondition;
import coldtide.core.measure.hours.WeekHours;
import coldtide.core.measure.hours.WeekHoursAnswer;
import coldtide.core.measure.hours.WeekHoursQuestion;
import coldtide.core.time.DayRange;
import coldtide.server.engine.QueryService;
import coldtide.server.engine.QueryService.Answered;
import coldtide.server.filter.ConditionReader;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import java.util.Map;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;
import tools.jackson.databind.JsonNode;

/** Says when in the week something is done, over HTTP. */
@RestController
class WeekHoursController {
    private final QueryService asking;

    WeekHoursController(QueryService asking) {
        this.asking = asking;
    }

    /**
     * The question.
     *
     * @param what a condition on events; null for any activity
     * @param only another that holds too; null for none
     * @param among a condition on people; null for everybody
     * @param lenient whether what is not there is left out
     */
    record WeekHoursAsk(
            @NotNull DayRange range,

            @Schema(
                    types = {"object", "null"},
                    implementation = Map.class)
            JsonNode what,

            @Schema(
                    types = {"object", "null"},
                    implementation = Map.class)
            JsonNode only,

            @Schema(
                    types = {"object", "null"},
                    implementation = Map.class)
            JsonNode among,

            @Schema(types = {"boolean", "null"}) Boolean lenient) {
        WeekHoursQuestion question(ConditionReader reader) {
            EventCondition done = reader.events(what, "what", new EventCondition.Active());
            EventCondition filter = reader.only(only);
            return new WeekHoursQuestion(
                    range,
                    filter.equals(EventCondition.ANY) ? done : EventCondition.all(done, filter),
                    reader.among(among));
        }
    }

    @PostMapping(path = "/api/apps/{app}/week-hours", produces = MediaType.APPLICATION_JSON_VALUE)
    Answered<WeekHoursAnswer> ask(@PathVariable String app, @Valid @RequestBody WeekHoursAsk ask) {
        return asking.askShared(
                app,
                "week-hours",
                ask,
                asked -> WeekHours.answer(
                        asked.log(), asked.runner(), asked.conditions(), ask.question(asked.reader(ask.lenient()))));
    }
}
