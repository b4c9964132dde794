package coldtide.world;

import static java.util.stream.Collectors.groupingBy;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.io.StringWriter;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Predicate;
import org.junit.jupiter.api.Test;

class WorldTest {
    private static final LocalDate END = LocalDate.of(2026, 6, 28);
    private static final Scenario SMALL = Scenario.of(400, 6, END);

    private static List<List<WorldEvent>> people(Scenario scenario) {
        List<List<WorldEvent>> people = new ArrayList<>();
        new World(scenario).eachPerson(people::add);
        return people;
    }

    private static Scenario without(Happening happening, int people) {
        Set<Happening> others = EnumSet.allOf(Happening.class);
        others.remove(happening);
        return new Scenario(Scenario.of(1, 1, END).seed(), people, 26, END, others);
    }

    @Test
    void theSameScenarioGivesTheSameBytesAndAnotherSeedOthers() throws IOException {
        assertThat(csv(SMALL)).isEqualTo(csv(SMALL));
        Scenario otherSeed = new Scenario(1, 400, 6, END, SMALL.happenings());
        assertThat(csv(otherSeed)).isNotEqualTo(csv(SMALL));
    }

    private static String csv(Scenario scenario) throws IOException {
        StringWriter out = new StringWriter();
        WorldFile.write(new World(scenario), out);
        return out.toString();
    }

    @Test
    void idsAreUniqueAndEverybodyStartsWithAnInstall() {
        Set<String> ids = new HashSet<>();
        for (List<WorldEvent> events : people(without(Happening.OUTAGE, 400))) {
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
        World world = new World(SMALL);
        Map<String, List<AppRelease>> releases =
                world.releases().stream().collect(groupingBy(release -> release.platform() + release.version()));
        assertThat(releases).hasSize(18);
        world.eachPerson(events -> events.forEach(event -> {
            Map<String, String> context = event.context().properties();
            AppRelease release = releases.get(context.get("platform") + context.get("app_version"))
                    .get(0);
            assertThat(event.timeMillis())
                    .isGreaterThanOrEqualTo(release.steps().get(0).from().toEpochMilli());
        }));
    }

    @Test
    void theWorldIsAsWideAsItSays() {
        assertThat(Country.ALL).hasSize(24);
        assertThat(Device.ALL).hasSize(60).extracting(Device::model).doesNotHaveDuplicates();
        assertThat(Channel.ALL).hasSize(8);
        Set<String> currencies = new HashSet<>(Set.of(Scenario.CURRENCY));
        Rates.of(SMALL).forEach(rate -> currencies.add(rate.currency()));
        assertThat(Country.ALL).allMatch(country -> currencies.contains(country.currency()));
    }

    /** The truth of happening 3: arrivals on 1.5.0 and later come back more on day 1, and do not when it is off. */
    @Test
    void aShorterFirstLessonLiftsTheFirstDay() {
        assertThat(dayOneLift(Scenario.of(12_000, 26, END))).isBetween(0.03, 0.12);
        assertThat(dayOneLift(without(Happening.SHORTER_FIRST_LESSON, 12_000))).isBetween(-0.025, 0.025);
    }

    private static double dayOneLift(Scenario scenario) {
        int[][] counts = new int[2][2];
        new World(scenario).eachPerson(events -> {
            WorldEvent first = events.get(0);
            int after = first.context().properties().get("app_version").compareTo("1.5.0") >= 0 ? 1 : 0;
            LocalDate next = day(first).plusDays(1);
            if (next.isAfter(scenario.endDay())) {
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
        return LocalDate.ofInstant(Instant.ofEpochMilli(event.timeMillis()), Scenario.ZONE);
    }

    /** The truth of happening 4: half the frame rate on one GPU family at beacon 5, from 1.6.0 until 1.8.0, nowhere else. */
    @Test
    void theLightningHalvesTheFrameRateOfOneFamilyAtOneBeacon() {
        Scenario scenario = Scenario.of(6_000, 26, END);
        Predicate<WorldEvent> family =
                event -> event.context().properties().get("gpu").equals(Device.HURT_GPU);
        Predicate<WorldEvent> fifth =
                event -> Integer.valueOf(5).equals(event.properties().get("level"));
        Predicate<WorldEvent> hurt = event ->
                Happening.GALLERY_LIGHTNING.lastsIn(event.context().properties().get("app_version"));
        double usual = fps(scenario, family.and(fifth).and(hurt.negate()));
        assertThat(fps(scenario, family.and(fifth).and(hurt)) / usual).isBetween(0.45, 0.55);
        assertThat(fps(scenario, family.and(fifth.negate()).and(hurt)) / usual).isBetween(0.97, 1.03);
        assertThat(fps(
                                without(Happening.GALLERY_LIGHTNING, 6_000),
                                family.and(fifth).and(hurt))
                        / usual)
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
        World world = new World(Scenario.of(3_000, 26, END));
        Campaign reel = world.campaigns().get(0);
        Set<LocalDate> days = new HashSet<>();
        world.eachPerson(events -> {
            if (reel.name().equals(events.get(0).context().properties().get("campaign"))) {
                days.add(day(events.get(0)));
            }
        });
        assertThat(days).isNotEmpty().allMatch(reel::runsOn);
    }

    @Test
    void impossibleSizesAreNamed() {
        assertThatThrownBy(() -> Scenario.of(0, 6, END)).hasMessageContaining("not 0");
        assertThatThrownBy(() -> Scenario.of(10, 300, END)).hasMessageContaining("not 300");
    }
}
