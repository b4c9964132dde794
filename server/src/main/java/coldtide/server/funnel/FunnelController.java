package coldtide.server.funnel;

import coldtide.core.funnel.FunnelAnalysis;
import coldtide.core.funnel.FunnelAnswer;
import coldtide.core.funnel.FunnelAnswer.Group;
import coldtide.core.funnel.FunnelAnswer.Period;
import coldtide.core.funnel.FunnelAnswer.Stairs;
import coldtide.core.funnel.FunnelAnswer.Versus;
import coldtide.core.funnel.match.FunnelQuestion;
import coldtide.core.measure.MeasureAnswer.Kind;
import coldtide.core.stats.PredictionInterval;
import coldtide.core.stats.Share;
import coldtide.core.time.DayRange;
import coldtide.server.engine.QueryService;
import coldtide.server.engine.QueryService.Answered;
import coldtide.server.filter.ConditionReader;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.Valid;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import java.util.function.IntFunction;
import java.util.stream.IntStream;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;

/** Answers over HTTP how far people, sessions or attempts get. */
@RestController
class FunnelController {
    private final QueryService asking;

    FunnelController(QueryService asking) {
        this.asking = asking;
    }

    /**
     * How far they got.
     *
     * @param times by step how long it took all who did it, since the step done before it
     * @param timeBounds up to how many milliseconds a step took, for the counts of its times
     */
    record FunnelView(
            StairsView all,
            List<TimesView> times,
            List<FunnelGroupView> groups,
            List<FunnelPeriodView> periods,
            List<Long> timeBounds,
            List<String> leftOut) {}

    /** @param open units whose window has not passed: nothing can be said of them, and they are in none of the steps */
    record StairsView(List<FunnelStepView> steps, long open) {}

    /**
     * One step.
     *
     * @param ofFirst of those who entered; null if nobody did
     * @param ofPrevious of those at the last step before it that is not optional; null at the first, or if nobody was there
     * @param lost who were at that step and not here
     * @param versus of a group, its share of the step before beside that of everyone else; null where there are too few to tell
     */
    record FunnelStepView(
            long reached,

            @Schema(
                    types = {"object", "null"},
                    implementation = StepShareView.class)
            StepShareView ofFirst,

            @Schema(
                    types = {"object", "null"},
                    implementation = StepShareView.class)
            StepShareView ofPrevious,

            long lost,

            @Schema(
                    types = {"object", "null"},
                    implementation = VersusView.class)
            VersusView versus) {}

    /** A share with its 95 % Wilson interval. */
    record StepShareView(double value, double low, double high) {
        static StepShareView of(long part, long whole) {
            if (whole == 0) {
                return null;
            }
            Share share = Share.of(part, whole);
            return new StepShareView(share.value(), share.low(), share.high());
        }
    }

    /** @param value null for what {@code kind} says */
    record FunnelGroupView(
            Kind kind, @Schema(types = {"string", "null"}) String value, StairsView stairs) {}

    /**
     * Units that entered in a period, by step.
     *
     * @param low with {@code high}, by step, where its share of those who entered would lie 95 times of 100, were it as in all the
     *     other periods; nothing at all where there is nothing to compare
     */
    record FunnelPeriodView(
            DayRange days, boolean isWhole, List<Long> reached, long open, List<Double> low, List<Double> high) {
        static FunnelPeriodView of(Period period) {
            List<PredictionInterval> expected =
                    period.expected().stream().flatMap(Optional::stream).toList();
            return new FunnelPeriodView(
                    period.days(),
                    period.isWhole(),
                    period.reached(),
                    period.open(),
                    expected.stream().map(PredictionInterval::low).toList(),
                    expected.stream().map(PredictionInterval::high).toList());
        }
    }

    @PostMapping(path = "/api/apps/{app}/funnel", produces = MediaType.APPLICATION_JSON_VALUE)
    Answered<FunnelView> ask(@PathVariable String app, @Valid @RequestBody FunnelAsk ask) {
        return asking.askShared(app, "funnel", ask, asked -> {
            ConditionReader reader = asked.reader(ask.lenient());
            FunnelQuestion question = ask.question(reader);
            FunnelAnswer answer = FunnelAnalysis.answer(asked.log(), asked.runner(), asked.conditions(), question);
            return new FunnelView(
                    // All of them have nobody to be compared with.
                    view(question, answer.all(), step -> Optional.empty()),
                    answer.times().stream().map(TimesView::of).toList(),
                    answer.groups().stream().map(group -> view(question, group)).toList(),
                    answer.periods().stream().map(FunnelPeriodView::of).toList(),
                    FunnelAnalysis.TIME_BOUNDS.stream().map(Duration::toMillis).toList(),
                    reader.leftOut());
        });
    }

    private static FunnelGroupView view(FunnelQuestion question, Group group) {
        return new FunnelGroupView(
                group.part().kind(),
                group.part().value().orElse(null),
                view(question, group.stairs(), group.versus()::get));
    }

    private static StairsView view(FunnelQuestion question, Stairs stairs, IntFunction<Optional<Versus>> versus) {
        return new StairsView(
                IntStream.range(0, question.steps().size())
                        .mapToObj(step -> step(question, stairs, step, versus.apply(step)))
                        .toList(),
                stairs.open());
    }

    private static FunnelStepView step(FunnelQuestion question, Stairs stairs, int step, Optional<Versus> versus) {
        long reached = stairs.reached().get(step);
        int before = question.lastRequiredBefore(step);
        long previous = before < 0 ? reached : stairs.reached().get(before);
        return new FunnelStepView(
                reached,
                StepShareView.of(reached, stairs.reached().get(0)),
                before < 0 ? null : StepShareView.of(reached, previous),
                previous - reached,
                versus.map(VersusView::of).orElse(null));
    }
}
