package coldtide.bench;

import static org.assertj.core.api.Assertions.assertThat;

import coldtide.core.anomaly.explain.CauseKind;
import coldtide.core.filter.value.PropertyValue;
import coldtide.core.scan.ScanRunner;
import coldtide.world.scenario.Scenario;
import coldtide.world.scenario.ScenarioFile;
import java.io.ByteArrayOutputStream;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.time.LocalDate;
import java.util.Random;
import java.util.Set;
import org.junit.jupiter.api.Test;

class DiagnoseTest {
    private static final Scenario GULLCOMBE = ScenarioFile.gullcombe().sized(3000, 26, LocalDate.of(2026, 6, 28));

    /** The scenario names versions and currencies; the truth is days and countries. */
    @Test
    void theTruthOfTheDemoIsReadFromItsScenario() {
        PlantedTruth sheet = PlantedTruth.of(GULLCOMBE, GULLCOMBE.happening("pay_sheet_fails"))
                .orElseThrow();
        assertThat(sheet.kind()).isEqualTo(CauseKind.PAYMENT);
        assertThat(sheet.slice())
                .isEqualTo(Set.of(new PropertyValue("platform", "ios"), new PropertyValue("country", "GB")));
        assertThat(sheet.days().from()).isEqualTo(GULLCOMBE.firstDay().plusDays(80));
        assertThat(sheet.days().to()).isEqualTo(GULLCOMBE.firstDay().plusDays(104));
        assertThat(sheet.version()).hasValue("1.4.0");

        PlantedTruth lightning = PlantedTruth.of(GULLCOMBE, GULLCOMBE.happening("gallery_lightning"))
                .orElseThrow();
        assertThat(lightning.slice()).containsExactly(new PropertyValue("gpu", "Nacre 5"));

        PlantedTruth holiday =
                PlantedTruth.of(GULLCOMBE, GULLCOMBE.happening("holiday")).orElseThrow();
        assertThat(holiday.slice()).isEmpty();
        assertThat(holiday.days().days()).isEqualTo(3);

        assertThat(PlantedTruth.of(GULLCOMBE, GULLCOMBE.happening("shorter_first_lesson")))
                .isEmpty();
    }

    /** Each kind in its turn, after the first weeks and before the last, and the same again from the same seed. */
    @Test
    void oneThingIsPlantedInEachWorld() {
        Plants plants = new Plants(GULLCOMBE.quiet(), new Random(5));
        Plants again = new Plants(GULLCOMBE.quiet(), new Random(5));
        for (int number = 0; number < 35; number++) {
            Scenario world = plants.world(number);
            assertThat(again.world(number)).isEqualTo(world);
            assertThat(world.planted()).hasSize(1);
            PlantedTruth truth = PlantedTruth.of(world, world.planted().get(0)).orElseThrow();
            assertThat(truth.days().from()).isAfterOrEqualTo(world.firstDay().plusDays(81));
            assertThat(truth.days().to()).isBeforeOrEqualTo(world.end().plusDays(1));
        }
    }

    /** Small, so that little can be found; everything planted is counted all the same, and worlds with nothing are looked at. */
    @Test
    void everyWorldIsCounted() {
        Accuracy accuracy = new Accuracy();
        try (ScanRunner runner = new ScanRunner(2, Duration.ofMinutes(5))) {
            new Diagnose(runner)
                    .run(7, 3, GULLCOMBE.sized(1500, 12, LocalDate.of(2026, 6, 28)), new Random(3), accuracy);
        }
        assertThat(accuracy.planted()).isEqualTo(7);
        assertThat(accuracy.looked()).isEqualTo(10);
        assertThat(accuracy.found()).isBetween(1, 7);
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        accuracy.print(new PrintStream(out, true, StandardCharsets.UTF_8));
        assertThat(out.toString(StandardCharsets.UTF_8))
                .contains("product_fault", "lost_tracking", "calendar", "False alarms:");
    }
}
