package coldtide.core.funnel;

import static coldtide.core.funnel.FunnelReference.WINDOW;
import static coldtide.core.funnel.FunnelReference.steps;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import coldtide.core.RandomHistory;
import coldtide.core.RandomHistory.Event;
import coldtide.core.filter.Conditions;
import coldtide.core.filter.value.PropertyValue;
import coldtide.core.funnel.FunnelReference.Found;
import coldtide.core.funnel.dropoff.SlicesAnalysis;
import coldtide.core.funnel.dropoff.SlicesAnswer;
import coldtide.core.funnel.dropoff.SlicesAnswer.Slice;
import coldtide.core.funnel.dropoff.SlicesQuestion;
import coldtide.core.funnel.dropoff.ValuePass;
import coldtide.core.funnel.match.FunnelQuestion;
import coldtide.core.funnel.match.Unit;
import coldtide.core.log.EventLog;
import coldtide.core.log.EventLogBuilder;
import coldtide.core.log.RawEvent;
import coldtide.core.log.rule.ExchangeRates;
import coldtide.core.log.rule.LogSettings;
import coldtide.core.scan.ScanRunner;
import coldtide.core.stats.Difference;
import coldtide.core.stats.FalseDiscovery;
import coldtide.core.stats.Share;
import coldtide.core.time.ReportingCalendar;
import java.time.Duration;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Every value of every property, and pairs of them, against comparing all of them one by one. */
class SlicesTest {
    private static final ScanRunner RUNNER = new ScanRunner(2, Duration.ofMinutes(1));

    @AfterAll
    static void close() {
        RUNNER.close();
    }

    private static SlicesAnswer ask(EventLog log, FunnelQuestion question, int step) {
        return SlicesAnalysis.answer(log, RUNNER, new Conditions(1 << 22), new SlicesQuestion(question, step));
    }

    @ParameterizedTest
    @CsvSource({"71,true,1,PEOPLE", "72,true,2,ATTEMPTS", "73,false,2,PEOPLE", "74,true,1,SESSIONS"})
    void slicesAreTheReferences(long seed, boolean plain, int step, Unit unit) {
        RandomHistory history = new RandomHistory(seed, 400, 40).dropTies();
        EventLog log = history.log(60, seed);
        FunnelQuestion question =
                FunnelQuestion.of(log.span(), WINDOW, steps(plain)).counting(unit);
        List<Found> there = new FunnelReference(history, log, question, plain)
                .units.stream()
                        .filter(found -> found.reached(question.lastRequiredBefore(step)))
                        .toList();
        Map<Set<String>, Long> whole = new HashMap<>();
        Map<Set<String>, Long> part = new HashMap<>();
        for (Found found : there) {
            for (Set<String> each : havings(found, question.lastRequiredBefore(step))) {
                whole.merge(each, 1L, Long::sum);
                part.merge(each, found.reached(step) ? 1L : 0L, Long::sum);
            }
        }
        long went = there.stream().filter(found -> found.reached(step)).count();
        Map<Set<String>, Difference> expected = compared(whole, part, there.size(), went);
        Map<Set<String>, Difference> all = Map.copyOf(expected);
        // A pair is compared where both its values can be.
        expected.keySet().removeIf(having -> !having.stream().allMatch(value -> all.containsKey(Set.of(value))));
        int tests = expected.size();
        expected.entrySet().removeIf(each -> each.getKey().size() == 2 && !saysMore(each, all, whole));
        SlicesAnswer answer = ask(log, question, step);
        assertThat(answer.before()).isEqualTo(there.size());
        assertThat(answer.reached()).isEqualTo(went);
        assertThat(answer.tests()).isEqualTo(tests).isGreaterThan(expected.size());
        assertThat(answer.tooMany()).isEmpty();
        assertThat(answer.slices()).hasSameSizeAs(expected.keySet());
        assertThat(answer.slices()).anyMatch(slice -> slice.having().size() == 2);
        List<Difference> told = new ArrayList<>();
        for (Slice slice : answer.slices()) {
            Set<String> its = new TreeSet<>();
            slice.having().forEach(having -> its.add(written(having)));
            assertThat(expected).containsKey(its);
            assertThat(slice.versus().difference()).isEqualTo(expected.get(its));
            assertThat(slice.moved())
                    .isCloseTo(whole.get(its) * expected.get(its).value(), within(1e-9));
            told.add(slice.versus().difference());
        }
        // Pairs that say no more than their values alone were tested as well.
        double[] adjusted = FalseDiscovery.adjusted(
                tests, told.stream().mapToDouble(Difference::p).toArray());
        for (int i = 0; i < adjusted.length; i++) {
            assertThat(answer.slices().get(i).versus().adjusted()).isCloseTo(adjusted[i], within(1e-12));
        }
        assertThat(answer.slices()).isSortedAccordingTo(Comparator.comparingDouble(slice -> -Math.abs(slice.moved())));
    }

