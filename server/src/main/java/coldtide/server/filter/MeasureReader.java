package coldtide.server.filter;

import coldtide.core.filter.EventCondition;
import coldtide.core.log.EventLog;
import coldtide.core.measure.Formula;
import coldtide.core.measure.Formula.FormulaFault;
import coldtide.core.measure.Measure;
import coldtide.server.http.Problem;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.constraints.NotNull;
import java.util.List;
import java.util.Map;
import java.util.function.Supplier;
import java.util.stream.IntStream;
import tools.jackson.databind.JsonNode;

/** Reads measures and formulas as they come over the wire. */
public final class MeasureReader {
    private final EventLog log;
    private final ConditionReader conditions;

    /** @param log whose properties are known */
    public MeasureReader(EventLog log, ConditionReader conditions) {
        this.log = log;
        this.conditions = conditions;
    }

    /**
     * @param property null where the kind needs none
     * @param percent null for the median
     * @param what a condition on events; null for any activity
     */
    public record OneMeasure(
            @NotNull String name,
            @NotNull Measure.Kind kind,
            @Schema(types = {"string", "null"}) String property,
            @Schema(types = {"number", "null"}) Double percent,

            @Schema(
                    types = {"object", "null"},
                    implementation = Map.class)
            JsonNode what) {}

    /** Arithmetic over measures by their names. */
    public record OneFormula(@NotNull String name, @NotNull String text) {}

    public List<Measure> measures(List<OneMeasure> asked) {
        return IntStream.range(0, asked.size())
                .mapToObj(at -> measure(asked.get(at), "measures[" + at + "]"))
                .toList();
    }

    /** @param asked null for none */
    public List<Formula> formulas(List<OneFormula> asked) {
        return IntStream.range(0, asked == null ? 0 : asked.size())
                .mapToObj(at -> placed(
                        "formulas[" + at + "]",
                        () -> Formula.of(asked.get(at).name(), asked.get(at).text())))
                .toList();
    }

    /** What is refused while it is made, with the field at fault. */
    public static <T> T placed(String field, Supplier<T> made) {
        try {
            return made.get();
        } catch (FormulaFault fault) {
            throw Problem.badField(field + "@" + fault.at(), fault.getMessage());
        } catch (IllegalArgumentException refused) {
            throw Problem.badField(field, refused.getMessage());
        }
    }

    private Measure measure(OneMeasure one, String field) {
        EventCondition what = conditions.events(one.what(), field + ".what", new EventCondition.Active());
        String property = one.property() == null ? "" : one.property();
        if (one.kind().isOfProperty() && !property.equals(Measure.SESSION_LENGTH)) {
            requireNumbers(one.kind(), property, field + ".property");
        }
        return placed(
                field,
                () -> new Measure(one.name(), one.kind(), property, one.percent() == null ? 50 : one.percent(), what));
    }

    /** A sum of texts would be nothing, and look like something. */
    private void requireNumbers(Measure.Kind kind, String property, String field) {
        if (!log.hasProperty(property)) {
            throw Problem.badField(field, "No property named \"" + property + "\" was ever received.");
        }
        boolean perhaps =
                log.hasNumbers(property) || log.contexts().codes(property).isPresent();
        if (kind != Measure.Kind.DISTINCT && !perhaps) {
            throw Problem.badField(
                    field,
                    "\"" + property
                            + "\" has no numbers to compute with; how many different values it has can be counted.");
        }
    }
}
