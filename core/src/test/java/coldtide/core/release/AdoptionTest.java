package coldtide.core.release;

import static org.assertj.core.api.Assertions.assertThat;

import coldtide.core.RandomHistory;
import coldtide.core.RandomHistory.Event;
import coldtide.core.log.EventLog;
import coldtide.core.release.AdoptionAnalysis.Adoption;
import coldtide.core.scan.ScanRunner;
import java.time.Duration;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class AdoptionTest {
    @ParameterizedTest
    @ValueSource(longs = {1, 2})
    void aPersonBelongsToTheReleaseOfTheDaysLastActiveEvent(long seed) {
        RandomHistory history = new RandomHistory(seed, 120, 20);
        EventLog log = history.log(64, 3);
        Map<String, Event> lastOfDay = new HashMap<>();
        for (Event event : history.events) {
            if (event.active()) {
                lastOfDay.merge(event.person() + "@" + history.dayOf(event), event, AdoptionTest::later);
            }
        }
        try (ScanRunner runner = new ScanRunner(2, Duration.ofMinutes(1))) {
            Adoption adoption = runner.run(log, new AdoptionAnalysis(log));
            for (int day = 0; day < log.days(); day++) {
                LocalDate date = log.firstDay().plusDays(day);
                for (int r = 0; r < adoption.releases().size(); r++) {
                    int release = r;
                    assertThat(adoption.people()[r][day])
                            .isEqualTo(lastOfDay.values().stream()
                                    .filter(event -> history.dayOf(event).equals(date)
                                            && event.release()
                                                    .equals(adoption.releases().get(release)))
                                    .count());
                }
                assertThat(adoption.active(day))
                        .isEqualTo(lastOfDay.keySet().stream()
                                .filter(key -> key.endsWith("@" + date))
                                .count());
            }
        }
    }

    /** By the platform, which is of the release itself, and by a property that nobody has; against the bare events. */
    @ParameterizedTest
    @ValueSource(longs = {3, 4})
    void bySliceItIsTheShareOfThoseWithTheValue(long seed) {
        RandomHistory history = new RandomHistory(seed, 120, 20);
        EventLog log = history.log(64, 3);
        Map<String, Event> lastOfDay = new HashMap<>();
        Map<String, Event> firstOfDay = new HashMap<>();
        for (Event event : history.events) {
            String key = event.person() + "@" + history.dayOf(event);
            if (event.active()) {
                lastOfDay.merge(key, event, AdoptionTest::later);
            }
            firstOfDay.merge(key, event, (a, b) -> later(a, b) == a ? b : a);
        }
        String version = log.releases().get(0).version();
        KnownRelease release = new KnownRelease(version, KnownRelease.ALL_PLATFORMS, log.firstDay());
        try (ScanRunner runner = new ScanRunner(2, Duration.ofMinutes(1))) {
            List<AdoptionBySlice.Slice> slices = runner.run(log, new AdoptionBySlice(log, release, "platform"));
            assertThat(slices).isNotEmpty();
            for (AdoptionBySlice.Slice slice : slices) {
                for (int day = 0; day < slice.share().size(); day++) {
                    String date = "@" + log.firstDay().plusDays(day);
                    List<Event> its = lastOfDay.keySet().stream()
                            .filter(key -> key.endsWith(date))
                            .filter(key ->
                                    firstOfDay.get(key).release().platform().equals(slice.value()))
                            .map(lastOfDay::get)
                            .toList();
                    double on = its.stream()
                            .filter(event -> event.release().version().equals(version))
                            .count();
                    assertThat(slice.share().get(day)).isEqualTo(on / its.size());
                }
            }
            List<AdoptionBySlice.Slice> unset = runner.run(log, new AdoptionBySlice(log, release, "no_such"));
            assertThat(unset).hasSize(1);
            assertThat(unset.get(0).value()).isEmpty();
            Adoption adoption = runner.run(log, new AdoptionAnalysis(log));
            for (int day = 0; day < unset.get(0).share().size(); day++) {
                double share =
                        adoption.share(day, each -> true, each -> each.version().equals(version));
                assertThat(unset.get(0).share().get(day)).isEqualTo(adoption.active(day) == 0 ? Double.NaN : share);
            }
        }
    }

    private static Event later(Event a, Event b) {
        if (a.timeMillis() != b.timeMillis()) {
            return a.timeMillis() > b.timeMillis() ? a : b;
        }
        return b.receivedMillis() >= a.receivedMillis() ? b : a;
    }
}
