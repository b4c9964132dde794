package coldtide.server.demo;

import coldtide.server.access.DemoAccount;
import coldtide.server.store.app.AppRepository;
import coldtide.world.World;
import coldtide.world.scenario.Scenario;
import coldtide.world.scenario.ScenarioFile;
import coldtide.world.scenario.ScenarioRefused;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.Optional;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.ApplicationArguments;
import org.springframework.boot.ApplicationRunner;
import org.springframework.boot.context.properties.ConfigurationProperties;
import org.springframework.boot.context.properties.bind.DefaultValue;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;

/** Loads the demo world if it is not there yet: a start broken off in between begins again. */
@Component
@Order(2)
class DemoLoader implements ApplicationRunner {
    private static final Logger LOG = LoggerFactory.getLogger(DemoLoader.class);

    /**
     * The settings of the demo; what is not given is the scenario's.
     *
     * @param load whether to have it at all
     * @param scenario path of a scenario file; Gullcombe Lights if not given
     */
    @ConfigurationProperties("coldtide.demo")
    record Settings(
            @DefaultValue("false") boolean load,
            Optional<String> scenario,
            Optional<Integer> people,
            Optional<Integer> weeks,
            Optional<LocalDate> end) {
        Scenario world() {
            try {
                Scenario whole =
                        scenario.isPresent() ? ScenarioFile.read(Path.of(scenario.get())) : ScenarioFile.gullcombe();
                return whole.sized(people.orElse(whole.people()), weeks.orElse(whole.weeks()), end.orElse(whole.end()));
            } catch (ScenarioRefused | IllegalArgumentException refused) {
                throw new WorldRefused(refused);
            }
        }

        boolean saySize() {
            return people.isPresent() || weeks.isPresent() || end.isPresent();
        }
    }

    private final Settings settings;
    private final DemoAccount account;
    private final AppRepository apps;
    private final DemoWorlds worlds;

    DemoLoader(Settings settings, DemoAccount account, AppRepository apps, DemoWorlds worlds) {
        this.settings = settings;
        this.account = account;
        this.apps = apps;
        this.worlds = worlds;
    }

    @Override
    public void run(ApplicationArguments arguments) {
        if (!settings.load()) {
            return;
        }
        Scenario scenario = settings.world();
        if (apps.findByKeyAndDeletedIsNull(scenario.app().key()).isEmpty()) {
            worlds.load(new World(scenario));
        } else if (settings.saySize()) {
            LOG.info(
                    "{} is here already. Its size is decided when it is first loaded, so the size asked for now changes"
                            + " nothing.",
                    scenario.app().name());
        }
        account.create();
    }
}
