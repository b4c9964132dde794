package coldtide.server.retention;

import coldtide.core.filter.EventCondition;
import coldtide.core.log.EventLog;
import coldtide.core.retention.RetentionAnalysis;
import coldtide.core.retention.RetentionAnswer;
import coldtide.core.retention.RetentionQuestion;
import coldtide.core.retention.cohort.Ages;
import coldtide.core.retention.cohort.ReturnCriterion;
import coldtide.core.time.Grain;
import coldtide.server.engine.QueryService;
import coldtide.server.engine.QueryService.Answered;
import coldtide.server.engine.QueryService.Asked;
import coldtide.server.engine.WarmUp;
import coldtide.server.filter.ConditionReader;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.Valid;
import jakarta.validation.constraints.DecimalMax;
import jakarta.validation.constraints.DecimalMin;
import jakarta.validation.constraints.NotNull;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.IntStream;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;
import tools.jackson.databind.JsonNode;

/** Answers over HTTP how many came back. */
@RestController
class RetentionController implements WarmUp {
    private static final double USUAL_TOLERANCE = 0.01;

    private final QueryService asking;

    RetentionController(QueryService asking) {
        this.asking = asking;
    }

    /** Counting of a column: exactly at an age, at the age or later, or within a span of ages. */
    enum Counting {
        AT,
        OR_LATER,
        WITHIN
    }

    /** A way of coming back: a name, and a condition on events; null for any activity. */
    record WayAsk(
            @NotNull String name,

            @Schema(
                    types = {"object", "null"},
                    implementation = Map.class)
            JsonNode what) {
        ReturnCriterion way(ConditionReader reader, int number) {
            return new ReturnCriterion(name, FollowingAsk.events(reader, what, "returns[" + number + "].what"));
        }
    }

    /**
     * A retention question as it comes over the wire.
     *
     * @param counting null for each age by itself
     * @param ages the last age, where columns are of single ages
     * @param within the ages of the columns, where they are of spans
     * @param returns ways of coming back; any activity if null or empty
     * @param among a condition on people; null for everybody
     * @param split null for none
     * @param tolerance up to what loss from one age to the next a curve is flat, as a share; null for 0.01
     * @param around the day before and after which cohorts are compared; null for none
     * @param lenient whether what is not there is left out and said
     */
    record RetentionAsk(
            @NotNull @Valid FollowingAsk following,
            @Schema(types = {"string", "null"}) Counting counting,
            int ages,

            @Schema(types = {"array", "null"}) List<@Valid Ages> within,

            @Schema(types = {"array", "null"}) List<@Valid WayAsk> returns,

            @Schema(
                    types = {"object", "null"},
                    implementation = Map.class)
            JsonNode among,

            @Schema(
                    types = {"object", "null"},
                    implementation = SplitAsk.class)
            @Valid
            SplitAsk split,

            @Schema(types = {"number", "null"}) @DecimalMin("0.0001") @DecimalMax("0.5")
            Double tolerance,

            @Schema(
                    types = {"string", "null"},
                    format = "date")
            LocalDate around,

            @Schema(types = {"boolean", "null"}) Boolean lenient) {
        RetentionQuestion question(ConditionReader reader) {
            return new RetentionQuestion(
                    following.following(reader),
                    columns(),
                    ways(reader),
                    reader.among(among),
                    SplitAsk.of(split, reader));
        }

        private List<Ages> columns() {
            if (counting == Counting.WITHIN) {
                return within == null ? List.of() : within;
            }
            return counting == Counting.OR_LATER ? Ages.orLater(ages) : Ages.each(ages);
        }

        private List<ReturnCriterion> ways(ConditionReader reader) {
            if (returns == null || returns.isEmpty()) {
                return List.of(ReturnCriterion.ANY_ACTIVITY);
            }
            return IntStream.range(0, returns.size())
                    .mapToObj(number -> returns.get(number).way(reader, number))
                    .toList();
        }
    }

    @Override
    public void warm(Asked asked) {
        EventLog log = asked.log();
        RetentionQuestion byDay = RetentionQuestion.ofArrivals(log.span(), Grain.DAY, 30);
        answer(asked, byDay);
        EventCondition someEvent = EventCondition.named(log.eventNames().get(0));
        answer(asked, byDay.returning(new ReturnCriterion("some", Optional.of(someEvent))));
    }

    private static RetentionAnswer answer(Asked asked, RetentionQuestion question) {
        return RetentionAnalysis.answer(asked.log(), asked.runner(), asked.conditions(), question);
    }

    @PostMapping(path = "/api/apps/{app}/retention", produces = MediaType.APPLICATION_JSON_VALUE)
    Answered<RetentionView> ask(@PathVariable String app, @Valid @RequestBody RetentionAsk ask) {
        return asking.askShared(app, "retention", ask, asked -> {
            ConditionReader reader = asked.reader(ask.lenient());
            RetentionAnswer answer = answer(asked, ask.question(reader));
            double tolerance = ask.tolerance() == null ? USUAL_TOLERANCE : ask.tolerance();
            return RetentionView.of(asked, ask.columns(), answer, tolerance, ask.around(), reader.leftOut());
        });
    }
}
