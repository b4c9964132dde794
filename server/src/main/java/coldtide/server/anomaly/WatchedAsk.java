package coldtide.server.anomaly;

import coldtide.core.anomaly.Monitor;
import coldtide.core.filter.PersonCondition;
import coldtide.server.engine.QueryService.Asked;
import coldtide.server.filter.ConditionReader;
import coldtide.server.filter.MeasureReader;
import coldtide.server.filter.MeasureReader.OneFormula;
import coldtide.server.filter.MeasureReader.OneMeasure;
import coldtide.server.http.Problem;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.Valid;
import java.util.List;
import java.util.Map;
import tools.jackson.databind.JsonNode;

/**
 * What shall be watched: one of some measures and formulas by the day, or, where there are none, every headline figure of some people.
 *
 * @param watched the name of the measure or formula; null where there are none
 * @param only a condition on events that holds for all of the question; null for none
 * @param among a condition on people; null for everybody, which figures alone cannot be asked of
 */
record WatchedAsk(
        @Schema(types = {"string", "null"}) String watched,
        @Schema(types = {"array", "null"}) List<@Valid OneMeasure> measures,
        @Schema(types = {"array", "null"}) List<@Valid OneFormula> formulas,

        @Schema(
                types = {"object", "null"},
                implementation = Map.class)
        JsonNode only,

        @Schema(
                types = {"object", "null"},
                implementation = Map.class)
        JsonNode among) {
    /** @param id and name of the choice */
    List<Monitor> read(Asked asked, int id, String name, boolean isWorseAbove) {
        ConditionReader reader = asked.reader();
        PersonCondition people = reader.among(among);
        if (measures != null) {
            Monitor.OfMeasure of = measure(asked, reader, people);
            return List.of(MeasureReader.placed(
                    "measures",
                    () -> Monitor.of(id, name, isWorseAbove, of, asked.log(), asked.runner(), asked.conditions())));
        }
        if (people.equals(PersonCondition.EVERYBODY)) {
            throw Problem.badField(
                    "among", "The headline metrics of all users are always monitored; choose a segment.");
        }
        return Monitor.of(id, name, people, asked.log(), asked.runner(), asked.conditions(), asked.firstPath());
    }

    private Monitor.OfMeasure measure(Asked asked, ConditionReader reader, PersonCondition people) {
        MeasureReader measured = new MeasureReader(asked.log(), reader);
        return MeasureReader.placed(
                "watched",
                () -> new Monitor.OfMeasure(
                        measured.measures(measures),
                        measured.formulas(formulas),
                        reader.only(only),
                        people,
                        watched == null ? "" : watched));
    }
}
