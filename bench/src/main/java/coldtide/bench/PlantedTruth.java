package coldtide.bench;

import coldtide.core.anomaly.Incident;
import coldtide.core.anomaly.detect.Drop;
import coldtide.core.anomaly.explain.CauseKind;
import coldtide.core.filter.value.PropertyValue;
import coldtide.core.time.DayRange;
import coldtide.world.scenario.AppRelease;
import coldtide.world.scenario.Country;
import coldtide.world.scenario.Happening;
import coldtide.world.scenario.Scenario;
import java.time.LocalDate;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * What should be found of something planted.
 *
 * @param kind of its cause
 * @param slice whom it touches; empty for everybody
 * @param days from its first day, of its rollout if it comes with a release, to the day after its last
 * @param version it comes with
 */
record PlantedTruth(CauseKind kind, Set<PropertyValue> slice, DayRange days, Optional<String> version) {
    private static final Map<String, CauseKind> KINDS = Map.of(
            "payment", CauseKind.PAYMENT,
            "price", CauseKind.PRICE,
            "product fault", CauseKind.PRODUCT_FAULT,
            "lost tracking", CauseKind.LOST_TRACKING,
            "outage", CauseKind.OUTAGE,
            "calendar", CauseKind.CALENDAR,
            "mix of arrivals", CauseKind.MIX);
    /** Who left because of it stays away, so what fell may be seen so much longer. */
    private static final int AFTERWARDS = 14;

    /** Empty of what makes nothing fall. */
    static Optional<PlantedTruth> of(Scenario scenario, Happening happening) {
        return Optional.ofNullable(KINDS.get(happening.truth().kind())).map(kind -> {
            int first = first(scenario, happening);
            return new PlantedTruth(
                    kind,
                    ofEverybody(kind) ? Set.of() : slice(scenario, happening),
                    new DayRange(
                            scenario.firstDay().plusDays(first),
                            scenario.firstDay().plusDays(Math.max(first + 1, last(scenario, happening, first)))),
                    Optional.ofNullable(happening.starts().version()));
        });
    }

    private static boolean ofEverybody(CauseKind kind) {
        return kind == CauseKind.MIX || kind == CauseKind.OUTAGE || kind == CauseKind.CALENDAR;
    }

    private static int first(Scenario scenario, Happening happening) {
        return happening.comesWithRelease()
                ? day(scenario, happening, happening.starts().version())
                : happening.starts().day();
    }

    private static int last(Scenario scenario, Happening happening, int first) {
        int end = scenario.days();
        if (!happening.factors().isEmpty()) {
            end = first + happening.factors().size();
        } else if (happening.lastsMillis() < end * 86_400_000L) {
            end = first + (int) Math.ceil(happening.lastsMillis() / 86_400_000.0);
        }
        return happening.ends().version() == null
                ? Math.min(end, scenario.days())
                : Math.min(end, day(scenario, happening, happening.ends().version()));
    }

    /** The first day of a version, on the platform that the happening names, if it names one. */
    private static int day(Scenario scenario, Happening happening, String version) {
        Optional<String> platform = happening.where().one("platform");
        return scenario.releases().stream()
                .filter(release -> release.version().equals(version))
                .filter(release -> platform.isEmpty() || platform.get().equals(release.platform()))
                .mapToInt(AppRelease::day)
                .min()
                .orElseThrow();
    }

    private static Set<PropertyValue> slice(Scenario scenario, Happening happening) {
        return happening.where().values().entrySet().stream()
                .filter(each -> !each.getKey().equals("level") && !each.getKey().equals("room"))
                .flatMap(each -> each.getValue().stream().map(value -> new PropertyValue(each.getKey(), value)))
                .map(having -> byCountry(scenario, having))
                .collect(Collectors.toSet());
    }

    /** A currency of one country is that country. */
    private static PropertyValue byCountry(Scenario scenario, PropertyValue having) {
        List<String> paying = scenario.countries().stream()
                .filter(country -> having.property().equals("currency")
                        && country.currency().equals(having.value()))
                .map(Country::code)
                .toList();
        return paying.size() == 1 ? new PropertyValue("country", paying.get(0)) : having;
    }

    /** Of all that was found, what may be it: it shares its days, and a condition of its slice; the furthest first. */
    List<Incident> candidates(List<Incident> found) {
        return found.stream()
                .filter(incident -> incident.days().from().isBefore(days.to().plusDays(AFTERWARDS))
                        && days.from().isBefore(incident.days().to()))
                .sorted(Comparator.comparingDouble(PlantedTruth::distance))
                .toList();
    }

    private static double distance(Incident incident) {
        return incident.drops().stream().mapToDouble(Drop::distance).min().orElse(Double.NEGATIVE_INFINITY);
    }

    /** Whether it is put down to just those people, or to conditions that nearly the same people have. */
    boolean isRightSlice(Scenario scenario, Incident incident) {
        Stream<List<PropertyValue>> alike = incident.drops().stream()
                .limit(1)
                .flatMap(drop -> Stream.concat(Stream.of(drop.slice()), drop.same().stream()));
        return slice.isEmpty()
                ? incident.slice().isEmpty()
                : alike.anyMatch(conditions -> conditions.stream()
                        .map(having -> byCountry(scenario, having))
                        .collect(Collectors.toSet())
                        .equals(slice));
    }

    /** Whether it is about those people at all: some condition is theirs, or it is of everybody as it should be. */
    boolean isAbout(Scenario scenario, Incident incident) {
        return slice.isEmpty()
                ? incident.slice().isEmpty()
                : incident.slice().stream().anyMatch(having -> slice.contains(byCountry(scenario, having)));
    }

    boolean isRightRelease(Incident incident) {
        return incident.blamed().map(blamed -> blamed.release().version()).equals(version);
    }

    /** By how much later than it began it is said to have begun; days are all that is told of what is no outage. */
    double hoursLate(Incident incident) {
        LocalDate said = incident.days().from();
        return 24.0 * (said.toEpochDay() - days.from().toEpochDay());
    }
}
