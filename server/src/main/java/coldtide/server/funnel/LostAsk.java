package coldtide.server.funnel;

import coldtide.core.funnel.dropoff.AfterQuestion;
import coldtide.core.funnel.dropoff.AfterQuestion.Until;
import coldtide.core.funnel.dropoff.SlicesQuestion;
import coldtide.core.funnel.match.FunnelQuestion;
import coldtide.server.filter.ConditionReader;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.constraints.NotNull;
import java.util.Map;
import tools.jackson.databind.JsonNode;

/**
 * A question for those who were lost before a step.
 *
 * @param funnel steps and what holds between them, as docs/condition-format.md says
 * @param among a condition on people; null for everybody
 * @param step from 2
 * @param until how far what they did next is looked at; null for as long as the window. Nothing where that is not asked
 * @param lenient whether what is not there is left out
 */
record LostAsk(
        @NotNull @Schema(implementation = Map.class) JsonNode funnel,

        @Schema(
                types = {"object", "null"},
                implementation = Map.class)
        JsonNode among,

        @NotNull Integer step,
        @Schema(types = {"string", "null"}) Until until,
        @Schema(types = {"boolean", "null"}) Boolean lenient) {
    AfterQuestion after(ConditionReader reader) {
        return new AfterQuestion(question(reader), step - 1, until == null ? Until.WINDOW : until);
    }

    SlicesQuestion slices(ConditionReader reader) {
        return new SlicesQuestion(question(reader), step - 1);
    }

    private FunnelQuestion question(ConditionReader reader) {
        return reader.funnel(funnel, "funnel").among(reader.among(among));
    }
}
