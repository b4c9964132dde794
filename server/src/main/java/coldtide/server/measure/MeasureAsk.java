package coldtide.server.measure;

import static coldtide.server.filter.MeasureReader.placed;

import coldtide.core.measure.Accumulation;
import coldtide.core.measure.MeasureQuestion;
import coldtide.core.measure.Split;
import coldtide.core.measure.Step;
import coldtide.core.time.DayRange;
import coldtide.server.engine.QueryService.Asked;
import coldtide.server.filter.ConditionReader;
import coldtide.server.filter.GroupAsk;
import coldtide.server.filter.MeasureReader;
import coldtide.server.filter.MeasureReader.OneFormula;
import coldtide.server.filter.MeasureReader.OneMeasure;
import coldtide.server.http.Problem;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import tools.jackson.databind.JsonNode;

/**
 * A question for measures as it comes over the wire.
 *
 * @param compared an earlier range as long as the range; null for none
 * @param course how periods go together; null for each by itself
 * @param formulas null for none
 * @param only a condition on events that holds for all of the question; null for none
 * @param among a condition on people; null for everybody
 * @param splits null for none
 * @param lenient whether what was never received or is no longer there is left out and said, instead of refused
 */
record MeasureAsk(
        @NotNull DayRange range,

        @Schema(
                types = {"object", "null"},
                implementation = DayRange.class)
        DayRange compared,

        @NotNull Step step,

        @Schema(
                types = {"object", "null"},
                implementation = CourseAsk.class)
        CourseAsk course,

        @NotNull List<@Valid OneMeasure> measures,

        @Schema(types = {"array", "null"}) List<@Valid OneFormula> formulas,

        @Schema(
                types = {"object", "null"},
                implementation = Map.class)
        JsonNode only,

        @Schema(
                types = {"object", "null"},
                implementation = Map.class)
        JsonNode among,

        @Schema(types = {"array", "null"}) List<@Valid OneSplit> splits,

        @Schema(types = {"boolean", "null"}) Boolean lenient) {
    private static final int USUAL_TOP = 5;

    /** @param periods over how many a trailing course looks back */
    record CourseAsk(
            @NotNull Accumulation.Kind kind,
            @Schema(types = {"integer", "null"}) Integer periods) {}

    /**
     * By a property, or by groups of people.
     *
     * @param values those told apart; null for the largest {@code top}, 5 if that is null
     */
    record OneSplit(
            @Schema(types = {"string", "null"}) String property,
            @Schema(types = {"array", "null"}) List<String> values,
            @Schema(types = {"integer", "null"}) Integer top,

            @Schema(types = {"array", "null"}) List<@Valid GroupAsk> people) {}

    MeasureQuestion question(Asked asked, ConditionReader reader) {
        MeasureReader measured = new MeasureReader(asked.log(), reader);
        return new MeasureQuestion(
                range,
                Optional.ofNullable(compared),
                step,
                course == null
                        ? Accumulation.EACH
                        : placed(
                                "course",
                                () -> new Accumulation(course.kind(), course.periods() == null ? 1 : course.periods())),
                measured.measures(measures),
                measured.formulas(formulas),
                reader.only(only),
                reader.among(among),
                splits(reader));
    }

    private List<Split> splits(ConditionReader reader) {
        List<Split> made = new ArrayList<>();
        for (int i = 0; splits != null && i < splits.size(); i++) {
            OneSplit one = splits.get(i);
            String field = "splits[" + i + "]";
            if ((one.property() == null) == (one.people() == null)) {
                throw Problem.badField(field, "A split is by a property or by groups of users.");
            }
            if (one.people() != null) {
                made.add(placed(field, () -> GroupAsk.split(one.people(), reader, field + ".people")));
            } else if (reader.knows(one.property(), field + ".property")) {
                made.add(placed(
                        field,
                        () -> new Split.ByProperty(
                                one.property(),
                                one.values() == null ? List.of() : one.values(),
                                one.top() == null ? USUAL_TOP : one.top())));
            }
        }
        return made;
    }
}
