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

    private static Event later(Event a, Event b) {
        if (a.timeMillis() != b.timeMillis()) {
            return a.timeMillis() > b.timeMillis() ? a : b;
        }
        return b.receivedMillis() >= a.receivedMillis() ? b : a;
    }
}
