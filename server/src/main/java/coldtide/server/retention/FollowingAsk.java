package coldtide.server.retention;

import coldtide.core.filter.EventCondition;
import coldtide.core.retention.cohort.Clock;
import coldtide.core.retention.cohort.CohortDefinition;
import coldtide.core.retention.cohort.Start;
import coldtide.core.retention.cohort.Start.Entry;
import coldtide.core.time.DayRange;
import coldtide.core.time.Grain;
import coldtide.server.filter.ConditionReader;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.constraints.NotNull;
import java.util.Map;
import java.util.Optional;
import tools.jackson.databind.JsonNode;

/**
 * From what people are followed, as it comes over the wire.
 *
 * @param start a condition on events, those with which people start (docs/condition-format.md); null for arrival
 * @param entry in which periods people are of the cohort; null for that of their first start ever
 * @param clock how ages are told; null for the calendar
 */
record FollowingAsk(
        @NotNull DayRange range,
        @NotNull Grain grain,

        @Schema(
                types = {"object", "null"},
                implementation = Map.class)
        JsonNode start,

        @Schema(types = {"string", "null"}) Entry entry,
        @Schema(types = {"string", "null"}) Clock clock) {
    CohortDefinition following(ConditionReader reader) {
        return new CohortDefinition(
                range,
                grain,
                clock == null ? Clock.CALENDAR : clock,
                new Start(events(reader, start, "following.start"), entry == null ? Entry.FIRST_EVER : entry));
    }

    /** A condition on events; empty if none is given. */
    static Optional<EventCondition> events(ConditionReader reader, JsonNode given, String where) {
        return given == null || given.isNull() ? Optional.empty() : Optional.of(reader.events(given, where));
    }
}
