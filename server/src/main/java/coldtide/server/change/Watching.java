package coldtide.server.change;

import coldtide.core.change.Changes;
import coldtide.core.change.Recovery;
import coldtide.core.log.EventLog;
import coldtide.core.release.KnownRelease;
import coldtide.core.tidetable.Figure;
import coldtide.core.tidetable.Looking;
import coldtide.core.tidetable.TideTable;
import coldtide.server.engine.Asking.Asked;
import coldtide.server.engine.KnownReleases;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.DoubleStream;
import org.springframework.stereotype.Component;

/**
 * What the watch found of each app, kept while every figure of every full day and all releases known are the same: what comes in today
 * changes nothing that it looks at.
 */
@Component
class Watching {
    private record Found(double[] figures, List<KnownRelease> releases, Changes changes) {}

    private final KnownReleases releases;
    private final Map<Integer, Found> found = new ConcurrentHashMap<>();

    Watching(KnownReleases releases) {
        this.releases = releases;
    }

    Changes of(Asked asked) {
        List<KnownRelease> known = releases.of(asked);
        double[] figures = figures(asked);
        return found.compute(
                        asked.app().id(),
                        (app, before) -> isStill(before, figures, known)
                                ? before
                                : new Found(figures, known, find(asked, known)))
                .changes();
    }

    private static boolean isStill(Found before, double[] figures, List<KnownRelease> known) {
        return before != null
                && Arrays.equals(before.figures(), figures)
                && before.releases().equals(known);
    }

    private static Changes find(Asked asked, List<KnownRelease> known) {
        return Changes.in(asked.log(), asked.runner(), new Changes.Question(asked.firstPath(), known));
    }

    Recovery recovery(Asked asked, Recovery.Fall fall, LocalDate since) {
        return Recovery.of(
                asked.log(),
                asked.runner(),
                new Changes.Question(asked.firstPath(), releases.of(asked)),
                of(asked),
                fall,
                since);
    }

    /** Every figure of every full day, and which day is the first. */
    private static double[] figures(Asked asked) {
        EventLog log = asked.log();
        return DoubleStream.concat(
                        DoubleStream.of(log.firstDay().toEpochDay()),
                        TideTable.daily(log, asked.runner(), Looking.withPath(asked.firstPath())).stream()
                                .limit(log.dayNumber(log.endOfFullDays()))
                                .flatMapToDouble(day -> Arrays.stream(Figure.values())
                                        .mapToDouble(figure -> day.value(figure).orElse(Double.NaN))))
                .toArray();
    }
}
