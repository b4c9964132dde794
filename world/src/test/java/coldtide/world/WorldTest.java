package coldtide.world;

import static java.util.stream.Collectors.groupingBy;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.withinPercentage;

import coldtide.world.out.EventFile;
import coldtide.world.scenario.AppRelease;
import coldtide.world.scenario.Device;
import coldtide.world.scenario.Scenario;
import coldtide.world.scenario.ScenarioFile;
import java.io.IOException;
import java.io.StringWriter;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Predicate;
import org.junit.jupiter.api.Test;

class WorldTest {
    private static final LocalDate END = LocalDate.of(2026, 6, 28);
    private static final Scenario GULLCOMBE = ScenarioFile.gullcombe();
    private static final Scenario SMALL = GULLCOMBE.sized(400, 6, END);

    private static List<List<WorldEvent>> people(Scenario scenario) {
        List<List<WorldEvent>> people = new ArrayList<>();
        new World(scenario).eachPerson(people::add);
        return people;
    }

    private static Scenario without(String happening, int people) {
        return GULLCOMBE.sized(people, 26, END).without(happening);
    }

    @Test
    void theSameScenarioGivesTheSameBytesAndAnotherSeedOthers() throws IOException {
        assertThat(csv(SMALL)).isEqualTo(csv(SMALL));
        assertThat(csv(SMALL.withSeed(1))).isNotEqualTo(csv(SMALL));
    }

    private static String csv(Scenario scenario) throws IOException {
        StringWriter out = new StringWriter();
        EventFile.writeCsv(new World(scenario), out);
        return out.toString();
    }

    @Test
    void idsAreUniqueAndEverybodyStartsWithAnInstall() {
        Set<String> ids = new HashSet<>();
        for (List<WorldEvent> events : people(without("outage", 400))) {
            assertThat(events.get(0).name()).isEqualTo("install");
            events.forEach(
                    event -> assertThat(ids.add(event.source() + event.id())).isTrue());
        }
        assertThat(ids.size()).isGreaterThan(5_000);
    }

    @Test
    void eventsLieInTheSpanAndArriveAfterTheyHappen() {
        Instant start = SMALL.startOfDay(0);
        Instant end = SMALL.startOfDay(SMALL.days());
        for (List<WorldEvent> events : people(SMALL)) {
            for (WorldEvent event : events) {
                assertThat(Instant.ofEpochMilli(event.timeMillis())).isBetween(start, end.minusMillis(1));
                assertThat(event.receivedMillis()).isGreaterThanOrEqualTo(event.timeMillis());
                assertThat(Instant.ofEpochMilli(event.receivedMillis())).isBeforeOrEqualTo(SMALL.lastArrival());
            }
        }
    }

    @Test
    void nobodyHasAReleaseBeforeItsRolloutBegan() {
        Map<String, List<AppRelease>> releases =
                SMALL.releases().stream().collect(groupingBy(release -> release.platform() + release.version()));
        assertThat(releases).hasSize(18);
        new World(SMALL)
                .eachPerson(events -> events.forEach(event -> {
                    Map<String, String> context = event.context().properties();
                    AppRelease release = releases.get(context.get("platform") + context.get("app_version"))
                            .get(0);
                    assertThat(event.timeMillis())
                            .isGreaterThanOrEqualTo(
                                    SMALL.at(release.day(), release.hour()).toEpochMilli());
                }));
    }

    @Test
    void theWorldIsAsWideAsItSays() {
        assertThat(GULLCOMBE.countries()).hasSize(24);
        assertThat(GULLCOMBE.devices().stream().flatMap(family -> family.devices().stream()))
                .hasSize(60)
                .extracting(Device::model)
                .doesNotHaveDuplicates();
        assertThat(GULLCOMBE.channels()).hasSize(8);
        assertThat(GULLCOMBE.places()).hasSize(14);
        assertThat(GULLCOMBE.happenings()).hasSize(8);
        assertThat(new World(SMALL).rates())
                .extracting(Rate::currency)
                .containsAll(GULLCOMBE.currencies().keySet());
    }

    /** The truth of happening 3: arrivals on 1.5.0 and later come back more on day 1, and do not when it is off. */
    @Test
    void aShorterFirstLessonLiftsTheFirstDay() {
        assertThat(dayOneLift(GULLCOMBE.sized(12_000, 26, END))).isBetween(0.06, 0.22);
        assertThat(dayOneLift(without("shorter_first_lesson", 12_000))).isBetween(-0.025, 0.025);
    }

