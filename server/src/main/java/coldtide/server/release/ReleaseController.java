package coldtide.server.release;

import coldtide.core.release.AdoptionAnalysis;
import coldtide.core.release.AdoptionAnalysis.Adoption;
import coldtide.core.release.AdoptionBySlice;
import coldtide.core.release.Compared;
import coldtide.core.release.KnownRelease;
import coldtide.core.release.Measured;
import coldtide.core.release.ReleaseComparison;
import coldtide.core.release.ReleaseStanding;
import coldtide.server.engine.KnownReleases;
import coldtide.server.engine.QueryService;
import coldtide.server.engine.QueryService.Answered;
import coldtide.server.engine.QueryService.Asked;
import coldtide.server.http.Problem;
import coldtide.server.store.app.Release;
import io.swagger.v3.oas.annotations.media.ArraySchema;
import io.swagger.v3.oas.annotations.media.Schema;
import java.time.Instant;
import java.time.LocalDate;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** HTTP: adoption and comparison of releases. */
@RestController
@RequestMapping(path = "/api/apps/{app}/standings", produces = MediaType.APPLICATION_JSON_VALUE)
class ReleaseController {
    private final QueryService asking;
    private final KnownReleases known;

    ReleaseController(QueryService asking, KnownReleases known) {
        this.asking = asking;
        this.known = known;
    }

    /**
     * All releases, the newest first.
     *
     * @param fullDaysEnd the day after the last that is looked at
     */
    record StandingsView(LocalDate fullDaysEnd, List<StandingView> releases) {}

    /**
     * A release and how it stands.
     *
     * @param platform empty of all platforms together
     * @param steps of its rollout; none of one that was not entered but seen
     * @param adoption share of the active people of its platform who were on it, by full day from {@code starts}
     * @param stillNeeded how many times as many days of people would show a tenth fewer sessions; null where there is nobody
     */
    record StandingView(
            String version,
            String platform,
            LocalDate starts,
            List<RolloutStepView> steps,
            List<Double> adoption,
            ReleaseStanding.Verdict verdict,
            @Schema(types = {"number", "null"}) Double stillNeeded,
            List<ComparedView> measures) {}

    /** From an instant on a share of people was offered it. */
    record RolloutStepView(Instant starts, double share) {}

    /** A measure of those on it, and of those not on it on the same days; what is not known is not there. */
    record ComparedView(
            Measured measured,
            Measured.Unit unit,
            double on,
            double off,
            double part,
            double low,
            double high,
            double adjusted,
            boolean isWorse,
            boolean isBetter,
            double onIt,
            double notOnIt) {
        static ComparedView of(Compared of) {
            return new ComparedView(
                    of.measured(),
                    of.measured().unit(),
                    of.on(),
                    of.off(),
                    of.part(),
                    of.low(),
                    of.high(),
                    of.adjusted(),
                    of.isWorse(),
                    of.isBetter(),
                    of.onIt(),
                    of.notOnIt());
        }
    }

    /**
     * People of one value of a property.
     *
     * @param value empty for those without one
     * @param share of its active people on the release, by full day since it began; null where none was active
     */
    record SliceAdoptionView(
            String value,
            long personDays,

            @ArraySchema(schema = @Schema(types = {"number", "null"}))
            List<Double> share) {
        static SliceAdoptionView of(AdoptionBySlice.Slice slice) {
            return new SliceAdoptionView(
                    slice.value(),
                    slice.personDays(),
                    slice.share().stream()
                            .map(share -> share.isNaN() ? null : share)
                            .toList());
        }
    }

    @GetMapping
    Answered<StandingsView> standings(@PathVariable String app) {
        return asking.ask(app, this::view);
    }

    /** Adoption of a release by the values of a property, the most frequent first. */
    @GetMapping("/adoption")
    Answered<List<SliceAdoptionView>> adoption(
            @PathVariable String app,
            @RequestParam String version,
            @RequestParam(defaultValue = KnownRelease.ALL_PLATFORMS) String platform,
            @RequestParam String by) {
        return asking.ask(app, asked -> {
            List<String> properties = asked.log().contexts().properties();
            if (!properties.contains(by)) {
                throw Problem.badField(
                        "by",
                        "\u201c" + by + "\u201d is not a property of users. These are: " + String.join(", ", properties)
                                + ".");
            }
            KnownRelease release = of(asked, version, platform)
                    .orElseThrow(() -> Problem.badField(
                            "version",
                            "No release \u201c" + version + "\u201d on "
                                    + (platform.isEmpty() ? "all platforms" : platform) + " is known."));
            return asked.runner().run(asked.log(), new AdoptionBySlice(asked.log(), release, by)).stream()
                    .map(SliceAdoptionView::of)
                    .toList();
        });
    }

    /** Start of a release on any platform. */
    private Optional<KnownRelease> of(Asked asked, String version, String platform) {
        return known.of(asked).stream()
                .filter(each -> each.version().equals(version))
                .filter(each -> platform.equals(KnownRelease.ALL_PLATFORMS)
                        || each.platform().equals(platform))
                .min(Comparator.comparing(KnownRelease::starts))
                .map(each -> new KnownRelease(version, platform, each.starts()));
    }

    private StandingsView view(Asked asked) {
        List<ReleaseStanding> standings = ReleaseComparison.of(asked.log(), asked.runner(), known.of(asked));
        Adoption adoption = asked.runner().run(asked.log(), new AdoptionAnalysis(asked.log()));
        List<Release> entered = known.entered(asked);
        return new StandingsView(
                asked.log().endOfFullDays(),
                standings.stream()
                        .sorted(Comparator.comparing((ReleaseStanding each) -> begin(each, standings))
                                .thenComparing(each -> each.release().version())
                                .reversed()
                                .thenComparing(each -> each.release().platform()))
                        .map(each -> standing(asked, each, adoption, entered))
                        .toList());
    }

    /** When a version began anywhere. */
    private static LocalDate begin(ReleaseStanding standing, List<ReleaseStanding> all) {
        return all.stream()
                .map(ReleaseStanding::release)
                .filter(release -> release.version().equals(standing.release().version()))
                .map(KnownRelease::starts)
                .min(Comparator.naturalOrder())
                .orElseThrow();
    }

    private static StandingView standing(
            Asked asked, ReleaseStanding standing, Adoption adoption, List<Release> entered) {
        KnownRelease release = standing.release();
        return new StandingView(
                release.version(),
                release.platform(),
                release.starts(),
                entered.stream()
                        .filter(each -> each.version().equals(release.version())
                                && each.platform().equals(release.platform()))
                        .flatMap(each -> each.steps().stream())
                        .map(step -> new RolloutStepView(step.starts(), step.share()))
                        .toList(),
                adoption(asked, release, adoption),
                standing.verdict(),
                Double.isFinite(standing.stillNeeded()) ? standing.stillNeeded() : null,
                standing.measures().stream().map(ComparedView::of).toList());
    }

    private static List<Double> adoption(Asked asked, KnownRelease release, Adoption adoption) {
        int end = asked.log().dayNumber(asked.log().endOfFullDays());
        return IntStream.range(Math.min(end, asked.log().dayNumber(release.starts())), end)
                .mapToObj(day -> adoption.share(
                        day,
                        on -> release.isOn(on.platform()),
                        on -> on.version().equals(release.version())))
                .toList();
    }
}
