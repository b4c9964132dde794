package coldtide.world.scenario;

import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.Collections;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.Predicate;

/**
 * What world to make. Days are counted from the first of the span, which is 0.
 *
 * @param app whose people they are
 * @param seed the same scenario with the same seed, size and end gives the same events
 * @param people how many arrive over the span, 1 to 20,000,000
 * @param weeks length of the span, 1 to 104
 * @param end the last day of the span; yesterday in the app's zone if absent
 * @param currencies what one unit of each is worth in the app's currency, about
 * @param places the beacons' towers, the first is level 1
 */
public record Scenario(
        AppCard app,
        long seed,
        int people,
        int weeks,
        LocalDate end,
        Rhythm rhythm,
        Habits habits,
        List<Platform> platforms,
        List<DeviceFamily> devices,
        List<Country> countries,
        List<Channel> channels,
        Map<String, Double> currencies,
        List<Offer> offers,
        List<AppRelease> releases,
        List<Happening> happenings,
        List<Place> places) {
    public Scenario {
        for (Object part : new Object[] {app, rhythm, habits}) {
            Check.that(part != null, "\"app\", \"rhythm\" and \"habits\" must be given.");
        }
        Check.within("people", people, 1, 20_000_000);
        Check.within("weeks", weeks, 1, 104);
        end = end == null ? LocalDate.now(app.zone()).minusDays(1) : end;
        platforms = Check.some("platforms", platforms);
        devices = Check.some("devices", devices);
        countries = Check.some("countries", countries);
        channels = Check.some("channels", channels);
        currencies = currencies == null ? Map.of() : Collections.unmodifiableMap(new TreeMap<>(currencies));
        currencies.forEach(Check::positive);
        offers = Check.some("offers", offers);
        releases = Check.some("releases", releases);
        happenings = Check.list(happenings);
        places = Check.some("places", places);
        Check.unlike("platforms", platforms, Platform::name);
        Check.unlike("countries", countries, Country::code);
        Check.unlike("channels", channels, Channel::name);
        Check.unlike("releases", releases, release -> release.version() + " on " + release.platform());
        Check.unlike("happenings", happenings, Happening::name);
        new References(platforms, devices, countries, channels, releases, places).check(app, currencies, happenings);
    }

    public ZoneId zone() {
        return app.zone();
    }

    public int days() {
        return 7 * weeks;
    }

    public LocalDate firstDay() {
        return end.minusDays(days() - 1L);
    }

    /** The instant at which day {@code index} of the span begins in the app's zone. */
    public Instant startOfDay(int index) {
        return firstDay().plusDays(index).atStartOfDay(zone()).toInstant();
    }

    /** An hour of a day; both of the app's clocks, so that 10 is ten o'clock on the days of a clock change too. */
    public Instant at(int day, double hour) {
        long second = Math.round(hour * 3600);
        LocalDate date = firstDay().plusDays(day + second / 86_400);
        return date.atTime(java.time.LocalTime.ofSecondOfDay(second % 86_400))
                .atZone(zone())
                .toInstant();
    }

    /** The last instant at which anything of this world arrives: a little after the span, when night reports come in. */
    public Instant lastArrival() {
        return startOfDay(days()).plusSeconds(45 * 60);
    }

    /** The happenings that are switched on. */
    public List<Happening> planted() {
        return happenings.stream().filter(happening -> !happening.off()).toList();
    }

    /** The happening of a name, switched on or not. */
    public Happening happening(String name) {
        return happenings.stream()
                .filter(happening -> happening.name().equals(name))
                .findFirst()
                .orElseThrow(() -> new IllegalArgumentException("This scenario has no happening \"" + name + "\"."));
    }

    /** The same with nothing switched on. */
    public Scenario quiet() {
        return switched(happening -> true);
    }

    /** The same with one happening switched off. */
    public Scenario without(String name) {
        Happening left = happening(name);
        return switched(happening -> happening.off() || happening.equals(left));
    }

    private Scenario switched(Predicate<Happening> off) {
        List<Happening> switched = happenings.stream()
                .map(happening -> happening.switchedOff(off.test(happening)))
                .toList();
        return changed(seed, people, weeks, end, releases, switched);
    }

    /** The same with other things planted. */
    public Scenario planting(List<Happening> others) {
        return changed(seed, people, weeks, end, releases, others);
    }

    public Scenario withSeed(long other) {
        return changed(other, people, weeks, end, releases, happenings);
    }

    /** The same in another size. Days of releases and happenings move with the length of the span; how long they last stays. */
    public Scenario sized(int otherPeople, int otherWeeks, LocalDate otherEnd) {
        Check.within("weeks", otherWeeks, 1, 104);
        return changed(
                seed,
                otherPeople,
                otherWeeks,
                otherEnd,
                releases.stream()
                        .map(each -> each.onDay(each.day() * otherWeeks / weeks))
                        .toList(),
                happenings.stream()
                        .map(each -> each.onDay(each.starts().day() * otherWeeks / weeks))
                        .toList());
    }

    private Scenario changed(
            long otherSeed,
            int otherPeople,
            int otherWeeks,
            LocalDate otherEnd,
            List<AppRelease> otherReleases,
            List<Happening> otherHappenings) {
        return new Scenario(
                app,
                otherSeed,
                otherPeople,
                otherWeeks,
                otherEnd,
                rhythm,
                habits,
                platforms,
                devices,
                countries,
                channels,
                currencies,
                offers,
                otherReleases,
                otherHappenings,
                places);
    }

    /** Releases of one platform, oldest first. */
    public List<AppRelease> releases(String platform) {
        return releases.stream()
                .filter(release -> release.platform().equals(platform))
                .sorted(java.util.Comparator.comparingInt(AppRelease::day))
                .toList();
    }

    /** Every currency in which somebody pays. */
    public Set<String> paidIn() {
        Set<String> paid = new HashSet<>();
        countries.forEach(country -> paid.add(country.currency()));
        return paid;
    }
}
