package coldtide.server.rail;

import coldtide.core.release.AdoptionAnalysis;
import coldtide.core.release.AdoptionAnalysis.Adoption;
import coldtide.core.tidetable.Figure;
import coldtide.core.tidetable.MetricScope;
import coldtide.core.tidetable.TideTable;
import coldtide.core.time.DayRange;
import coldtide.core.time.ReportingCalendar;
import coldtide.server.engine.QueryService;
import coldtide.server.engine.QueryService.Answered;
import coldtide.server.engine.QueryService.Asked;
import coldtide.server.engine.WarmUp;
import coldtide.server.store.app.Annotation;
import coldtide.server.store.app.AnnotationRepository;
import coldtide.server.store.app.Release;
import coldtide.server.store.app.ReleaseRepository;
import coldtide.server.store.intake.RejectedRowRepository;
import io.swagger.v3.oas.annotations.media.ArraySchema;
import io.swagger.v3.oas.annotations.media.Schema;
import java.time.LocalDate;
import java.util.Comparator;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.IntStream;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** HTTP: the rail with its days and releases, and the state of the data. */
@RestController
class RailController implements WarmUp {
    /** More ribbons than this cannot be told apart on the rail; the newest are kept. */
    private static final int MOST_VERSIONS = 24;

    private final QueryService asking;
    private final ReleaseRepository releases;
    private final AnnotationRepository marks;
    private final RejectedRowRepository heldBack;

    RailController(
            QueryService asking,
            ReleaseRepository releases,
            AnnotationRepository marks,
            RejectedRowRepository heldBack) {
        this.asking = asking;
        this.releases = releases;
        this.marks = marks;
        this.heldBack = heldBack;
    }

    /**
     * The rail.
     *
     * @param days the app's whole time
     * @param fullDaysEnd the day after the last that has fully passed
     * @param silhouette the figure's value on each day
     * @param versions oldest first
     * @param heldBack rows held back so far, of all imports
     */
    record RailView(
            DayRange days,
            LocalDate fullDaysEnd,
            Figure figure,
            Figure.Unit unit,

            @ArraySchema(schema = @Schema(types = {"number", "null"}))
            List<Double> silhouette,

            List<VersionView> versions,
            List<MarkView> marks,
            long heldBack) {}

    /**
     * A version on all its platforms.
     *
     * @param starts first day of its rollout, or on which it was first seen where no release was entered
     * @param platforms where it was released
     * @param adoption share of active people on it, by day from {@code from}
     * @param from first day anybody was on it
     */
    record VersionView(
            String version, LocalDate starts, List<PlatformView> platforms, LocalDate from, List<Double> adoption) {}

    /** A version on one platform: when its rollout began and when it reached everyone. */
    record PlatformView(String platform, LocalDate starts, LocalDate everyone) {}

    /**
     * Something else that happened.
     *
     * @param from first day
     * @param to the day after the last
     */
    record MarkView(Annotation.Kind kind, String name, LocalDate from, LocalDate to) {
        static MarkView of(Annotation mark, ReportingCalendar calendar) {
            LocalDate from = calendar.dayOf(mark.starts());
            LocalDate last =
                    mark.ends().map(end -> calendar.dayOf(end.minusMillis(1))).orElse(from);
            return new MarkView(mark.kind(), mark.name(), from, last.plusDays(1));
        }
    }

    @GetMapping(path = "/api/apps/{app}/rail", produces = MediaType.APPLICATION_JSON_VALUE)
    Answered<RailView> rail(@PathVariable String app, @RequestParam(defaultValue = "ACTIVE_PEOPLE") Figure figure) {
        return asking.ask(app, asked -> view(asked, figure));
    }

    private RailView view(Asked asked, Figure figure) {
        return new RailView(
                asked.log().span(),
                asked.log().endOfFullDays(),
                figure,
                figure.unit(),
                asked.shared("rail-days", figure, with -> days(with, figure)),
                versions(asked),
                marks.findByAppIdOrderByStarts(asked.app().id()).stream()
                        .map(mark -> MarkView.of(mark, asked.log().calendar()))
                        .toList(),
                heldBack.countByAppIdAndSettledIsNull(asked.app().id()));
    }

    private static List<Double> days(Asked asked, Figure figure) {
        return TideTable.daily(asked.log(), asked.runner(), MetricScope.withPath(asked.firstPath())).stream()
                .map(day -> day.value(figure))
                .map(value -> value.isPresent() ? value.getAsDouble() : null)
                .toList();
    }

    @Override
    public void warm(Asked asked) {
        view(asked, Figure.ACTIVE_PEOPLE);
    }

    private List<VersionView> versions(Asked asked) {
        Adoption adoption = asked.runner().run(asked.log(), new AdoptionAnalysis(asked.log()));
        List<Release> known = releases.ofApp(asked.app().id());
        Set<String> names = new LinkedHashSet<>();
        adoption.releases().forEach(release -> names.add(release.version()));
        List<VersionView> views = names.stream()
                .filter(version -> !version.isEmpty())
                .map(version -> version(asked, adoption, known, version))
                .filter(view -> !view.adoption().isEmpty())
                .sorted(Comparator.comparing(VersionView::starts).thenComparing(VersionView::version))
                .toList();
        return views.subList(Math.max(0, views.size() - MOST_VERSIONS), views.size());
    }

    private static VersionView version(Asked asked, Adoption adoption, List<Release> known, String version) {
        double[] share = share(asked, adoption, version);
        int[] seen =
                IntStream.range(0, share.length).filter(day -> share[day] > 0).toArray();
        int first = seen.length == 0 ? 0 : seen[0];
        int end = seen.length == 0 ? 0 : seen[seen.length - 1] + 1;
        LocalDate from = asked.log().firstDay().plusDays(first);
        List<PlatformView> platforms = known.stream()
                .filter(release ->
                        release.version().equals(version) && !release.steps().isEmpty())
                .map(release -> platform(asked, release))
                .sorted(Comparator.comparing(PlatformView::starts))
                .toList();
        return new VersionView(
                version,
                platforms.isEmpty() ? from : platforms.get(0).starts(),
                platforms,
                from,
                IntStream.range(first, end).mapToObj(day -> share[day]).toList());
    }

    private static double[] share(Asked asked, Adoption adoption, String version) {
        double[] share = new double[asked.log().days()];
        for (int day = 0; day < share.length; day++) {
            share[day] = adoption.share(day, any -> true, on -> on.version().equals(version));
        }
        return share;
    }

    private static PlatformView platform(Asked asked, Release release) {
        List<Release.Step> steps = release.steps();
        return new PlatformView(
                release.platform(),
                asked.log().calendar().dayOf(steps.get(0).starts()),
                asked.log().calendar().dayOf(steps.get(steps.size() - 1).starts()));
    }
}
