package coldtide.server.anomaly;

import coldtide.core.anomaly.Changes.ChosenBand;
import coldtide.core.anomaly.counts.ExpectedRangeDay;
import coldtide.core.measure.Measure;
import coldtide.core.tidetable.Figure;
import coldtide.server.apps.Apps;
import coldtide.server.engine.QueryService;
import coldtide.server.engine.QueryService.Asked;
import coldtide.server.http.PlainName;
import coldtide.server.store.anomaly.StoredMonitor;
import coldtide.server.store.app.App;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.security.Principal;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** HTTP: monitors. */
@RestController
@RequestMapping(path = "/api/apps/{app}/watched", produces = MediaType.APPLICATION_JSON_VALUE)
class WatchedController {
    private final QueryService asking;
    private final Apps apps;
    private final MonitorService choices;
    private final IncidentCache watching;

    WatchedController(QueryService asking, Apps apps, MonitorService choices, IncidentCache watching) {
        this.asking = asking;
        this.apps = apps;
        this.choices = choices;
        this.watching = watching;
    }

    /** A choice. */
    record WatchedEntry(
            @NotBlank @PlainName @Size(max = 80) String name,
            boolean isWorseAbove,
            @NotNull @Valid WatchedAsk question) {}

    /**
     * How it stood on the last full day.
     *
     * @param figure of some people; null for a measure
     * @param value null where there was none
     * @param low of the band, as {@code high}; null while learning, or where too many days have no value
     */
    record StandView(
            @Schema(types = {"string", "null"}) Figure figure,
            Measure.Unit unit,
            @Schema(types = {"number", "null"}) Double value,
            @Schema(types = {"number", "null"}) Double low,
            @Schema(types = {"number", "null"}) Double high) {
        static StandView of(ChosenBand band) {
            int last = band.days().size() - 1;
            Optional<ExpectedRangeDay> day = band.days().get(last);
            return new StandView(
                    band.of().figure().orElse(null),
                    band.of().unit(),
                    IncidentView.orNull(band.of().days().get(last).orElse(Double.NaN)),
                    day.map(ExpectedRangeDay::low).orElse(null),
                    day.map(ExpectedRangeDay::high).orElse(null));
        }
    }

    /**
     * A monitor.
     *
     * @param fault why it cannot be asked now; null if it can
     * @param stands one for a measure, one for each figure of people; none while the app is learning
     */
    record WatchedView(
            int id,
            String name,
            boolean isWorseAbove,
            WatchedAsk question,
            Instant made,
            String madeBy,
            @Schema(types = {"string", "null"}) String fault,
            List<StandView> stands) {}

    @GetMapping
    List<WatchedView> list(@PathVariable String app) {
        List<StoredMonitor> watched = choices.of(apps.require(app));
        return watched.isEmpty()
                ? List.of()
                : asking.ask(app, asked -> views(asked, watched)).answer();
    }

    private List<WatchedView> views(Asked asked, List<StoredMonitor> watched) {
        List<ChosenBand> bands = watching.of(asked).chosen();
        Map<Integer, String> faults = choices.faults(asked);
        return watched.stream()
                .map(each -> view(each, faults.get(each.id()), bands))
                .toList();
    }

    private WatchedView view(StoredMonitor of, String fault, List<ChosenBand> bands) {
        return new WatchedView(
                of.id(),
                of.name(),
                of.isWorseAbove(),
                choices.question(of),
                of.made(),
                of.madeBy(),
                fault,
                bands.stream()
                        .filter(band -> band.of().id() == of.id())
                        .map(StandView::of)
                        .toList());
    }

    /** Number of the new monitor. */
    record WatchedNumber(int id) {}

    /** It is asked once before it is kept, so that what cannot be asked is refused. */
    @PostMapping
    @ResponseStatus(HttpStatus.CREATED)
    WatchedNumber add(@PathVariable String app, @Valid @RequestBody WatchedEntry entry, Principal who) {
        App of = apps.require(app);
        String name = entry.name().strip();
        asking.ask(app, asked -> entry.question().read(asked, 0, name, entry.isWorseAbove()));
        return new WatchedNumber(choices.add(of, name, entry.isWorseAbove(), entry.question(), who.getName())
                .id());
    }

    @DeleteMapping("/{id}")
    void remove(@PathVariable String app, @PathVariable int id) {
        choices.remove(apps.require(app), id);
    }
}
