package coldtide.world.scenario;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.time.LocalDate;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ScenarioFileTest {
    private static final LocalDate END = LocalDate.of(2026, 6, 28);
    private static final Path EXAMPLE = Path.of("../docs/examples/scenario.json");

    private static String shipped;

    @TempDir
    Path folder;

    @BeforeAll
    static void theWorldThatShips() throws IOException {
        shipped = new String(ScenarioFileTest.class
                .getResourceAsStream("/coldtide/world/gullcombe-lights.json")
                .readAllBytes());
    }

    private Scenario read(String content) throws IOException, ScenarioRefused {
        return ScenarioFile.read(Files.writeString(folder.resolve("world.json"), content));
    }

    @Test
    void whatIsWrittenReadsAsTheSame() throws IOException, ScenarioRefused {
        Scenario made = ScenarioFile.gullcombe().sized(300, 8, END).without("outage");
        Path file = folder.resolve("made.json");
        ScenarioFile.write(made, file);
        assertThat(ScenarioFile.read(file)).isEqualTo(made);
    }

    @Test
    void theExampleOfTheDocumentationIsAScenario() throws ScenarioRefused {
        Scenario example = ScenarioFile.read(EXAMPLE);
        assertThat(example.app().key()).isEqualTo("driftwood");
        assertThat(example.happenings()).hasSize(2);
    }

    @Test
    void anotherLengthMovesTheDaysAndNotTheDurations() {
        Scenario half = ScenarioFile.gullcombe().sized(300, 13, END);
        assertThat(half.happening("campaign_burst").starts().day()).isEqualTo(45);
        assertThat(half.happening("campaign_burst").ends().afterDays()).isEqualTo(7);
        assertThat(half.releases("ios").get(8).day()).isEqualTo(84);
    }

    /** Lisbon turned its clocks forward at one o'clock on 29 March 2026 (European rule: last Sunday of March). */
    @Test
    void tenOClockIsTenOClockOnTheDayOfAClockChange() {
        Scenario scenario = ScenarioFile.gullcombe().sized(300, 26, END);
        int day = (int)
                (LocalDate.of(2026, 3, 29).toEpochDay() - scenario.firstDay().toEpochDay());
        assertThat(scenario.at(day, 10)).isEqualTo(Instant.parse("2026-03-29T09:00:00Z"));
        assertThat(scenario.at(day - 1, 34)).isEqualTo(Instant.parse("2026-03-29T09:00:00Z"));
        assertThat(scenario.at(day - 1, 10)).isEqualTo(Instant.parse("2026-03-28T10:00:00Z"));
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            quoteCharacter = '^',
            value = {
                "\"people\": 45000            | \"people\": 0               | \"people\" must be from 1 to 20000000, not 0.",
                "\"people\": 45000            | \"people\": \"many\"        | people: ",
                "\"people\": 45000            | \"people\": 9, \"peopel\": 9 | there is no \"peopel\" here; known are app,",
                "\"seed\": 20260701           | \"seed\": 1, \"seed\": 2    | seed",
                "Europe/Lisbon                | Europe/Gullcombe            | app.zone: ",
                "\"currency\": \"EUR\"}       | \"currency\": \"XQQ\"}      | app: \"currency\" is no ISO 4217 code: XQQ.",
                "\"gpu\": [\"Nacre 5\"]       | \"gpu\": [\"Nacre 55\"]     | \"where.gpu\" says \"Nacre 55\"",
                "\"gpu\": [\"Nacre 5\"]       | \"gpus\": [\"Nacre 5\"]     | knows no property \"gpus\"; it knows campaign,",
                "\"version\": \"1.6.0\"}      | \"version\": \"1.6.9\"}     | \"gallery_lightning\": \"starts.version\" says",
                "frames_slow                  | frames_slower               | happenings[3].effect: ",
                "\"size\": 0.5,               | \"size\": -1,               | happenings[2]: \"size\" must be greater than 0, not -1.",
                "\"afterDays\": 7, \"share\": 1}  | \"afterDays\": 7, \"share\": 0.9} | must reach everyone",
                "\"width\": 40, \"height\": 36 | \"width\": 97, \"height\": 36 | places[4].rooms[0]: the room \"boat hall\" leaves",
                "\"GBP\": 1.16,               |                             | \"currencies\" lacks GBP, which GB pays in.",
                "\"friday\": 1.02,            |                             | rhythm: \"weekdays\" lacks friday.",
                "\"friday\": 1.02,            | \"friday\": 1.02            | this is no JSON.",
                "cold tide scenario 1         | cold tide scenario 9        | \"format\" must be \"cold tide scenario 1\"."
            })
    void aFaultIsNamedWithItsPlace(String right, String wrong, String said) {
        assertThat(shipped).contains(right);
        assertThatThrownBy(() -> read(shipped.replace(right, wrong == null ? "" : wrong)))
                .isInstanceOf(ScenarioRefused.class)
                .hasMessageContaining("world.json")
                .hasMessageContaining(said);
    }

    @Test
    void whatIsNoScenarioAtAllIsRefused() {
        assertThatThrownBy(() -> read("")).isInstanceOf(ScenarioRefused.class);
        assertThatThrownBy(() -> read("[1, 2]")).isInstanceOf(ScenarioRefused.class);
        assertThatThrownBy(() -> read("[".repeat(100_000))).isInstanceOf(ScenarioRefused.class);
        assertThatThrownBy(() -> ScenarioFile.read(folder.resolve("none.json")))
                .isInstanceOf(ScenarioRefused.class)
                .hasMessageContaining("cannot be read");
    }
}
