package coldtide.core.release;

import static java.util.stream.Collectors.groupingBy;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import coldtide.core.RandomHistory;
import coldtide.core.RandomHistory.Event;
import coldtide.core.log.EventLog;
import coldtide.core.log.rule.Release;
import coldtide.core.log.rule.RevenueType;
import coldtide.core.scan.ScanRunner;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.function.ToDoubleFunction;
import java.util.stream.Collectors;
import org.assertj.core.api.recursive.comparison.RecursiveComparisonConfiguration;
import org.assertj.core.util.DoubleComparator;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** The comparison against the same, counted from the bare events in the plainest way; the formulas are Mantel and Haenszel's. */
class ReleaseComparisonTest {
    private static final ScanRunner RUNNER = new ScanRunner(2, Duration.ofMinutes(1));
    private static final int BEGINS = 8;

    @AfterAll
    static void close() {
        RUNNER.close();
    }

    /** A day of somebody who was there since the release began. */
    private record PersonDay(String person, String cell, boolean isOn, double over) {}

    /** All that a person did on a day. */
    private record Day(int day, List<Event> events) {
        Release last() {
            return events.stream()
                    .filter(Event::active)
                    .reduce((one, other) -> isLater(other, one) ? other : one)
                    .orElseThrow()
                    .release();
        }

        private static boolean isLater(Event one, Event other) {
            return one.timeMillis() != other.timeMillis()
                    ? one.timeMillis() > other.timeMillis()
                    : one.receivedMillis() >= other.receivedMillis();
        }
    }

    private static List<KnownRelease> known(EventLog log, Release studied) {
        LocalDate first = log.firstDay();
        List<KnownRelease> known = new ArrayList<>();
        for (Release each : log.releases()) {
            if (each.platform().equals(studied.platform())) {
                known.add(new KnownRelease(
                        each.version(), each.platform(), each.equals(studied) ? first.plusDays(BEGINS) : first));
            }
        }
        return known;
    }

    @ParameterizedTest
    @ValueSource(longs = {1, 4, 5})
    void advertsAndPurchasesAreThoseOfTheBareEvents(long seed) {
        RandomHistory history = new RandomHistory(seed, 700, 44);
        EventLog log = history.log(90, seed);
        Release studied = log.releases().get(0);
        ReleaseStanding standing = ReleaseComparison.of(log, RUNNER, known(log, studied)).stream()
                .filter(each -> each.release().version().equals(studied.version()))
                .findFirst()
                .orElseThrow();
        assertThat(standing.measures()).isNotEmpty();
        check(standing, Measured.ADVERTS, personDays(history, log, studied, paid(RevenueType.AD)));
        check(standing, Measured.PURCHASES, personDays(history, log, studied, paid(RevenueType.PURCHASE)));
    }

    private static ToDoubleFunction<List<Event>> paid(RevenueType type) {
        return events -> events.stream()
                .filter(event -> event.money() != null && event.money().type() == type)
                .count();
    }

    private static List<PersonDay> personDays(
            RandomHistory history, EventLog log, Release studied, ToDoubleFunction<List<Event>> over) {
        List<PersonDay> found = new ArrayList<>();
        int full = log.dayNumber(log.endOfFullDays());
        history.events.stream().collect(groupingBy(Event::person)).forEach((person, all) -> {
            Map<Integer, List<Event>> byDay = all.stream()
                    .collect(groupingBy(
                            event -> log.dayNumber(log.calendar().dayOf(Instant.ofEpochMilli(event.timeMillis()))),
                            TreeMap::new,
                            Collectors.toList()));
            int first = byDay.keySet().iterator().next();
            List<Day> active = byDay.entrySet().stream()
                    .filter(day -> day.getValue().stream().anyMatch(Event::active))
                    .map(day -> new Day(day.getKey(), day.getValue()))
                    .toList();
            for (int i = 1; i < active.size(); i++) {
                Day day = active.get(i);
                Day before = active.get(i - 1);
                boolean isIn = day.day() >= BEGINS && day.day() < Math.min(full, BEGINS + 28) && first < BEGINS;
                if (isIn
                        && before.day() >= BEGINS
                        && day.last().platform().equals(studied.platform())
                        && before.last().platform().equals(studied.platform())) {
                    long earlier = active.stream()
                            .filter(each -> each.day() < BEGINS && each.day() >= BEGINS - 14)
                            .count();
                    long since = active.subList(0, i).stream()
                            .filter(each -> each.day() >= BEGINS)
                            .count();
                    String cell = day.day() + " " + (earlier == 0 ? 0 : earlier <= 2 ? 1 : earlier <= 6 ? 2 : 3) + " "
                            + (since <= 1 ? 0 : since <= 3 ? 1 : 2);
                    found.add(new PersonDay(
                            person, cell, before.last().equals(studied), over.applyAsDouble(day.events())));
                }
            }
        });
        return found;
    }

