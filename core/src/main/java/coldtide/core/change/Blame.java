package coldtide.core.change;

import coldtide.core.log.EventLog;
import coldtide.core.log.Release;
import coldtide.core.release.AdoptionAnalysis;
import coldtide.core.release.AdoptionAnalysis.Adoption;
import coldtide.core.release.KnownRelease;
import coldtide.core.scan.ScanRunner;
import coldtide.core.who.Having;
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
 * Links a fall to a release: by timing (its rollout had begun), of several by dose (what is missing follows how many were on it or a later
 * one), of a product fault by where it came to run worse; and tells by contrast how those on it fared beside those who were not (handbook §10).
 */
final class Blame {
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

    Blame(EventLog log, ScanRunner runner, List<KnownRelease> releases) {
        this.log = log;
        this.runner = runner;
        this.releases = releases;
        adoption = runner.run(log, new AdoptionAnalysis(log));
    }

    /** By timing, and by dose. @param lead of a slice */
    Optional<Blamed> of(Drop lead, Rate rate, SliceRows slice, Incident.Course course) {
        List<KnownRelease> suspects = suspects(lead);
        boolean byDose = suspects.size() > 1 && !OF_NEW_PEOPLE.contains(rate);
        Stream<KnownRelease> likely = byDose
                ? suspects.stream().sorted(Comparator.comparingDouble(release -> misfit(lead, release, course)))
                : suspects.stream();
        Blamed.Link link = byDose ? Blamed.Link.DOSE : Blamed.Link.TIME;
        return likely.findFirst().map(release -> blamed(lead, rate, slice, release, link));
    }

    /** Of a product fault, the one on which it came to run worse, if one is told. */
    Optional<Blamed> ofFault(Drop lead, Rate rate, SliceRows slice) {
        int from = Math.max(0, log.dayNumber(lead.days().from()) - 2 * WITHIN);
        RunningByRelease.Found running = runner.run(
                log,
                new RunningByRelease(log, slice, from, log.dayNumber(lead.days().to())));
        return suspects(lead).stream()
                .filter(release -> worse(running, release) > TOLD)
                .max(Comparator.comparingDouble(release -> worse(running, release)))
                .map(release -> blamed(lead, rate, slice, release, Blamed.Link.RUNS_WORSE));
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

    private Blamed blamed(Drop lead, Rate rate, SliceRows slice, KnownRelease release, Blamed.Link link) {
        return new Blamed(
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
                .map(Having::value)
                .findFirst();
    }

    private double misfit(Drop lead, KnownRelease release, Incident.Course course) {
        Set<Release> since = versions(other ->
                other.platform().equals(release.platform()) && !other.starts().isBefore(release.starts()));
        Optional<String> platform = platform(lead);
        Predicate<Release> some = each -> platform.isEmpty() || each.platform().equals(platform.get());
        double[] share = IntStream.range(0, log.days())
                .mapToDouble(day -> adoption.share(day, some, since::contains))
                .toArray();
        int from = log.dayNumber(lead.days().from()) - WITHIN;
        return Dose.of(
                        course,
                        share,
                        Math.max(0, from),
                        log.dayNumber(lead.days().to()))
                .misfit();
    }

    private Change contrast(Drop lead, Rate rate, SliceRows slice, KnownRelease release) {
        if (rate != Rate.ADVERTS && rate != Rate.PURCHASES) {
            return Change.UNKNOWN;
        }
        TwoSpans spans = runner.run(
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
