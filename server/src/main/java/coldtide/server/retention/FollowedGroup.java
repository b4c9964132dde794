package coldtide.server.retention;

import coldtide.core.measure.MeasureAnswer.Kind;
import coldtide.core.retention.RetentionAnswer.Group;
import io.swagger.v3.oas.annotations.media.Schema;
import java.util.List;

/**
 * A group that a split makes.
 *
 * @param value null for what {@code kind} says
 * @param size people of all cohorts who are in it
 */
record FollowedGroup(
        Kind kind, @Schema(types = {"string", "null"}) String value, long size) {
    static List<FollowedGroup> of(List<Group> groups) {
        return groups.stream()
                .map(group -> new FollowedGroup(
                        group.part().kind(), group.part().value().orElse(null), group.size()))
                .toList();
    }
}
