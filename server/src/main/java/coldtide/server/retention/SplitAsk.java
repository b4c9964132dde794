package coldtide.server.retention;

import coldtide.core.filter.PersonCondition.Which;
import coldtide.core.measure.users.PeopleQuestion;
import coldtide.core.retention.cohort.SplitBy;
import coldtide.server.filter.ConditionReader;
import coldtide.server.filter.GroupAsk;
import coldtide.server.http.Problem;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.Valid;
import java.util.List;
import java.util.Optional;

/**
 * By what people are told apart: a property, or groups side by side.
 *
 * @param value which of the values a person had one after another; null for the first
 * @param top how many values are told apart, those of most people; null for {@link #USUAL_TOP}
 */
record SplitAsk(
        @Schema(types = {"string", "null"}) String property,
        @Schema(types = {"string", "null"}) Which value,
        @Schema(types = {"integer", "null"}) Integer top,
        @Schema(types = {"array", "null"}) List<@Valid GroupAsk> people) {
    private static final int USUAL_TOP = 8;
    /** Each group is followed at every age of every cohort. */
    private static final int MOST_GROUPS = 30;

    /** @param split null for none; a property that was never received is left out if the reader is lenient */
    static Optional<SplitBy> of(SplitAsk split, ConditionReader reader) {
        return split == null ? Optional.empty() : split.read(reader);
    }

    private Optional<SplitBy> read(ConditionReader reader) {
        if ((property == null) == (people == null)) {
            throw Problem.badField("split", "A split is by a property or by groups of users.");
        }
        int groups = people != null ? people.size() : top == null ? USUAL_TOP : top;
        if (groups < 1 || groups > MOST_GROUPS) {
            throw Problem.badField("split", "From 1 to " + MOST_GROUPS + " groups are followed, not " + groups + ".");
        }
        if (people != null) {
            return Optional.of(new SplitBy.People(GroupAsk.split(people, reader, "split.people")));
        }
        return reader.knows(property, "split.property")
                ? Optional.of(new SplitBy.Property(
                        new PeopleQuestion.Split(property, value == null ? Which.FIRST : value, groups)))
                : Optional.empty();
    }
}
