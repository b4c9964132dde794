package coldtide.server.funnel;

import coldtide.core.filter.value.PropertyValue;
import coldtide.core.funnel.FunnelAnalysis;
import coldtide.core.funnel.dropoff.AfterAnalysis;
import coldtide.core.funnel.dropoff.AfterAnswer;
import coldtide.core.funnel.dropoff.AfterAnswer.Done;
import coldtide.core.funnel.dropoff.AfterAnswer.Side;
import coldtide.core.funnel.dropoff.SlicesAnalysis;
import coldtide.core.funnel.dropoff.SlicesAnswer;
import coldtide.core.funnel.dropoff.SlicesAnswer.Slice;
import coldtide.server.engine.QueryService;
import coldtide.server.engine.QueryService.Answered;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.Valid;
import java.time.Duration;
import java.util.List;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;

/** Answers over HTTP what those who were lost before a step did instead, and who they are. */
@RestController
class LostController {
    private final QueryService asking;

    LostController(QueryService asking) {
        this.asking = asking;
    }

    /** HTTP: what units that dropped off did next, compared with units that converted. */
    record AfterView(AfterSideView lost, AfterSideView wentOn, List<AfterDoneView> done, List<Long> timeBounds) {
        static AfterView of(AfterAnswer answer) {
            return new AfterView(
                    AfterSideView.of(answer.lost()),
                    AfterSideView.of(answer.wentOn()),
                    answer.done().stream().map(AfterDoneView::of).toList(),
                    FunnelAnalysis.TIME_BOUNDS.stream().map(Duration::toMillis).toList());
        }
    }

    /**
     * What became of some.
     *
     * @param nothing of how many nothing more was seen as far as it was looked; the next three tell them apart
     * @param stayed how long it was until the last that was seen of them
     */
    record AfterSideView(long units, long nothing, long later, long uninstalled, long never, TimesView stayed) {
        static AfterSideView of(Side side) {
            return new AfterSideView(
                    side.units(),
                    side.nothing(),
                    side.later(),
                    side.uninstalled(),
                    side.never(),
                    TimesView.of(side.stayed()));
        }
    }

    /** @param versus the share of the lost that did it at all beside that of those who went on; null where they are too few */
    record AfterDoneView(
            String event,
            long lostNext,
            long wentOnNext,
            long lost,
            long wentOn,

            @Schema(
                    types = {"object", "null"},
                    implementation = VersusView.class)
            VersusView versus) {
        static AfterDoneView of(Done done) {
            return new AfterDoneView(
                    done.event(),
                    done.lostNext(),
                    done.wentOnNext(),
                    done.lost(),
                    done.wentOn(),
                    done.versus().map(VersusView::of).orElse(null));
        }
    }

    @PostMapping(path = "/api/apps/{app}/funnel/after", produces = MediaType.APPLICATION_JSON_VALUE)
    Answered<AfterView> after(@PathVariable String app, @Valid @RequestBody LostAsk ask) {
        return asking.askShared(
                app,
                "funnel/after",
                ask,
                asked -> AfterView.of(asked.runner()
                        .run(
                                asked.log(),
                                new AfterAnalysis(
                                        asked.log(), asked.conditions(), ask.after(asked.reader(ask.lenient()))))));
    }

    /**
     * Values, and pairs of them, that move most first.
     *
     * @param reached how many got to the step, of {@code before} at the one before it
     * @param tests how many were compared, all corrected together
     * @param tooMany properties with too many values to be compared
     */
    record SlicesView(long reached, long before, int tests, List<SliceView> slices, List<String> tooMany) {
        static SlicesView of(SlicesAnswer answer) {
            return new SlicesView(
                    answer.reached(),
                    answer.before(),
                    answer.tests(),
                    answer.slices().stream().map(SliceView::of).toList(),
                    answer.tooMany());
        }
    }

    /** @param moved how many more went on than would have, were they as everyone else */
    record SliceView(List<PropertyValue> having, VersusView versus, double moved) {
        static SliceView of(Slice slice) {
            return new SliceView(slice.having(), VersusView.of(slice.versus()), slice.moved());
        }
    }

    @PostMapping(path = "/api/apps/{app}/funnel/slices", produces = MediaType.APPLICATION_JSON_VALUE)
    Answered<SlicesView> slices(@PathVariable String app, @Valid @RequestBody LostAsk ask) {
        return asking.askShared(
                app,
                "funnel/slices",
                ask,
                asked -> SlicesView.of(SlicesAnalysis.answer(
                        asked.log(), asked.runner(), asked.conditions(), ask.slices(asked.reader(ask.lenient())))));
    }
}
