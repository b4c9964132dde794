package coldtide.server.anomaly;

import coldtide.core.anomaly.Changes;
import coldtide.core.anomaly.Monitor;
import coldtide.core.anomaly.Recovery;
import coldtide.core.anomaly.SearchProgress;
import coldtide.core.anomaly.explain.Settlement;
import coldtide.core.log.EventLog;
import coldtide.core.release.KnownRelease;
import coldtide.core.tidetable.Figure;
import coldtide.core.tidetable.MetricScope;
import coldtide.core.tidetable.TideTable;
import coldtide.server.apps.AppDeleted;
import coldtide.server.engine.KnownReleases;
import coldtide.server.engine.QueryService.Asked;
import coldtide.server.engine.SingleFlight;
import coldtide.server.store.app.App;
import coldtide.server.store.channel.SettlementRepository;
import coldtide.server.store.channel.StoredSettlement;
import jakarta.annotation.PreDestroy;
import java.time.Duration;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.DoubleStream;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/**
 * Caches the incidents of each app while their inputs are the same: all metrics of full days, the monitors and the known releases. Events of today
 * change nothing.
 */
@Component
class IncidentCache {
    /** Inputs of the search besides events: releases, settlements, first path. */
    private record Known(List<KnownRelease> releases, List<Settlement> settlements, List<Monitor> chosen) {}

    /** Key of a search; equal keys share one search. */
    private record Wanted(int app, Known known, int figures) {}

    private record Found(double[] figures, Known known, Changes changes) {}

    private static final int SEARCHES_AT_ONCE = 4;

    private final KnownReleases releases;
    private final SettlementRepository settlements;
    private final MonitorService choices;
    private final Map<Integer, Found> found = new ConcurrentHashMap<>();
    private final Map<Integer, SearchProgress> searches = new ConcurrentHashMap<>();
    private final SingleFlight<Wanted> searching;

    IncidentCache(
            KnownReleases releases,
            SettlementRepository settlements,
            MonitorService choices,
            @Value("${coldtide.answer-seconds}") int answerSeconds) {
        searching = new SingleFlight<>("search", SEARCHES_AT_ONCE, Duration.ofSeconds(answerSeconds));
        this.releases = releases;
        this.settlements = settlements;
        this.choices = choices;
    }

    Changes of(Asked asked) {
        return found(asked).changes();
    }

    private Found found(Asked asked) {
        Known known = known(asked);
        double[] figures = figures(asked);
        Found before = found.get(asked.app().id());
        if (isStill(before, figures, known)) {
            return before;
        }
        return searching.join(new Wanted(asked.app().id(), known, Arrays.hashCode(figures)), () -> {
            Found fresh = new Found(figures, known, search(asked, known));
            found.put(asked.app().id(), fresh);
            return fresh;
        });
    }

    private Changes search(Asked asked, Known known) {
        int app = asked.app().id();
        try {
            return Changes.in(asked.log(), asked.runner(), question(asked, known), search -> searches.put(app, search));
        } finally {
            searches.remove(app);
        }
    }

    @EventListener
    void forget(AppDeleted deleted) {
        found.remove(deleted.app().id());
    }

    @PreDestroy
    void close() {
        searching.close();
    }

    /** Progress of the running search of an app. */
    Optional<SearchProgress> search(App app) {
        return Optional.ofNullable(searches.get(app.id()));
    }

    private Known known(Asked asked) {
        return new Known(
                releases.of(asked),
                settlements.ofApp(asked.app().id()).stream()
                        .map(StoredSettlement::settlement)
                        .toList(),
                choices.series(asked));
    }

    private static boolean isStill(Found before, double[] figures, Known known) {
        return before != null
                && Arrays.equals(before.figures(), figures)
                && before.known().equals(known);
    }

    private static Changes.Question question(Asked asked, Known known) {
        return new Changes.Question(
                asked.firstPath(), known.releases(), known.settlements(), known.chosen(), asked.conditions());
    }

    Recovery recovery(Asked asked, Recovery.Fall fall, LocalDate since) {
        Found now = found(asked);
        return Recovery.of(asked.log(), asked.runner(), question(asked, now.known()), now.changes(), fall, since);
    }

    /** Every figure of every full day, and which day is the first. */
    private static double[] figures(Asked asked) {
        EventLog log = asked.log();
        return DoubleStream.concat(
                        DoubleStream.of(log.firstDay().toEpochDay()),
                        TideTable.daily(log, asked.runner(), MetricScope.withPath(asked.firstPath())).stream()
                                .limit(log.dayNumber(log.endOfFullDays()))
                                .flatMapToDouble(day -> Arrays.stream(Figure.values())
                                        .mapToDouble(figure -> day.value(figure).orElse(Double.NaN))))
                .toArray();
    }
}
