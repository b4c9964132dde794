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
import coldtide.server.engine.Asking;
import coldtide.server.engine.Asking.Answered;
import coldtide.server.engine.Asking.Asked;
import coldtide.server.engine.WarmUp;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;

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
     * @param cameBack event that counts as coming back; null for any activity
     */
    record RetentionAsk(
            @NotNull DayRange range,
            @NotNull Grain grain,
            int ages,
            @Schema(types = {"string", "null"}) String cameBack) {}

    /**
     * The triangle.
     *
     * @param events the names that may count as coming back
     */
    record RetentionView(List<CohortView> cohorts, List<PooledView> pooled, List<String> events) {}

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
        runner.run(log, new RetentionAnalysis(log, new RetentionQuestion(log.span(), Grain.DAY, 30, Optional.empty())));
        Optional<String> someEvent = Optional.of(log.eventNames().get(0));
        runner.run(log, new RetentionAnalysis(log, new RetentionQuestion(log.span(), Grain.WEEK, 12, someEvent)));
    }

    @PostMapping(path = "/api/apps/{app}/retention", produces = MediaType.APPLICATION_JSON_VALUE)
    Answered<RetentionView> ask(@PathVariable String app, @Valid @RequestBody RetentionAsk ask) {
        RetentionQuestion question =
                new RetentionQuestion(ask.range(), ask.grain(), ask.ages(), Optional.ofNullable(ask.cameBack()));
        return asking.ask(app, asked -> {
            RetentionAnswer answer = asked.runner().run(asked.log(), new RetentionAnalysis(asked.log(), question));
            List<String> names = asked.log().eventNames();
            return new RetentionView(
                    answer.cohorts().stream().map(CohortView::of).toList(),
                    answer.pooled().stream().map(PooledView::of).toList(),
                    IntStream.range(0, names.size())
                            .filter(code -> !asked.log().isPassive(code))
                            .mapToObj(names::get)
                            .sorted()
                            .toList());
        });
    }
}
