package coldtide.server.engine;

import coldtide.core.scan.ScanStoppedException;
import coldtide.server.apps.Apps;
import coldtide.server.engine.QueryService.Asked;
import coldtide.server.named.DefinitionService;
import coldtide.server.store.app.App;
import java.util.List;
import java.util.Optional;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.ApplicationArguments;
import org.springframework.boot.ApplicationRunner;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;

/** Reads every app's events at the start, so that the first question does not wait for it, and warms the rooms up. */
@Component
@Order(3)
class FirstReading implements ApplicationRunner {
    private static final Logger LOG = LoggerFactory.getLogger(FirstReading.class);
    private static final int ROUNDS = 12;

    private final Apps apps;
    private final Engine engine;
    private final DefinitionService named;
    private final List<WarmUp> rooms;

    FirstReading(Apps apps, Engine engine, DefinitionService named, List<WarmUp> rooms) {
        this.apps = apps;
        this.engine = engine;
        this.named = named;
        this.rooms = rooms;
    }

    /** One round before anybody is told to come, the others beside the first visitors. An app that fails is left to itself. */
    @Override
    public void run(ApplicationArguments arguments) {
        List<Asked> logs =
                apps.all().stream().flatMap(app -> read(app).stream()).toList();
        logs.forEach(asked -> warm(asked, 1));
        Thread warmer = new Thread(() -> logs.forEach(asked -> warm(asked, ROUNDS)), "warm-up");
        warmer.setDaemon(true);
        warmer.start();
    }

    private Optional<Asked> read(App app) {
        try {
            return engine.standing(app)
                    .map(now -> new Asked(
                            app, now.log(), engine.runner(), now.conditions(), named.of(app), now.answers()::get));
        } catch (RuntimeException fault) {
            LOG.error(
                    "The events of {} could not be read at the start; other apps are not concerned.", app.key(), fault);
            return Optional.empty();
        }
    }

    private void warm(Asked asked, int rounds) {
        for (int round = 0; round < rounds; round++) {
            for (WarmUp room : rooms) {
                try {
                    room.warm(asked);
                } catch (ScanStoppedException stopped) {
                    Thread.currentThread().interrupt(); // the server is going down again
                    return;
                } catch (RuntimeException refused) {
                    LOG.warn(
                            "A usual question of {} could not be answered for {}.",
                            room.getClass().getSimpleName(),
                            asked.app().key(),
                            refused);
                    return;
                }
            }
        }
    }
}
