package coldtide.core.anomaly.explain;

import coldtide.core.anomaly.counts.BeforeAfterCounts;
import coldtide.core.anomaly.counts.DailyCourse;
import coldtide.core.anomaly.counts.GroupRows;
import coldtide.core.anomaly.counts.Rate;
import coldtide.core.anomaly.counts.RunningByRelease;
import coldtide.core.anomaly.detect.Change;
import coldtide.core.anomaly.detect.Drop;
import coldtide.core.filter.value.PropertyValue;
import coldtide.core.log.EventLog;
import coldtide.core.log.rule.Release;
import coldtide.core.release.AdoptionAnalysis;
import coldtide.core.release.AdoptionAnalysis.Adoption;
import coldtide.core.release.KnownRelease;
import coldtide.core.scan.ScanRunner;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.Comparator;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;

/**
 * Attributes a drop to a release. Criteria: the rollout had begun before the drop; among several releases, the missing part follows adoption; for a
 * product fault, the performance got worse on it; and users on the release differ from users who are not on it (handbook, Sudden changes).
 */
public final class ReleaseAttribution {
    /** Its rollout began so many days before the fall at most: of a slow one what fell is seen late. */
    private static final int WITHIN = 28;
    /** In standard errors: on a release that is so much worse than those before it, it is told. */
    private static final double TOLD = 4;
    /** What is told of new people says nothing of who updates. */
    private static final Set<Rate> OF_NEW_PEOPLE = EnumSet.of(Rate.NEW_PEOPLE, Rate.FIRST_PATH, Rate.NEXT_DAY);

    private final EventLog log;
    private final ScanRunner runner;
    private final List<KnownRelease> releases;
    private final Adoption adoption;

    public ReleaseAttribution(EventLog log, ScanRunner runner, List<KnownRelease> releases) {
        this.log = log;
        this.runner = runner;
        this.releases = releases;
        adoption = runner.run(log, new AdoptionAnalysis(log));
    }

    /** By timing, and by dose. @param lead of a slice */
    public Optional<AttributedRelease> of(Drop lead, Rate rate, GroupRows slice, DailyCourse course) {
        List<KnownRelease> suspects = suspects(lead);
        boolean byDose = suspects.size() > 1 && !OF_NEW_PEOPLE.contains(rate);
        Stream<KnownRelease> likely = byDose
                ? suspects.stream().sorted(Comparator.comparingDouble(release -> misfit(lead, release, course)))
                : suspects.stream();
        AttributedRelease.Link link = byDose ? AttributedRelease.Link.DOSE : AttributedRelease.Link.TIME;
        return likely.findFirst().map(release -> blamed(lead, rate, slice, release, link));
    }

    /** Release on which the app began to run worse for a group, if there is one. */
    public Optional<AttributedRelease> ofFault(Drop lead, Rate rate, GroupRows slice) {
        int from = Math.max(0, log.dayNumber(lead.days().from()) - 2 * WITHIN);
        RunningByRelease.Found running = runner.run(
                log,
                new RunningByRelease(log, slice, from, log.dayNumber(lead.days().to())));
        return suspects(lead).stream()
                .filter(release -> worse(running, release) > TOLD)
                .max(Comparator.comparingDouble(release -> worse(running, release)))
                .map(release -> blamed(lead, rate, slice, release, AttributedRelease.Link.RUNS_WORSE));
    }

    private double worse(RunningByRelease.Found running, KnownRelease release) {
        return running.worse(
                versions(other -> other.platform().equals(release.platform())
                        && other.starts().isBefore(release.starts())),
                new Release(release.platform(), release.version()));
    }

    private Set<Release> versions(Predicate<KnownRelease> which) {
        return releases.stream()
                .filter(which)
                .map(each -> new Release(each.platform(), each.version()))
                .collect(Collectors.toSet());
    }

    private AttributedRelease blamed(
            Drop lead, Rate rate, GroupRows slice, KnownRelease release, AttributedRelease.Link link) {
        return new AttributedRelease(
                release,
                (int) ChronoUnit.DAYS.between(release.starts(), lead.days().from()),
                link,
                contrast(lead, rate, slice, release));
    }

    /** The newest first. */
    private List<KnownRelease> suspects(Drop lead) {
        LocalDate from = lead.days().from();
        Optional<String> platform = platform(lead);
        return releases.stream()
                .filter(release -> !release.starts().isAfter(from.plusDays(1)))
                .filter(release -> release.starts().isAfter(log.firstDay()))
                .filter(release -> ChronoUnit.DAYS.between(release.starts(), from) <= WITHIN)
                .filter(release -> platform.isEmpty() || platform.get().equals(release.platform()))
                .sorted(Comparator.comparing(KnownRelease::starts)
                        .thenComparing(KnownRelease::version)
                        .reversed())
                .toList();
    }

    private static Optional<String> platform(Drop lead) {
        return Stream.concat(lead.slice().stream(), lead.same().stream().flatMap(List::stream))
                .filter(having -> having.property().equals("platform"))
                .map(PropertyValue::value)
                .findFirst();
    }

    private double misfit(Drop lead, KnownRelease release, DailyCourse course) {
        Set<Release> since = versions(other ->
                other.platform().equals(release.platform()) && !other.starts().isBefore(release.starts()));
        Optional<String> platform = platform(lead);
        Predicate<Release> some = each -> platform.isEmpty() || each.platform().equals(platform.get());
        double[] share = IntStream.range(0, log.days())
                .mapToDouble(day -> adoption.share(day, some, since::contains))
                .toArray();
        int from = log.dayNumber(lead.days().from()) - WITHIN;
        return AdoptionResponse.of(
                        course,
                        share,
                        Math.max(0, from),
                        log.dayNumber(lead.days().to()))
                .misfit();
    }

    private Change contrast(Drop lead, Rate rate, GroupRows slice, KnownRelease release) {
        if (rate != Rate.ADVERTS && rate != Rate.PURCHASES) {
            return Change.UNKNOWN;
        }
        BeforeAfterCounts spans = runner.run(
                log,
                new ReleaseContrast(
                        log,
                        slice,
                        rate,
                        release,
                        log.dayNumber(release.starts()),
                        log.dayNumber(lead.days().to())));
        return Change.of(spans, 1);
    }
}