    private static double dayOneLift(Scenario scenario) {
        int[][] counts = new int[2][2];
        new World(scenario).eachPerson(events -> {
            WorldEvent first = events.get(0);
            int after = first.context().properties().get("app_version").compareTo("1.5.0") >= 0 ? 1 : 0;
            LocalDate next = day(first).plusDays(1);
            if (next.isAfter(scenario.end())) {
                return; // their first day has not passed within the span
            }
            counts[after][0]++;
            counts[after][1] +=
                    events.stream().anyMatch(e -> e.name().equals("app_open") && day(e).equals(next)) ? 1 : 0;
        });
        return share(counts[1]) - share(counts[0]);
    }

    private static double share(int[] countAndPart) {
        return (double) countAndPart[1] / countAndPart[0];
    }

    private static LocalDate day(WorldEvent event) {
        return LocalDate.ofInstant(Instant.ofEpochMilli(event.timeMillis()), GULLCOMBE.zone());
    }

    /** The truth of happening 4: half the frame rate on one GPU family at beacon 5, from 1.6.0 until 1.8.0, nowhere else. */
    @Test
    void theLightningHalvesTheFrameRateOfOneFamilyAtOneBeacon() {
        Scenario scenario = GULLCOMBE.sized(6_000, 26, END);
        Predicate<WorldEvent> family =
                event -> event.context().properties().get("gpu").equals("Nacre 5");
        Predicate<WorldEvent> fifth =
                event -> Integer.valueOf(5).equals(event.properties().get("level"));
        Predicate<WorldEvent> hurt = event ->
                Set.of("1.6.0", "1.7.1").contains(event.context().properties().get("app_version"));
        double usual = fps(scenario, family.and(fifth).and(hurt.negate()));
        assertThat(fps(scenario, family.and(fifth).and(hurt)) / usual).isBetween(0.45, 0.55);
        assertThat(fps(scenario, family.and(fifth.negate()).and(hurt)) / usual).isBetween(0.97, 1.03);
        assertThat(fps(without("gallery_lightning", 6_000), family.and(fifth).and(hurt)) / usual)
                .isBetween(0.95, 1.05);
    }

    private static double fps(Scenario scenario, Predicate<WorldEvent> which) {
        return people(scenario).stream()
                .flatMap(List::stream)
                .filter(event -> event.name().equals("frame_sample"))
                .filter(which)
                .mapToDouble(event -> (Double) event.properties().get("fps"))
                .average()
                .orElseThrow();
    }

    @Test
    void aCampaignBringsPeopleOnlyWhileItRuns() {
        World world = new World(GULLCOMBE.sized(3_000, 26, END));
        WorldMark reel = world.marks().get(0);
        Set<LocalDate> days = new HashSet<>();
        world.eachPerson(events -> {
            if (reel.name().equals(events.get(0).context().properties().get("campaign"))) {
                days.add(day(events.get(0)));
            }
        });
        assertThat(days).isNotEmpty().allMatch(day -> !day.isBefore(reel.firstDay()) && day.isBefore(reel.end()));
    }

    @Test
    void impossibleSizesAreNamed() {
        assertThatThrownBy(() -> GULLCOMBE.sized(0, 6, END)).hasMessageContaining("not 0");
        assertThatThrownBy(() -> GULLCOMBE.sized(10, 300, END)).hasMessageContaining("not 300");
    }

    /** Expected, not drawn: over the whole span each arrival of a channel costs about what the scenario says. */
    @Test
    void channelsCostWhatTheirArrivalsAreSaidToCost() {
        Scenario scenario = GULLCOMBE.sized(6_000, 26, END);
        World world = new World(scenario);
        Map<String, Long> came = people(scenario).stream()
                .collect(groupingBy(
                        person -> person.get(0).context().properties().get("channel"),
                        java.util.stream.Collectors.counting()));
        Map<String, Double> paid = world.costs().stream()
                .collect(groupingBy(
                        Cost::channel,
                        java.util.stream.Collectors.summingDouble(
                                cost -> cost.amount().doubleValue())));
        assertThat(paid).hasSizeLessThan(came.size()).isNotEmpty();
        scenario.channels().stream()
                .filter(channel -> channel.costPerArrival() > 0)
                .forEach(channel -> assertThat(paid.get(channel.name()) / came.get(channel.name()))
                        .as(channel.name())
                        .isCloseTo(channel.costPerArrival(), withinPercentage(15)));
        assertThat(world.costs()).allMatch(cost -> cost.amount().signum() > 0);
    }
}
