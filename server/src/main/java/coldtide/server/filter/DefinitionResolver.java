package coldtide.server.filter;

import coldtide.core.filter.PeopleList;
import java.util.Optional;
import tools.jackson.databind.JsonNode;

/**
 * Finds the behaviours and segments that a condition mentions.
 */
public interface DefinitionResolver {
    /** The condition on events that a behaviour stands for. */
    Optional<JsonNode> behaviour(String name);

    /** The condition on events that ends the first-time path. */
    Optional<JsonNode> firstPath();

    /** The people that a segment stands for. */
    Optional<Rule> segment(int id);

    /** What a segment is. */
    sealed interface Rule {}

    /** A condition on people, asked anew each time. */
    record Living(JsonNode among) implements Rule {}

    /** A list. */
    record Fixed(PeopleList people) implements Rule {}

    /** No more there. @param sentence who removed it and when */
    record Removed(String sentence) implements Rule {}
}