    private static String written(PropertyValue having) {
        return having.property() + "="
                + (having.property().equals("level") ? Double.valueOf(having.value()) : having.value());
    }

    /** All single values, and all pairs of values of two properties, that an event has. */
    private static List<Set<String>> havings(Found found, int before) {
        Event event = found.events().get(found.at()[before]);
        List<String> values = new ArrayList<>(List.of(
                "platform=" + event.release().platform(),
                "app_version=" + event.release().version()));
        if (event.level() > 0) {
            values.add("level=" + event.level());
        }
        if (!event.item().isEmpty()) {
            values.add("item=" + event.item());
        }
        if (event.money() != null) {
            values.add("currency=" + event.money().currency());
            values.add("revenue_type=" + event.money().type().name().toLowerCase(Locale.ROOT));
        }
        List<Set<String>> all = new ArrayList<>();
        for (int one = 0; one < values.size(); one++) {
            all.add(Set.of(values.get(one)));
            for (int other = 0; other < one; other++) {
                all.add(Set.of(values.get(one), values.get(other)));
            }
        }
        return all;
    }

    private static Map<Set<String>, Difference> compared(
            Map<Set<String>, Long> whole, Map<Set<String>, Long> part, long all, long went) {
        Map<Set<String>, Difference> compared = new HashMap<>();
        whole.forEach((having, count) -> {
            double few = (double) Math.min(count, all - count) * Math.min(went, all - went) / all;
            if (few >= 5) {
                compared.put(
                        new TreeSet<>(having),
                        Difference.of(
                                Share.of(part.get(having), count), Share.of(went - part.get(having), all - count)));
            }
        });
        return compared;
    }

    private static boolean saysMore(
            Map.Entry<Set<String>, Difference> pair,
            Map<Set<String>, Difference> compared,
            Map<Set<String>, Long> whole) {
        double own = pair.getValue().value();
        return pair.getKey().stream().allMatch(value -> {
            Difference alone = compared.get(Set.of(value));
            return Math.abs(own) > Math.abs(alone.value())
                    && whole.get(pair.getKey()) <= 0.9 * whole.get(Set.of(value));
        });
    }

    /** An identifier of each event is no property to compare by, however the log is cut. */
    @Test
    void propertiesOfTooManyValuesAreNamed() {
        EventLogBuilder builder = new EventLogBuilder(
                LogSettings.usual(new ReportingCalendar(ZoneId.of("UTC")), new ExchangeRates("EUR")), 500);
        RawEvent raw = new RawEvent();
        long start = 1_780_000_000_000L;
        int people = ValuePass.MOST_VALUES + 1;
        for (int person = 0; person < people; person++) {
            for (String name : List.of("app_open", "purchase")) {
                raw.install = person + 1L;
                raw.account = RawEvent.NOBODY;
                raw.timeMillis = start + (name.equals("purchase") ? 1000 : 0);
                raw.receivedMillis = raw.timeMillis;
                raw.name = builder.nameCode(person % 2 == 0 || name.equals("app_open") ? name : "ad_finished");
                raw.context = builder.addContext(new TreeMap<>(Map.of("country", person % 4 < 2 ? "Aster" : "Brine")));
                raw.clearValues();
                raw.value(builder.textColumn("ticket"), builder.textCode(builder.textColumn("ticket"), "t" + person));
                builder.add(raw);
            }
        }
        raw.timeMillis = start + Duration.ofDays(30).toMillis();
        raw.receivedMillis = raw.timeMillis;
        builder.add(raw);
        EventLog log = builder.build().orElseThrow();
        FunnelQuestion question = FunnelQuestion.of(
                log.span(), WINDOW, List.of(FunnelReference.step("app_open"), FunnelReference.step("purchase")));
        SlicesAnswer answer = ask(log, question, 1);
        assertThat(answer.tooMany()).containsExactly("ticket");
        assertThat(answer.before()).isEqualTo(people);
        assertThat(answer.reached()).isEqualTo((people + 1) / 2);
        assertThat(answer.slices())
                .extracting(slice -> slice.having().get(0))
                .contains(new PropertyValue("country", "Aster"));
    }
}
