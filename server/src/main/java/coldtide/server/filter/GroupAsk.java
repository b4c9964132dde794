package coldtide.server.filter;

import coldtide.core.measure.Split;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.constraints.NotNull;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;
import tools.jackson.databind.JsonNode;

/**
 * One of some groups of people side by side, as it comes over the wire.
 *
 * @param who a condition on people
 */
public record GroupAsk(
        @NotNull String name,
        @NotNull @Schema(implementation = Map.class) JsonNode who) {
    /** @param field where the groups stand */
    public static Split.ByPeople split(List<GroupAsk> groups, ConditionReader reader, String field) {
        return new Split.ByPeople(IntStream.range(0, groups.size())
                .mapToObj(at -> new Split.NamedPeople(
                        groups.get(at).name(), reader.people(groups.get(at).who(), field + "[" + at + "]")))
                .toList());
    }
}
