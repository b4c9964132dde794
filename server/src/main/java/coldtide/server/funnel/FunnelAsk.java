package coldtide.server.funnel;

import coldtide.core.funnel.match.FunnelQuestion;
import coldtide.core.funnel.match.FunnelSplit;
import coldtide.core.time.Grain;
import coldtide.server.filter.ConditionReader;
import coldtide.server.filter.GroupAsk;
import coldtide.server.http.Problem;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import tools.jackson.databind.JsonNode;

/**
 * A question for a funnel.
 *
 * @param funnel steps and what holds between them, as docs/condition-format.md says
 * @param among a condition on people; null for everybody
 * @param split null for none
 * @param by periods of entry; null for none
 * @param lenient whether a property to split by that was never received, or people that are not there, are left out and said
 */
record FunnelAsk(
        @NotNull @Schema(implementation = Map.class) JsonNode funnel,

        @Schema(
                types = {"object", "null"},
                implementation = Map.class)
        JsonNode among,

        @Schema(
                types = {"object", "null"},
                implementation = FunnelSplitAsk.class)
        @Valid
        FunnelSplitAsk split,

        @Schema(types = {"string", "null"}) Grain by,

        @Schema(types = {"boolean", "null"}) Boolean lenient) {

    /**
     * By what units are told apart: a property of the event that does a step, or groups of people side by side.
     *
     * @param step from 1; null for the entry
     * @param top how many values are told apart; null for all that can be
     */
    record FunnelSplitAsk(
            @Schema(types = {"string", "null"}) String property,
            @Schema(types = {"integer", "null"}) Integer step,
            @Schema(types = {"integer", "null"}) Integer top,
            @Schema(types = {"array", "null"}) List<@Valid GroupAsk> people) {
        private Optional<FunnelSplit> read(ConditionReader reader) {
            if ((property == null) == (people == null)) {
                throw Problem.badField("split", "A split is by a property or by groups of users.");
            }
            if (people != null) {
                return Optional.of(new FunnelSplit.ByPeople(GroupAsk.split(people, reader, "split.people")));
            }
            return reader.knows(property, "split.property")
                    ? Optional.of(new FunnelSplit.ByProperty(
                            property, step == null ? 0 : step - 1, top == null ? FunnelSplit.MOST : top))
                    : Optional.empty();
        }
    }

    FunnelQuestion question(ConditionReader reader) {
        FunnelQuestion asked = reader.funnel(funnel, "funnel").among(reader.among(among));
        Optional<FunnelSplit> groups = split == null ? Optional.empty() : split.read(reader);
        asked = groups.map(asked::splitBy).orElse(asked);
        return by == null ? asked : asked.by(by);
    }
}
