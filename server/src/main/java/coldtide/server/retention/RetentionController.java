package coldtide.server.retention;

import coldtide.core.log.EventLog;
import coldtide.core.retention.Ages;
import coldtide.core.retention.Apart;
import coldtide.core.retention.Clock;
import coldtide.core.retention.RetentionAnalysis;
import coldtide.core.retention.RetentionAnswer;
import coldtide.core.retention.RetentionAnswer.Cohort;
import coldtide.core.retention.RetentionAnswer.Pooled;
import coldtide.core.retention.RetentionAnswer.Triangle;
import coldtide.core.retention.RetentionQuestion;
import coldtide.core.retention.Returning;
import coldtide.core.retention.Start;
import coldtide.core.retention.Start.Entry;
import coldtide.core.scan.ScanRunner;
import coldtide.core.stats.Difference;
import coldtide.core.stats.Share;
import coldtide.core.time.DayRange;
import coldtide.core.time.Grain;
import coldtide.core.who.EventCondition;
import coldtide.server.engine.Asking;
import coldtide.server.engine.Asking.Answered;
import coldtide.server.engine.Asking.Asked;
import coldtide.server.engine.WarmUp;
import coldtide.server.who.ConditionReader;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import java.util.ArrayList;
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

    /** How columns are counted: each age by itself; or later, up to the last; or within spans of ages. */
    enum Counting {
        AT,
        OR_LATER,
        WITHIN
    }

    /** A way of coming back: a name, and a condition on events; null for any activity. */
    record WayAsk(
            @NotNull String name,

            @Schema(
                    types = {"object", "null"},
                    implementation = Map.class)
            JsonNode what) {
        Returning way(ConditionReader reader, int number) {
            return new Returning(name, read(reader, what, "returns[" + number + "].what"));
        }
    }

    /**
     * A retention question as it comes over the wire.
     *
     * @param start a condition on events, those with which people start (docs/condition-format.md); null for arrival
     * @param entry in which periods people are of the cohort; null for that of their first start ever
     * @param clock how ages are told; null for the calendar
     * @param counting null for each age by itself
     * @param ages the last age, where columns are of single ages
     * @param within the ages of the columns, where they are of spans
     * @param returns ways of coming back; any activity if null or empty
     * @param among a condition on people; null for everybody
     * @param lenient whether what is not there is left out and said
     */
    record RetentionAsk(
            @NotNull DayRange range,
            @NotNull Grain grain,

            @Schema(
                    types = {"object", "null"},
                    implementation = Map.class)
            JsonNode start,

            @Schema(types = {"string", "null"}) Entry entry,
            @Schema(types = {"string", "null"}) Clock clock,
            @Schema(types = {"string", "null"}) Counting counting,
            int ages,

            @Schema(types = {"array", "null"}) List<@Valid Ages> within,

            @Schema(types = {"array", "null"}) List<@Valid WayAsk> returns,

            @Schema(
                    types = {"object", "null"},
                    implementation = Map.class)
            JsonNode among,

            @Schema(types = {"boolean", "null"}) Boolean lenient) {
        RetentionQuestion question(ConditionReader reader) {
            return new RetentionQuestion(
                    range,
                    grain,
                    clock == null ? Clock.CALENDAR : clock,
                    new Start(read(reader, start, "start"), entry == null ? Entry.FIRST_EVER : entry),
                    columns(),
                    ways(reader),
                    reader.among(among));
        }

        private List<Ages> columns() {
            if (counting == Counting.WITHIN) {
                return within == null ? List.of() : within;
            }
            return counting == Counting.OR_LATER ? Ages.orLater(ages) : Ages.each(ages);
        }

        private List<Returning> ways(ConditionReader reader) {
            if (returns == null || returns.isEmpty()) {
                return List.of(Returning.ANY_ACTIVITY);
            }
            return IntStream.range(0, returns.size())
                    .mapToObj(number -> returns.get(number).way(reader, number))
                    .toList();
        }
    }

    private static Optional<EventCondition> read(ConditionReader reader, JsonNode given, String where) {
        return given == null || given.isNull() ? Optional.empty() : Optional.of(reader.events(given, where));
    }

    /**
     * The triangles.
     *
     * @param events the names that may be a start or count as coming back
     * @param leftOut sentences about what is not in it because it is not there
     */
    record RetentionView(
            List<Ages> columns,
            List<CohortView> cohorts,
            List<TriangleView> triangles,
            List<String> events,
            List<String> leftOut) {}

    /** One cohort; columns from {@code completeColumns} on are still open, from {@code begunColumns} on not begun. */
    record CohortView(
            DayRange period, DayRange starts, boolean wholePeriod, long size, int completeColumns, int begunColumns) {
        static CohortView of(Cohort cohort) {
            return new CohortView(
                    cohort.period(),
                    cohort.starts(),
                    cohort.wholePeriod(),
                    cohort.size(),
                    cohort.completeColumns(),
                    cohort.begunColumns());
        }
    }

    /**
     * How people came back in one way.
     *
     * @param returned by cohort and column
     * @param pooled by column
     * @param compared how many cells were compared with the others of their column
     * @param apart by cohort, the columns whose cells lie apart from the other cohorts, all tests corrected together
     * @param surest of those, the surest few
     */
    record TriangleView(
            String name,
            List<List<Long>> returned,
            List<PooledView> pooled,
            int compared,
            List<List<Integer>> apart,
            List<ApartView> surest) {
        private static final int FEW = 5;

        static TriangleView of(Triangle triangle) {
            List<Apart.Cell> cells = triangle.apart().cells();
            List<List<Integer>> apart = triangle.returned().stream()
                    .map(cohort -> (List<Integer>) new ArrayList<Integer>())
                    .toList();
            cells.forEach(cell -> apart.get(cell.cohort()).add(cell.column()));
            return new TriangleView(
                    triangle.name(),
                    triangle.returned(),
                    triangle.pooled().stream().map(PooledView::of).toList(),
                    triangle.apart().tests(),
                    apart,
                    cells.stream().limit(FEW).map(ApartView::of).toList());
        }
    }

    /** A cell apart from the others of its column: both shares, and how far they are from each other. */
    record ApartView(int cohort, int column, double share, double others, double difference, double low, double high) {
        static ApartView of(Apart.Cell cell) {
            Difference difference = cell.difference();
            return new ApartView(
                    cell.cohort(),
                    cell.column(),
                    (double) cell.returned() / cell.size(),
                    (double) cell.othersReturned() / cell.othersSize(),
                    difference.value(),
                    difference.low(),
                    difference.high());
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
        RetentionQuestion byDay = RetentionQuestion.ofArrivals(log.span(), Grain.DAY, 30);
        runner.run(log, analysis(asked, byDay));
        EventCondition someEvent = EventCondition.named(log.eventNames().get(0));
        runner.run(log, analysis(asked, byDay.returning(new Returning("some", Optional.of(someEvent)))));
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
                    ask.columns(),
                    answer.cohorts().stream().map(CohortView::of).toList(),
                    answer.triangles().stream().map(TriangleView::of).toList(),
                    IntStream.range(0, names.size())
                            .filter(code -> !asked.log().isPassive(code))
                            .mapToObj(names::get)
                            .sorted()
                            .toList(),
                    reader.leftOut());
        });
    }
}
