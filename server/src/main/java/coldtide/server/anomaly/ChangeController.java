package coldtide.server.anomaly;

import coldtide.core.anomaly.Changes;
import coldtide.core.anomaly.SearchProgress;
import coldtide.core.anomaly.counts.ExpectedRangeDay;
import coldtide.core.tidetable.Figure;
import coldtide.core.tidetable.PeriodCounts;
import coldtide.core.time.DayRange;
import coldtide.server.apps.Apps;
import coldtide.server.engine.QueryService;
import coldtide.server.engine.QueryService.Answered;
import coldtide.server.engine.QueryService.Asked;
import coldtide.server.engine.WarmUp;
import coldtide.server.store.app.App;
import io.swagger.v3.oas.annotations.media.ArraySchema;
import io.swagger.v3.oas.annotations.media.Schema;
import java.time.LocalDate;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.function.ToDoubleFunction;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** HTTP: incidents found by the search for drops. */
@RestController
@RequestMapping(path = "/api/apps/{app}/changes", produces = MediaType.APPLICATION_JSON_VALUE)
class ChangeController implements WarmUp {
    private final QueryService asking;
    private final Apps apps;
    private final IncidentCache watching;

    ChangeController(QueryService asking, Apps apps, IncidentCache watching) {
        this.apps = apps;
        this.asking = asking;
        this.watching = watching;
    }

    /**
     * A figure by day beside where it was to be expected.
     *
     * @param values null where it had none
     * @param expected null while learning, as the bounds
     */
    record BandView(
            Figure figure,
            Figure.Unit unit,

            @ArraySchema(schema = @Schema(types = {"number", "null"}))
            List<Double> values,

            @ArraySchema(schema = @Schema(types = {"number", "null"}))
            List<Double> expected,

            @ArraySchema(schema = @Schema(types = {"number", "null"}))
            List<Double> low,

            @ArraySchema(schema = @Schema(types = {"number", "null"}))
            List<Double> high) {}

    /** Some figures from a day on; days that are not full, or of before the data, are not in it. */
    record BandsView(LocalDate from, List<BandView> figures) {}

    @GetMapping
    Answered<ChangesView> changes(@PathVariable String app) {
        return asking.ask(app, this::view);
    }

    /**
     * How far a search has come.
     *
     * @param isGoing whether one goes on; without one all else is empty
     * @param rates how many rates have been looked through, of {@code ofRates}
     * @param incidents those that are taken apart already, of {@code ofIncidents}, the newest first
     */
    record SearchView(
            boolean isGoing, int rates, int ofRates, List<IncidentView> incidents, int ofIncidents, String currency) {
        static SearchView of(SearchProgress search, String currency) {
            return new SearchView(
                    true,
                    search.rates(),
                    search.ofRates(),
                    search.incidents().stream()
                            .map(IncidentView::of)
                            .sorted(Comparator.comparing((IncidentView incident) ->
                                            incident.days().to())
                                    .reversed())
                            .toList(),
                    search.ofIncidents(),
                    currency);
        }
    }

    /** Progress and first results of a long search. */
    @GetMapping("/search")
    SearchView search(@PathVariable String app) {
        App of = apps.require(app);
        return watching.search(of)
                .map(search -> SearchView.of(search, of.currency()))
                .orElseGet(() -> new SearchView(false, 0, 0, List.of(), 0, of.currency()));
    }

    private ChangesView view(Asked asked) {
        return ChangesView.of(asked, watching.of(asked));
    }

    /**
     * Where figures were to be expected on the full days of a range.
     *
     * @param figure all if absent
     */
    @GetMapping("/bands")
    Answered<BandsView> bands(
            @PathVariable String app,
            @RequestParam LocalDate from,
            @RequestParam LocalDate to,
            @RequestParam(required = false) Figure figure) {
        DayRange asked = new DayRange(from, to);
        return asking.ask(app, of -> bands(of, asked, Optional.ofNullable(figure)));
    }

    private BandsView bands(Asked asked, DayRange range, Optional<Figure> figure) {
        Changes changes = watching.of(asked);
        int end = changes.days().size();
        int from = Math.min(asked.log().dayNumber(range.from()), end);
        int to = Math.min(asked.log().dayNumber(range.to()), end);
        List<PeriodCounts> values = changes.days().subList(from, to);
        return new BandsView(
                asked.log().firstDay().plusDays(from),
                changes.bands().entrySet().stream()
                        .filter(each -> figure.isEmpty() || figure.get() == each.getKey())
                        .map(each -> band(each.getKey(), values, each.getValue().subList(from, to)))
                        .toList());
    }

    private static BandView band(Figure figure, List<PeriodCounts> values, List<Optional<ExpectedRangeDay>> days) {
        return new BandView(
                figure,
                figure.unit(),
                values.stream()
                        .map(day -> day.value(figure))
                        .map(value -> value.isPresent() ? value.getAsDouble() : null)
                        .toList(),
                each(days, ExpectedRangeDay::expected),
                each(days, ExpectedRangeDay::low),
                each(days, ExpectedRangeDay::high));
    }

    private static List<Double> each(List<Optional<ExpectedRangeDay>> days, ToDoubleFunction<ExpectedRangeDay> of) {
        return days.stream().map(day -> day.map(of::applyAsDouble).orElse(null)).toList();
    }

    @Override
    public void warm(Asked asked) {
        view(asked);
    }
}
