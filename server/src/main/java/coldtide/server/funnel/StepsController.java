package coldtide.server.funnel;

import coldtide.core.funnel.IndependentAnswer;
import coldtide.core.funnel.IndependentCounts;
import coldtide.core.funnel.IndependentUnit;
import coldtide.core.funnel.UsualOrder;
import coldtide.core.funnel.UsualOrderAnswer;
import coldtide.core.funnel.match.FunnelQuestion;
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

/** Answers over HTTP what of the steps of a funnel was done at all, and in which order most do them. */
@RestController
class StepsController {
    private final QueryService asking;

    StepsController(QueryService asking) {
        this.asking = asking;
    }

    /**
     * A question for the steps by themselves: of the funnel only they and its range count.
     *
     * @param among a condition on people; null for everybody
     * @param unit null for people; nothing where only the order is asked for
     */
    record StepsAsk(
            @NotNull @Schema(implementation = Map.class) JsonNode funnel,

            @Schema(
                    types = {"object", "null"},
                    implementation = Map.class)
            JsonNode among,

            @Schema(types = {"string", "null"}) IndependentUnit unit,
            @Schema(types = {"boolean", "null"}) Boolean lenient) {
        FunnelQuestion question(ConditionReader reader) {
            return reader.funnel(funnel, "funnel").among(reader.among(among));
        }
    }

    /**
     * By step, how many did it, and how many of them did not do the last step before it that is not optional.
     */
    record IndependentView(List<Long> done, List<Long> withoutBefore) {
        static IndependentView of(IndependentAnswer answer) {
            return new IndependentView(answer.done(), answer.withoutBefore());
        }
    }

    @PostMapping(path = "/api/apps/{app}/funnel/independent", produces = MediaType.APPLICATION_JSON_VALUE)
    Answered<IndependentView> independent(@PathVariable String app, @Valid @RequestBody StepsAsk ask) {
        return asking.askShared(
                app,
                "funnel/independent",
                ask,
                asked -> IndependentView.of(asked.runner()
                        .run(
                                asked.log(),
                                new IndependentCounts(
                                        asked.log(),
                                        asked.conditions(),
                                        ask.question(asked.reader(ask.lenient())),
                                        ask.unit() == null ? IndependentUnit.PEOPLE : ask.unit()))));
    }

    /** The steps' places in the question, what most do first at first; and how many agree, by pair of neighbours. */
    record UsualOrderView(List<Integer> order, List<AgreedView> agreed) {
        static UsualOrderView of(UsualOrderAnswer answer) {
            return new UsualOrderView(
                    answer.order(),
                    answer.agreed().stream()
                            .map(each -> new AgreedView(each.inOrder(), each.both()))
                            .toList());
        }
    }

    /** Share of the users who did both who did them in this order. */
    record AgreedView(long inOrder, long both) {}

    @PostMapping(path = "/api/apps/{app}/funnel/order", produces = MediaType.APPLICATION_JSON_VALUE)
    Answered<UsualOrderView> order(@PathVariable String app, @Valid @RequestBody StepsAsk ask) {
        return asking.askShared(
                app,
                "funnel/order",
                ask,
                asked -> UsualOrderView.of(asked.runner()
                        .run(
                                asked.log(),
                                new UsualOrder(
                                        asked.log(), asked.conditions(), ask.question(asked.reader(ask.lenient()))))));
    }
}
