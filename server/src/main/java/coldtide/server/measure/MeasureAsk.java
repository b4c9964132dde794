package coldtide.server.measure;

import coldtide.core.measure.Course;
import coldtide.core.measure.Formula;
import coldtide.core.measure.Formula.FormulaFault;
import coldtide.core.measure.Measure;
import coldtide.core.measure.MeasureQuestion;
import coldtide.core.measure.Split;
import coldtide.core.measure.Step;
import coldtide.core.time.DayRange;
import coldtide.core.who.EventCondition;
import coldtide.server.engine.Asking.Asked;
import coldtide.server.http.Problem;
import coldtide.server.who.ConditionReader;
import coldtide.server.who.GroupAsk;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Supplier;
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
            @NotNull Course.Kind kind,
            @Schema(types = {"integer", "null"}) Integer periods) {}

    /**
     * @param property null where the kind needs none
     * @param percent null for the median
     * @param what a condition on events; null for any activity
     */
    record OneMeasure(
            @NotNull String name,
            @NotNull Measure.Kind kind,
            @Schema(types = {"string", "null"}) String property,
            @Schema(types = {"number", "null"}) Double percent,

            @Schema(
                    types = {"object", "null"},
                    implementation = Map.class)
            JsonNode what) {}

    record OneFormula(@NotNull String name, @NotNull String text) {}

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
        return new MeasureQuestion(
                range,
                Optional.ofNullable(compared),
                step,
                course == null
                        ? Course.EACH
                        : placed(
                                "course",
                                () -> new Course(course.kind(), course.periods() == null ? 1 : course.periods())),
                each(measures, (at, one) -> measure(asked, reader, at, one)),
                each(formulas, MeasureAsk::formula),
                isGiven(only) ? reader.filter(only, "only") : EventCondition.ANY,
                reader.among(among),
                splits(reader));
    }

    private interface Made<A, T> {
        T of(int at, A asked);
    }

    private static <A, T> List<T> each(List<A> asked, Made<A, T> made) {
        List<T> all = new ArrayList<>();
        for (int i = 0; asked != null && i < asked.size(); i++) {
            all.add(made.of(i, asked.get(i)));
        }
        return all;
    }

    private static <T> T placed(String field, Supplier<T> made) {
        try {
            return made.get();
        } catch (FormulaFault fault) {
            throw Problem.badField(field + "@" + fault.at(), fault.getMessage());
        } catch (IllegalArgumentException refused) {
            throw Problem.badField(field, refused.getMessage());
        }
    }

    private static Measure measure(Asked asked, ConditionReader reader, int at, OneMeasure one) {
        String field = "measures[" + at + "]";
        EventCondition what =
                isGiven(one.what()) ? reader.events(one.what(), field + ".what") : new EventCondition.Active();
        String property = one.property() == null ? "" : one.property();
        if (one.kind().isOfProperty() && !property.equals(Measure.SESSION_LENGTH)) {
            numbers(asked, one.kind(), property, field + ".property");
        }
        return placed(
                field,
                () -> new Measure(one.name(), one.kind(), property, one.percent() == null ? 50 : one.percent(), what));
    }

    /** A sum of texts would be nothing, and look like something. */
    private static void numbers(Asked asked, Measure.Kind kind, String property, String field) {
        if (!asked.log().hasProperty(property)) {
            throw Problem.badField(field, "No property named \"" + property + "\" was ever received.");
        }
        boolean perhaps = asked.log().hasNumbers(property)
                || asked.log().contexts().codes(property).isPresent();
        if (kind != Measure.Kind.DISTINCT && !perhaps) {
            throw Problem.badField(
                    field,
                    "\"" + property
                            + "\" has no numbers to compute with; how many different values it has can be counted.");
        }
    }

    private static Formula formula(int at, OneFormula one) {
        return placed("formulas[" + at + "]", () -> Formula.of(one.name(), one.text()));
    }

    private List<Split> splits(ConditionReader reader) {
        List<Split> made = new ArrayList<>();
        for (int i = 0; splits != null && i < splits.size(); i++) {
            OneSplit one = splits.get(i);
            String field = "splits[" + i + "]";
            if ((one.property() == null) == (one.people() == null)) {
                throw Problem.badField(field, "A split is by a property or by groups of people.");
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

    static boolean isGiven(JsonNode condition) {
        return condition != null && !condition.isNull();
    }
}
