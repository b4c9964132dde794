package coldtide.core.anomaly.detect;

import static org.assertj.core.api.Assertions.assertThat;

import coldtide.core.anomaly.counts.BeforeAfterCounts;
import coldtide.core.anomaly.counts.BeforeAfterTable.Table;
import coldtide.core.anomaly.counts.Rate;
import coldtide.core.anomaly.detect.GroupSearch.Candidate;
import coldtide.core.anomaly.detect.GroupSearch.Found;
import coldtide.core.filter.value.Profiles;
import coldtide.core.filter.value.PropertyValue;
import coldtide.core.log.EventLog;
import coldtide.core.log.EventLogBuilder;
import coldtide.core.log.RawEvent;
import coldtide.core.log.rule.ExchangeRates;
import coldtide.core.log.rule.LogSettings;
import coldtide.core.time.ReportingCalendar;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.function.Predicate;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** The search for the guilty slice against trying every combination, over counts of invented profiles. */
class GroupSearchTest {
    private static final List<String> PROPERTIES = List.of("a", "b", "c", "d");

    /** Profiles of all combinations that turned up, with counts before and after. */
    private record Invented(Profiles profiles, Table table) {}

    private static Map<String, String> draw(Random random) {
        String a = "a" + random.nextInt(4);
        // A value of b that travels with one of a.
        String b = a.equals("a1") && random.nextInt(3) > 0 ? "b2" : "b" + random.nextInt(5);
        return Map.of("a", a, "b", b, "c", "c" + random.nextInt(3), "d", "d" + random.nextInt(6));
    }

    private static Invented invented(long seed, Predicate<Map<String, String>> guilty, double left) {
        Random random = new Random(seed);
        LogSettings settings = LogSettings.usual(new ReportingCalendar(ZoneId.of("UTC")), new ExchangeRates("EUR"));
        EventLogBuilder builder = new EventLogBuilder(settings);
        RawEvent raw = new RawEvent();
        List<Map<String, String>> contexts = new ArrayList<>();
        for (int i = 0; i < 200; i++) {
            Map<String, String> context = draw(random);
            contexts.add(context);
            raw.install = i;
            raw.account = RawEvent.NOBODY;
            raw.timeMillis = 1_700_000_000_000L;
            raw.receivedMillis = raw.timeMillis;
            raw.name = builder.nameCode("app_open");
            raw.context = builder.addContext(context);
            raw.clearValues();
            builder.add(raw);
        }
        EventLog log = builder.build().orElseThrow();
        Profiles profiles = Profiles.of(log, PROPERTIES);
        long[][] sums = new long[4][profiles.size()];
        for (Map<String, String> context : contexts) {
            int profile = profiles.ofContext(contexts.indexOf(context));
            if (sums[2][profile] > 0) {
                continue;
            }
            long people = 200 + random.nextInt(1500);
            sums[2][profile] = people;
            sums[3][profile] = (long) (people * 0.9);
            sums[0][profile] = about(random, people * 0.5);
            sums[1][profile] = about(random, people * 0.9 * 0.5 * (guilty.test(context) ? left : 1));
        }
        return new Invented(profiles, new Table(Rate.SESSIONS, profiles, 1, 28, 14, sums));
    }

    private static long about(Random random, double mean) {
        return Math.max(0, Math.round(mean + Math.sqrt(mean) * random.nextGaussian()));
    }

    private static Optional<Found> find(Invented invented) {
        return new GroupSearch(invented.table(), List.of(), List.of()).find(4, value -> true);
    }

