package coldtide.server.retention;

import coldtide.core.retention.churn.SurvivalAnalysis;
import coldtide.core.retention.churn.SurvivalAnswer;
import coldtide.core.retention.churn.SurvivalQuestion;
import coldtide.core.stats.LogRank;
import coldtide.core.stats.ProductLimit;
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

/** Answers over HTTP how long people stayed until they went quiet. */
@RestController
class SurvivalController {
    private final QueryService asking;

    SurvivalController(QueryService asking) {
        this.asking = asking;
    }

    /**
     * The question.
     *
     * @param quietDays so many whole days without any activity are quiet
     * @param among a condition on people; null for everybody
     * @param split null for none
     * @param lenient whether what is not there is left out and said
     */
    record SurvivalAsk(
            @NotNull @Valid FollowingAsk following,
            int quietDays,

            @Schema(
                    types = {"object", "null"},
                    implementation = Map.class)
            JsonNode among,

            @Schema(
                    types = {"object", "null"},
                    implementation = SplitAsk.class)
            @Valid
            SplitAsk split,

            @Schema(types = {"boolean", "null"}) Boolean lenient) {
        SurvivalQuestion question(ConditionReader reader) {
            return new SurvivalQuestion(
                    following.following(reader), quietDays, reader.among(among), SplitAsk.of(split, reader));
        }
    }

    /**
     * Product-limit curves.
     *
     * @param tooYoung people who started so late that nothing can be said of them yet
     * @param lines by group
     * @param test null without a split, or where somebody is in several groups
     */
    record SurvivalView(
            CurveView all,
            long tooYoung,
            List<FollowedGroup> groups,
            List<CurveView> lines,

            @Schema(
                    types = {"object", "null"},
                    implementation = TestView.class)
            TestView test,

            List<String> events,
            List<String> leftOut) {}

    /**
     * One curve.
     *
     * @param gone of how many it was seen that they went quiet; of the others it is open
     * @param median days until half are gone; null if more than half are still there
     */
    record CurveView(
            long people,
            long gone,
            @Schema(types = {"integer", "null"}) Integer median,
            List<StepView> steps) {
        static CurveView of(ProductLimit curve) {
            return new CurveView(
                    curve.people(),
                    curve.gone(),
                    curve.median().isPresent() ? curve.median().getAsInt() : null,
                    curve.steps().stream()
                            .map(step -> new StepView(
                                    step.time(), step.atRisk(), step.gone(), step.share(), step.low(), step.high()))
                            .toList());
        }
    }

    /** @param day since the start; {@code atRisk} were still there and could be seen, {@code gone} went quiet on it */
    record StepView(int day, long atRisk, long gone, double share, double low, double high) {}

    /** The log-rank test; observed and expected by group. */
    record TestView(double chiSquared, int degrees, double p, double[] observed, double[] expected) {
        static TestView of(LogRank test) {
            return new TestView(test.chiSquared(), test.degrees(), test.p(), test.observed(), test.expected());
        }
    }

    @PostMapping(path = "/api/apps/{app}/retention/survival", produces = MediaType.APPLICATION_JSON_VALUE)
    Answered<SurvivalView> ask(@PathVariable String app, @Valid @RequestBody SurvivalAsk ask) {
        return asking.askShared(app, "retention/survival", ask, asked -> {
            ConditionReader reader = asked.reader(ask.lenient());
            SurvivalAnswer answer =
                    SurvivalAnalysis.answer(asked.log(), asked.runner(), asked.conditions(), ask.question(reader));
            return new SurvivalView(
                    CurveView.of(answer.all()),
                    answer.tooYoung(),
                    FollowedGroup.of(answer.groups()),
                    answer.lines().stream().map(CurveView::of).toList(),
                    answer.test().map(TestView::of).orElse(null),
                    RetentionView.names(asked),
                    reader.leftOut());
        });
    }
}
