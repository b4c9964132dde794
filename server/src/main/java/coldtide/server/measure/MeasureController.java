package coldtide.server.measure;

import coldtide.core.log.EventLog;
import coldtide.core.measure.Series;
import coldtide.core.measure.SeriesAnswer;
import coldtide.core.measure.SeriesQuestion;
import coldtide.core.time.DayRange;
import coldtide.core.time.Grain;
import coldtide.core.who.EventCondition;
import coldtide.core.who.PersonCondition;
import coldtide.server.engine.Asking;
import coldtide.server.engine.Asking.Answered;
import coldtide.server.engine.Asking.Asked;
import coldtide.server.engine.WarmUp;
import coldtide.server.http.Problem;
import coldtide.server.who.ConditionReader;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;
import tools.jackson.databind.JsonNode;

/** Counts events and people by period and by value of a property. */
@RestController
class MeasureController implements WarmUp {
    private static final int USUAL_TOP = 5;

    private final Asking asking;

    MeasureController(Asking asking) {
        this.asking = asking;
    }

    /**
     * The question as it comes over the wire.
     *
     * @param what a condition on events (docs/condition-format.md); null for any activity
     * @param among a condition on people; null for everybody
     * @param splitBy a property of events; null for none
     * @param top how many values are told apart; null for 5
     */
    record MeasureAsk(
            @NotNull DayRange range,
            @NotNull Grain grain,

            @Schema(
                    types = {"object", "null"},
                    implementation = Map.class)
            JsonNode what,

            @Schema(
                    types = {"object", "null"},
                    implementation = Map.class)
            JsonNode among,

            @Schema(types = {"string", "null"}) String splitBy,
            @Schema(types = {"integer", "null"}) Integer top) {
        SeriesQuestion question(EventLog log) {
            ConditionReader reader = new ConditionReader(log);
            return new SeriesQuestion(
                    range,
                    grain,
                    isGiven(what) ? reader.events(what, "what") : new EventCondition.Active(),
                    isGiven(among) ? reader.people(among, "among") : PersonCondition.EVERYBODY,
                    Optional.ofNullable(splitBy).map(property -> split(log, property)));
        }

        private static boolean isGiven(JsonNode condition) {
            return condition != null && !condition.isNull();
        }

        private SeriesQuestion.Split split(EventLog log, String property) {
            if (!log.hasProperty(property)) {
                throw Problem.badField("splitBy", "No property named \"" + property + "\" was ever received.");
            }
            return new SeriesQuestion.Split(property, top == null ? USUAL_TOP : top);
        }
    }

    /**
     * The answer.
     *
     * @param words what the question can be changed to
     */
    record MeasureView(
            List<SeriesAnswer.SeriesPeriod> periods,
            SeriesAnswer.SeriesCounts all,
            List<GroupView> groups,
            List<Long> active,
            long rangeActive,
            MeasureWords words) {}

    /** Names of events, passive ones too, and of properties. */
    record MeasureWords(List<String> events, List<String> properties) {}

    /** A group; its value is null for other values together, and for none. */
    record GroupView(
            SeriesAnswer.Kind kind,
            @Schema(types = {"string", "null"}) String value,
            SeriesAnswer.SeriesCounts counts) {}

    /** Once by a property that comes with contexts and once by one of single events, where there are such. */
    @Override
    public void warm(Asked asked) {
        EventLog log = asked.log();
        for (boolean ofContexts : new boolean[] {true, false}) {
            log.properties().stream()
                    .filter(property -> log.contexts().codes(property).isPresent() == ofContexts)
                    .findFirst()
                    .ifPresent(property -> Series.answer(
                            log,
                            asked.runner(),
                            asked.conditions(),
                            new SeriesQuestion(
                                    log.span(),
                                    Grain.DAY,
                                    new EventCondition.Active(),
                                    PersonCondition.EVERYBODY,
                                    Optional.of(new SeriesQuestion.Split(property, USUAL_TOP)))));
        }
    }

    @PostMapping(path = "/api/apps/{app}/measures", produces = MediaType.APPLICATION_JSON_VALUE)
    Answered<MeasureView> ask(@PathVariable String app, @Valid @RequestBody MeasureAsk ask) {
        return asking.ask(app, asked -> {
            EventLog log = asked.log();
            SeriesAnswer answer = Series.answer(log, asked.runner(), asked.conditions(), ask.question(log));
            return new MeasureView(
                    answer.periods(),
                    answer.all(),
                    answer.groups().stream()
                            .map(group ->
                                    new GroupView(group.kind(), group.value().orElse(null), group.counts()))
                            .toList(),
                    answer.active(),
                    answer.rangeActive(),
                    new MeasureWords(log.eventNames().stream().sorted().toList(), log.properties()));
        });
    }
}
