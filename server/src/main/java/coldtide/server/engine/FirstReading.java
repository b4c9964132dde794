package coldtide.server.engine;

import coldtide.server.apps.Apps;
import org.springframework.boot.ApplicationArguments;
import org.springframework.boot.ApplicationRunner;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;

/** Reads every app's events at the start, so that the first question does not wait for it. */
@Component
@Order(3)
class FirstReading implements ApplicationRunner {
    private final Apps apps;
    private final Engine engine;

    FirstReading(Apps apps, Engine engine) {
        this.apps = apps;
        this.engine = engine;
    }

    @Override
    public void run(ApplicationArguments arguments) {
        apps.all().forEach(engine::log);
    }
}
