package coldtide.server.retention;

import coldtide.core.log.EventLog;
import coldtide.core.retention.RetentionAnalysis;
import coldtide.core.retention.RetentionAnswer;
import coldtide.core.retention.RetentionAnswer.Cohort;
import coldtide.core.retention.RetentionAnswer.Pooled;
import coldtide.core.retention.RetentionQuestion;
import coldtide.core.scan.ScanRunner;
import coldtide.core.stats.Share;
import coldtide.core.time.DayRange;
import coldtide.core.time.Grain;
import coldtide.core.who.EventCondition;
import coldtide.core.who.PersonCondition;
import coldtide.server.engine.Asking;
import coldtide.server.engine.Asking.Answered;
import coldtide.server.engine.Asking.Asked;
import coldtide.server.engine.WarmUp;
import coldtide.server.who.ConditionReader;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.IntStream;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;
import tools.jackson.databind.JsonNode;

/** Answers retention questions over HTTP. */
@RestController
class RetentionController implements WarmUp {
    private final Asking asking;

    RetentionController(Asking asking) {
        this.asking = asking;
    }

    /**
     * A retention question as it comes over the wire.
     *
     * @param cameBack a condition on events, those that count as coming back (docs/condition-format.md); null for any activity
     * @param among a condition on people; null for everybody
     * @param lenient whether what is not there is left out and said
     */
    record RetentionAsk(
            @NotNull DayRange range,
            @NotNull Grain grain,
            int ages,

            @Schema(
                    types = {"object", "null"},
                    implementation = Map.class)
            JsonNode cameBack,

            @Schema(
                    types = {"object", "null"},
                    implementation = Map.class)
            JsonNode among,

            @Schema(types = {"boolean", "null"}) Boolean lenient) {
        RetentionQuestion question(ConditionReader reader) {
            Optional<EventCondition> back = Optional.ofNullable(cameBack)
                    .filter(given -> !given.isNull())
                    .map(given -> reader.events(given, "cameBack"));
            return new RetentionQuestion(range, grain, ages, back, reader.among(among));
        }
    }

    /**
     * The triangle.
     *
     * @param events the names that may count as coming back
     * @param leftOut sentences about what is not in it because it is not there
     */
    record RetentionView(
            List<CohortView> cohorts, List<PooledView> pooled, List<String> events, List<String> leftOut) {}

    /** One cohort; ages from {@code completeAges} on are still open, from {@code begunAges} on not begun. */
    record CohortView(
            DayRange period,
            DayRange arrivals,
            boolean wholePeriod,
            long size,
            List<Long> returned,
            int completeAges,
            int begunAges) {
        static CohortView of(Cohort cohort) {
            return new CohortView(
                    cohort.period(),
                    cohort.arrivals(),
                    cohort.wholePeriod(),
                    cohort.size(),
                    cohort.returned(),
                    cohort.completeAges(),
                    cohort.begunAges());
        }
    }

    /** All cohorts complete at an age; without members there is no share. */
    record PooledView(
            int cohorts,
            long returned,
            long size,
            @Schema(types = {"number", "null"}) Double share,
            @Schema(types = {"number", "null"}) Double low,
            @Schema(types = {"number", "null"}) Double high) {
        static PooledView of(Pooled pooled) {
            return new PooledView(
                    pooled.cohorts(),
                    pooled.share().map(Share::part).orElse(0L),
                    pooled.share().map(Share::whole).orElse(0L),
                    pooled.share().map(Share::value).orElse(null),
                    pooled.share().map(Share::low).orElse(null),
                    pooled.share().map(Share::high).orElse(null));
        }
    }

    @Override
    public void warm(Asked asked) {
        EventLog log = asked.log();
        ScanRunner runner = asked.runner();
        runner.run(log, analysis(asked, new RetentionQuestion(log.span(), Grain.DAY, 30)));
        Optional<EventCondition> someEvent =
                Optional.of(EventCondition.named(log.eventNames().get(0)));
        runner.run(
                log,
                analysis(
                        asked,
                        new RetentionQuestion(log.span(), Grain.WEEK, 12, someEvent, PersonCondition.EVERYBODY)));
    }

    private static RetentionAnalysis analysis(Asked asked, RetentionQuestion question) {
        return new RetentionAnalysis(asked.log(), asked.conditions(), question);
    }

    @PostMapping(path = "/api/apps/{app}/retention", produces = MediaType.APPLICATION_JSON_VALUE)
    Answered<RetentionView> ask(@PathVariable String app, @Valid @RequestBody RetentionAsk ask) {
        return asking.ask(app, asked -> {
            ConditionReader reader = asked.reader(ask.lenient());
            RetentionAnswer answer = asked.runner().run(asked.log(), analysis(asked, ask.question(reader)));
            List<String> names = asked.log().eventNames();
            return new RetentionView(
                    answer.cohorts().stream().map(CohortView::of).toList(),
                    answer.pooled().stream().map(PooledView::of).toList(),
                    IntStream.range(0, names.size())
                            .filter(code -> !asked.log().isPassive(code))
                            .mapToObj(names::get)
                            .sorted()
                            .toList(),
                    reader.leftOut());
        });
    }
}