    private static void check(ReleaseStanding standing, Measured measured, List<PersonDay> days) {
        Map<String, List<PersonDay>> cells = days.stream().collect(groupingBy(PersonDay::cell));
        double on = 0;
        double off = 0;
        double weights = 0;
        double people = 0;
        Map<String, Double> ofOn = new HashMap<>();
        Map<String, Double> ofOff = new HashMap<>();
        for (List<PersonDay> cell : cells.values()) {
            List<PersonDay> with = cell.stream().filter(PersonDay::isOn).toList();
            List<PersonDay> without = cell.stream().filter(day -> !day.isOn()).toList();
            if (with.size() >= 2 && without.size() >= 2) {
                double weight = (double) with.size() * without.size() / cell.size();
                on += weight * mean(with);
                off += weight * mean(without);
                weights += weight;
                people += with.size();
                with.forEach(
                        day -> ofOn.merge(day.person(), weight / with.size() * (day.over() - mean(with)), Double::sum));
                without.forEach(day ->
                        ofOff.merge(day.person(), weight / without.size() * (day.over() - mean(without)), Double::sum));
            }
        }
        assertThat(people).isPositive();
        if (on == 0 || off == 0) {
            assertThat(standing.measures()).noneMatch(each -> each.measured() == measured);
            return;
        }
        Compared compared = standing.measures().stream()
                .filter(each -> each.measured() == measured)
                .findFirst()
                .orElseThrow();
        assertThat(compared.onIt()).isEqualTo(people);
        assertThat(compared.on()).isCloseTo(on / weights, within(1e-9));
        assertThat(compared.off()).isCloseTo(off / weights, within(1e-9));
        assertThat(compared.part()).isCloseTo(on / off - 1, within(1e-9));
        double error = Math.sqrt(squares(ofOn) / on / on + squares(ofOff) / off / off);
        assertThat(Math.log1p(compared.high()) - Math.log1p(compared.low()))
                .isCloseTo(2 * 1.959964 * error, within(1e-5));
    }

    private static double mean(List<PersonDay> days) {
        return days.stream().mapToDouble(PersonDay::over).average().orElseThrow();
    }

    private static double squares(Map<String, Double> ofPeople) {
        return ofPeople.values().stream().mapToDouble(each -> each * each).sum();
    }

    /** However the log is cut and put together: counts are equal, and intervals up to how fractions are added. */
    @Test
    void oneShardOrManyIsTheSame() {
        RandomHistory history = new RandomHistory(4, 700, 44);
        List<ReleaseStanding> cut = standings(history.log(60, 1));
        List<ReleaseStanding> whole = standings(history.log(1_000_000, 2));
        assertThat(cut).hasSameSizeAs(whole).isNotEmpty();
        assertThat(cut.stream().mapToInt(each -> each.measures().size()).sum()).isGreaterThan(3);
        for (int i = 0; i < cut.size(); i++) {
            assertThat(cut.get(i).measures())
                    .usingRecursiveFieldByFieldElementComparator(RecursiveComparisonConfiguration.builder()
                            .withComparatorForType(new DoubleComparator(1e-9), Double.class)
                            .build())
                    .isEqualTo(whole.get(i).measures());
        }
    }

    private static List<ReleaseStanding> standings(EventLog log) {
        List<KnownRelease> known = known(log, new Release("android", "1.1.0")).stream()
                .sorted(Comparator.comparing(KnownRelease::version))
                .toList();
        return ReleaseComparison.of(log, RUNNER, known);
    }

    /** The first release of a platform has nobody to be held against. */
    @Test
    void whatNobodyCanBeHeldAgainstIsTooEarly() {
        EventLog log = new RandomHistory(9, 100, 40).log(1000, 1);
        Release only = log.releases().get(0);
        List<ReleaseStanding> standings = ReleaseComparison.of(
                log, RUNNER, List.of(new KnownRelease(only.version(), only.platform(), log.firstDay())));
        assertThat(standings).hasSize(1);
        assertThat(standings.get(0).verdict()).isEqualTo(ReleaseStanding.Verdict.TOO_EARLY);
        assertThat(standings.get(0).measures()).isEmpty();
        assertThat(ReleaseComparison.of(log, RUNNER, List.of())).isEmpty();
    }

    /** A version on two platforms stands for both together before it stands for each. */
    @Test
    void allPlatformsTogetherComeFirst() {
        EventLog log = new RandomHistory(10, 100, 40).log(1000, 1);
        LocalDate first = log.firstDay();
        List<KnownRelease> known = List.of(
                new KnownRelease("1.0.0", "android", first.plusDays(4)),
                new KnownRelease("2.0.0", "android", first.plusDays(9)),
                new KnownRelease("1.0.0", "ios", first.plusDays(3)));
        assertThat(ReleaseComparison.of(log, RUNNER, known))
                .extracting(ReleaseStanding::release)
                .containsExactly(
                        new KnownRelease("1.0.0", KnownRelease.ALL_PLATFORMS, first.plusDays(3)),
                        known.get(0),
                        known.get(2),
                        known.get(1));
    }
}
