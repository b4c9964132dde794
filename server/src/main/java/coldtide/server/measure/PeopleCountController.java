package coldtide.server.measure;

import coldtide.core.filter.PersonCondition;
import coldtide.core.filter.PersonCondition.Which;
import coldtide.core.measure.users.PeopleAnswer;
import coldtide.core.measure.users.PeopleCount;
import coldtide.core.measure.users.PeopleQuestion;
import coldtide.core.measure.users.PeopleQuestion.Split;
import coldtide.server.engine.QueryService;
import coldtide.server.engine.QueryService.Answered;
import coldtide.server.engine.QueryService.Asked;
import coldtide.server.http.Problem;
import io.swagger.v3.oas.annotations.media.Schema;
import java.util.Map;
import java.util.Optional;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;
import tools.jackson.databind.JsonNode;

/** Says for how many people a condition holds, and how many of them have each value of a property. */
@RestController
class PeopleCountController {
    private static final int USUAL_TOP = 20;

    private final QueryService asking;

    PeopleCountController(QueryService asking) {
        this.asking = asking;
    }

    /**
     * The question as it comes over the wire.
     *
     * @param among a condition on people (docs/condition-format.md); null for everybody
     * @param splitBy a property of people; null for the number alone
     * @param value which value of it counts; null for the latest
     * @param top how many values are told apart; null for 20
     */
    record PeopleAsk(
            @Schema(
                    types = {"object", "null"},
                    implementation = Map.class)
            JsonNode among,

            @Schema(types = {"string", "null"}) String splitBy,
            @Schema(types = {"string", "null"}) Which value,
            @Schema(types = {"integer", "null"}) Integer top) {
        PeopleQuestion question(Asked asked) {
            PersonCondition who = asked.reader().among(among);
            return new PeopleQuestion(who, Optional.ofNullable(splitBy).map(property -> split(asked, property)));
        }

        private Split split(Asked asked, String property) {
            if (!asked.log().hasProperty(property)) {
                throw Problem.badField("splitBy", "No property named \"" + property + "\" was ever received.");
            }
            return new Split(property, value == null ? Which.LATEST : value, top == null ? USUAL_TOP : top);
        }
    }

    @PostMapping(path = "/api/apps/{app}/people-count", produces = MediaType.APPLICATION_JSON_VALUE)
    Answered<PeopleAnswer> ask(@PathVariable String app, @RequestBody PeopleAsk ask) {
        return asking.askShared(
                app,
                "people-count",
                ask,
                asked -> PeopleCount.answer(asked.log(), asked.runner(), asked.conditions(), ask.question(asked)));
    }
}
