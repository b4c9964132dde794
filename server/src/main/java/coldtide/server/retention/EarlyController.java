package coldtide.server.retention;

import coldtide.core.retention.cohort.Ages;
import coldtide.core.retention.early.EarlyAnalysis;
import coldtide.core.retention.early.EarlyAnswer;
import coldtide.core.retention.early.EarlyAnswer.Tie;
import coldtide.core.retention.early.EarlyQuestion;
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

/** Answers over HTTP which early behaviours go with coming back. */
@RestController
class EarlyController {
    private final QueryService asking;

    EarlyController(QueryService asking) {
        this.asking = asking;
    }

    /**
     * The question.
     *
     * @param range days of arrival
     * @param returning a condition on events that count as coming back; null for any activity
     * @param back the days of the return since arrival, both ends counted
     * @param among a condition on people; null for everybody
     * @param lenient whether what is not there is left out and said
     */
    record EarlyAsk(
            @NotNull DayRange range,

            @Schema(
                    types = {"object", "null"},
                    implementation = Map.class)
            JsonNode returning,

            @NotNull Ages back,

            @Schema(
                    types = {"object", "null"},
                    implementation = Map.class)
            JsonNode among,

            @Schema(types = {"boolean", "null"}) Boolean lenient) {
        EarlyQuestion question(ConditionReader reader) {
            return new EarlyQuestion(
                    range, FollowingAsk.events(reader, returning, "returning"), back, reader.among(among));
        }
    }

    /**
     * Ties, strongest first.
     *
     * @param open people who arrived too late to be counted
     * @param tests for how many tests the ties are corrected
     */
    record EarlyView(
            long people,
            long returned,
            long open,
            int tests,
            List<TieView> ties,
            List<String> events,
            List<String> leftOut) {}

    /**
     * One behaviour.
     *
     * @param did how many did it, and {@code didBack} how many of them came back; {@code others} did not
     * @param difference share back of those who did less that of the others, with its interval
     * @param strength correlation of doing it and coming back
     * @param adjusted p-value corrected for all tests
     */
    record TieView(
            String event,
            int times,
            int days,
            long did,
            long didBack,
            long others,
            long othersBack,
            double difference,
            double low,
            double high,
            double strength,
            double adjusted) {
        static TieView of(Tie tie) {
            Difference difference = tie.difference();
            return new TieView(
                    tie.event(),
                    tie.times(),
                    tie.days(),
                    tie.did().whole(),
                    tie.did().part(),
                    tie.others().whole(),
                    tie.others().part(),
                    difference.value(),
                    difference.low(),
                    difference.high(),
                    tie.strength(),
                    tie.adjusted());
        }
    }

    @PostMapping(path = "/api/apps/{app}/retention/early", produces = MediaType.APPLICATION_JSON_VALUE)
    Answered<EarlyView> ask(@PathVariable String app, @Valid @RequestBody EarlyAsk ask) {
        return asking.askShared(app, "retention/early", ask, asked -> {
            ConditionReader reader = asked.reader(ask.lenient());
            EarlyAnswer answer = asked.runner()
                    .run(asked.log(), new EarlyAnalysis(asked.log(), asked.conditions(), ask.question(reader)));
            return new EarlyView(
                    answer.people(),
                    answer.returned(),
                    answer.open(),
                    answer.tests(),
                    answer.ties().stream().map(TieView::of).toList(),
                    RetentionView.names(asked),
                    reader.leftOut());
        });
    }
}