    private static List<PropertyValue> slice(Invented invented, Candidate candidate) {
        return new GroupSearch(invented.table(), List.of(), List.of()).having(candidate);
    }

    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3, 4, 5, 6})
    void aGuiltyValueIsFoundAndWhatTravelsWithItIsNot(long seed) {
        Invented invented = invented(seed, context -> context.get("a").equals("a1"), 0.7);
        assertThat(slice(invented, find(invented).orElseThrow().slice())).containsExactly(new PropertyValue("a", "a1"));
    }

    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3, 4, 5, 6})
    void aGuiltyPairIsFound(long seed) {
        Invented invented = invented(
                seed,
                context -> context.get("a").equals("a0") && context.get("c").equals("c1"),
                0.5);
        assertThat(slice(invented, find(invented).orElseThrow().slice()))
                .containsExactlyInAnyOrder(new PropertyValue("a", "a0"), new PropertyValue("c", "c1"));
    }

    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3, 4})
    void aGuiltyTripleIsFound(long seed) {
        Invented invented = invented(
                seed,
                context -> context.get("a").equals("a0")
                        && context.get("b").equals("b1")
                        && context.get("c").equals("c1"),
                0.1);
        assertThat(slice(invented, find(invented).orElseThrow().slice()))
                .containsExactlyInAnyOrder(
                        new PropertyValue("a", "a0"), new PropertyValue("b", "b1"), new PropertyValue("c", "c1"));
    }

    /** No single value, pair or triple lies further below than the furthest of those that are looked at. */
    @ParameterizedTest
    @ValueSource(longs = {11, 12, 13, 14, 15, 16})
    void nothingThatIsNotTriedLiesFurther(long seed) {
        Invented invented = invented(
                seed,
                context -> context.get("b").equals("b3") && context.get("d").equals("d2"),
                0.4);
        double furthest = IntStream.rangeClosed(1, 3)
                .mapToObj(length -> combinations(invented.profiles().slices().size(), length))
                .flatMap(List::stream)
                .mapToDouble(slices -> distance(invented, slices))
                .min()
                .orElseThrow();
        Found found = find(invented).orElseThrow(() -> new AssertionError("Nothing found; furthest is " + furthest));
        // One condition more must be worth it, so a little may be left to it.
        assertThat(found.slice().distance()).isLessThan(furthest * 0.9);
    }

    private static List<int[]> combinations(int values, int length) {
        List<int[]> all = new ArrayList<>();
        combine(new int[0], 0, values, length, all);
        return all;
    }

    private static void combine(int[] so, int from, int values, int length, List<int[]> into) {
        if (so.length == length) {
            into.add(so);
            return;
        }
        for (int next = from; next < values; next++) {
            int[] more = Arrays.copyOf(so, so.length + 1);
            more[so.length] = next;
            combine(more, next + 1, values, length, into);
        }
    }

    private static double distance(Invented invented, int[] slices) {
        double[] sums = new double[8];
        for (int profile = 0; profile < invented.profiles().size(); profile++) {
            int[] own = invented.profiles().slices(profile);
            boolean in =
                    Arrays.stream(slices).allMatch(slice -> Arrays.stream(own).anyMatch(each -> each == slice));
            for (int span = 0; span < 2; span++) {
                sums[(in ? 0 : 4) + span] += invented.table().over(profile, span);
                sums[(in ? 2 : 6) + span] += invented.table().under(profile, span);
            }
        }
        BeforeAfterCounts spans =
                new BeforeAfterCounts(sums[0], sums[2], sums[1], sums[3], sums[4], sums[6], sums[5], sums[7]);
        return spans.isKnown() && spans.expected() >= GroupSearch.LEAST_EXPECTED ? spans.distance() : 0;
    }

    @Test
    void whereNothingFellNothingIsFound() {
        assertThat(find(invented(21, context -> false, 1))).isEmpty();
    }

    @Test
    void whoTravelsWithTheGuiltyIsHealthyWithoutThem() {
        Invented invented = invented(31, context -> context.get("a").equals("a1"), 0.6);
        GroupSearch where = new GroupSearch(invented.table(), List.of(), List.of());
        Candidate guilty = find(invented).orElseThrow().slice();
        int[] decoy = {invented.profiles().slices().indexOf(new PropertyValue("b", "b2"))};
        RuledOutGroup suspect = new RuledOutGroup(
                List.of(new PropertyValue("b", "b2")),
                Change.of(where.with(decoy, decoy), 1),
                Change.of(where.without(decoy, guilty.slices()), 1),
                Change.of(where.without(guilty.slices(), decoy), 1),
                Change.of(where.with(guilty.slices(), decoy), 1),
                Change.of(guilty.spans(), 1));
        // It looks guilty until those who have both are left out.
        assertThat(suspect.whole().isFall()).isTrue();
        assertThat(suspect.alone().isFall()).isFalse();
        assertThat(suspect.guiltyAlone().isFall()).isTrue();
        assertThat(suspect.both().isFall()).isTrue();
        assertThat(suspect.fate()).isEqualTo(RuledOutGroup.Fate.RULED_OUT);
    }
}
