package coldtide.server.engine;

import coldtide.core.scan.ScanStoppedException;
import coldtide.server.apps.Apps;
import coldtide.server.engine.Asking.Asked;
import coldtide.server.named.Named;
import java.util.List;
import org.springframework.boot.ApplicationArguments;
import org.springframework.boot.ApplicationRunner;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;

/** Reads every app's events at the start, so that the first question does not wait for it, and warms the rooms up. */
@Component
@Order(3)
class FirstReading implements ApplicationRunner {
    private static final int ROUNDS = 12;

    private final Apps apps;
    private final Engine engine;
    private final Named named;
    private final List<WarmUp> rooms;

    FirstReading(Apps apps, Engine engine, Named named, List<WarmUp> rooms) {
        this.apps = apps;
        this.engine = engine;
        this.named = named;
        this.rooms = rooms;
    }

    /** One round before anybody is told to come, the others beside the first visitors. */
    @Override
    public void run(ApplicationArguments arguments) {
        List<Asked> logs = apps.all().stream()
                .flatMap(app -> engine
                        .standing(app)
                        .map(now -> new Asked(app, now.log(), engine.runner(), now.conditions(), named.of(app)))
                        .stream())
                .toList();
        logs.forEach(asked -> warm(asked, 1));
        Thread warmer = new Thread(() -> logs.forEach(asked -> warm(asked, ROUNDS)), "warm-up");
        warmer.setDaemon(true);
        warmer.start();
    }

    private void warm(Asked asked, int rounds) {
        try {
            for (int round = 0; round < rounds; round++) {
                rooms.forEach(room -> room.warm(asked));
            }
        } catch (ScanStoppedException stopped) {
            Thread.currentThread().interrupt(); // the server is going down again
        }
    }
}
