package coldtide.world;

import static org.assertj.core.api.Assertions.assertThat;

import coldtide.world.scenario.Scenario;
import coldtide.world.scenario.ScenarioFile;
import java.nio.file.Path;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Predicate;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;

/** The world of the documentation's example: what it plants is there, and only there. */
class OtherWorldTest {
    private static Scenario scenario;
    private static List<WorldEvent> events;

    @BeforeAll
    static void made() throws Exception {
        Scenario read = ScenarioFile.read(Path.of("../docs/examples/scenario.json"));
        scenario = read.sized(read.people(), read.weeks(), LocalDate.of(2026, 6, 28));
        events = events(scenario);
    }

    private static List<WorldEvent> events(Scenario scenario) {
        List<WorldEvent> all = new ArrayList<>();
        new World(scenario).eachPerson(all::addAll);
        return all;
    }

    private static Predicate<WorldEvent> has(String property, String value) {
        return event -> value.equals(event.context().properties().get(property));
    }

    private static long count(List<WorldEvent> of, String name, Predicate<WorldEvent> which) {
        return of.stream()
                .filter(event -> event.name().equals(name))
                .filter(which)
                .count();
    }

    /** Crashes for each opening. */
    private static double crashes(Predicate<WorldEvent> which) {
        return (double) count(events, "crash", which) / count(events, "app_open", which);
    }

    @Test
    void crashesHitTheFamilyFromTheReleaseOn() {
        Predicate<WorldEvent> family = has("gpu", "Nacre 5");
        Predicate<WorldEvent> release = has("app_version", "1.1");
        // Two in five of the sessions after the first; each first session has an opening as well.
        assertThat(crashes(family.and(release))).isBetween(0.25, 0.45);
        assertThat(crashes(family.and(release.negate()))).isLessThan(0.03);
        assertThat(crashes(family.negate().and(release))).isLessThan(0.03);
    }

    @Test
    void theFamilyIsCommonInOneCountryWhoseOtherDevicesAreFine() {
        Predicate<WorldEvent> britain = has("country", "GB").and(has("app_version", "1.1"));
        Predicate<WorldEvent> portugal = has("country", "PT").and(has("app_version", "1.1"));
        assertThat(crashes(britain)).as("looks guilty").isGreaterThan(1.4 * crashes(portugal));
        assertThat(crashes(britain.and(has("gpu", "Nacre 5").negate()))).isLessThan(0.03);
    }

    @Test
    void fourOfFiveEventsOfThreeHoursAreLostInOneCountry() {
        Instant from = scenario.at(40, 18);
        Predicate<WorldEvent> evening = event -> event.timeMillis() >= from.toEpochMilli()
                && event.timeMillis() < from.plusSeconds(3 * 3600).toEpochMilli();
        List<WorldEvent> usual = events(scenario.without("quiet_evening"));
        Predicate<WorldEvent> portugal = evening.and(has("country", "PT"));
        double left = (double) events.stream().filter(portugal).count()
                / usual.stream().filter(portugal).count();
        assertThat(left).isBetween(0.1, 0.3);
        Predicate<WorldEvent> britain = evening.and(has("country", "GB"));
        assertThat(events.stream().filter(britain))
                .hasSameSizeAs(usual.stream().filter(britain).toList());
    }

    @Test
    void nobodyOfThisWorldIsOfAnother() {
        assertThat(events).allMatch(event -> event.source().equals("driftwood/android"));
        assertThat(events).noneMatch(has("country", "BR"));
    }
}
