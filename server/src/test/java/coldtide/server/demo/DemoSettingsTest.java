package coldtide.server.demo;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import coldtide.world.scenario.Scenario;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.springframework.boot.context.properties.bind.Binder;
import org.springframework.boot.context.properties.source.MapConfigurationPropertySource;

class DemoSettingsTest {
    private static final String EXAMPLE = "../docs/examples/scenario.json";

    @TempDir
    Path folder;

    private static DemoLoader.Settings settings(Map<String, String> given) {
        return new Binder(new MapConfigurationPropertySource(given))
                .bindOrCreate("coldtide.demo", DemoLoader.Settings.class);
    }

    @Test
    void whatIsNotSaidIsTheScenarios() {
        Scenario usual = settings(Map.of()).world();
        assertThat(usual.app().key()).isEqualTo("gullcombe");
        assertThat(usual.people()).isEqualTo(45_000);
        Scenario other = settings(Map.of(
                        "coldtide.demo.scenario",
                        EXAMPLE,
                        "coldtide.demo.people",
                        "70",
                        "coldtide.demo.end",
                        "2026-06-28"))
                .world();
        assertThat(other.app().key()).isEqualTo("driftwood");
        assertThat(other.people()).isEqualTo(70);
        assertThat(other.weeks()).isEqualTo(8);
        assertThat(other.end()).hasToString("2026-06-28");
    }

    @Test
    void aWorldThatCannotBeMadeIsSaidInASentence() throws Exception {
        String spoilt = Files.readString(Path.of(EXAMPLE)).replace("\"size\": 0.4", "\"size\": 4");
        Path file = Files.writeString(folder.resolve("spoilt.json"), spoilt);
        assertThatThrownBy(() -> settings(Map.of("coldtide.demo.scenario", file.toString()))
                        .world())
                .isInstanceOf(WorldRefused.class)
                .hasMessageContaining("happenings[0]: \"size\" must be from 0 to 1, not 4.");
        assertThatThrownBy(() -> settings(Map.of("coldtide.demo.people", "0")).world())
                .isInstanceOf(WorldRefused.class)
                .hasMessageContaining("not 0");
        WorldRefused refused = new WorldRefused(new IllegalArgumentException("Why."));
        assertThat(new WorldRefused.Said().analyze(refused).getDescription()).isEqualTo("Why.");
    }
}
