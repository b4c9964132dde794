package coldtide.server.engine;

import coldtide.core.log.EventLog;
import coldtide.core.scan.ScanStoppedException;
import coldtide.server.apps.Apps;
import java.util.List;
import java.util.Optional;
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
    private final List<WarmUp> rooms;

    FirstReading(Apps apps, Engine engine, List<WarmUp> rooms) {
        this.apps = apps;
        this.engine = engine;
        this.rooms = rooms;
    }

    @Override
    public void run(ApplicationArguments arguments) {
        List<EventLog> logs =
                apps.all().stream().map(engine::log).flatMap(Optional::stream).toList();
        Thread warmer = new Thread(() -> logs.forEach(this::warm), "warm-up");
        warmer.setDaemon(true);
        warmer.start();
    }

    private void warm(EventLog log) {
        try {
            for (int round = 0; round < ROUNDS; round++) {
                rooms.forEach(room -> room.ask(log, engine.runner()));
            }
        } catch (ScanStoppedException | java.util.concurrent.RejectedExecutionException stopped) {
            Thread.currentThread().interrupt(); // the server is going down again
        }
    }
}
