package coldtide.server.anomaly;

import coldtide.server.apps.Apps;
import coldtide.server.engine.Engine;
import coldtide.server.engine.QueryService;
import coldtide.server.store.anomaly.StoredMonitor;
import coldtide.server.store.app.App;
import jakarta.annotation.PreDestroy;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/** Asks the watch in the background when something has come in, and has alerts raised and sent. */
@Component
class AlertWatch {
    private static final Logger LOG = LoggerFactory.getLogger(AlertWatch.class);

    /** State of an app at the last look: the received time of its newest event, and its monitors. */
    private record Seen(Instant watermark, List<Integer> choices) {}

    private final Apps apps;
    private final Engine engine;
    private final QueryService asking;
    private final IncidentCache watching;
    private final MonitorService choices;
    private final Alerts alerts;
    private final int seconds;
    private final Map<Integer, Seen> seen = new ConcurrentHashMap<>();

    private final ScheduledExecutorService background = Executors.newSingleThreadScheduledExecutor(task -> {
        Thread thread = new Thread(task, "alerts");
        thread.setDaemon(true);
        return thread;
    });

    AlertWatch(
            Apps apps,
            Engine engine,
            QueryService asking,
            IncidentCache watching,
            MonitorService choices,
            Alerts alerts,
            @Value("${coldtide.alert-seconds}") int seconds) {
        this.apps = apps;
        this.engine = engine;
        this.asking = asking;
        this.watching = watching;
        this.choices = choices;
        this.alerts = alerts;
        this.seconds = seconds;
    }

    @EventListener(ApplicationReadyEvent.class)
    void begin() {
        background.scheduleWithFixedDelay(this::once, seconds, seconds, TimeUnit.SECONDS);
    }

    @PreDestroy
    void end() {
        background.shutdownNow();
    }

    private void once() {
        look();
        quietly("What waits to be sent", () -> alerts.deliver(Instant.now()));
    }

    /** Whatever goes wrong, the next round comes, and others do not wait for it. */
    private void quietly(String what, Runnable task) {
        try {
            task.run();
        } catch (RuntimeException why) {
            LOG.warn("{} is looked at again in {} s.", what, seconds, why);
        }
    }

    /** Every app of which something has come in since the last time, or is watched that was not. */
    void look() {
        apps.all().forEach(app -> quietly("What fell of " + app.key(), () -> look(app)));
    }

    private void look(App app) {
        engine.log(app)
                .map(log -> new Seen(
                        log.watermark(),
                        choices.of(app).stream().map(StoredMonitor::id).toList()))
                .filter(now -> !now.equals(seen.get(app.id())))
                .ifPresent(now -> {
                    ChangesView found = asking.ask(app.key(), asked -> ChangesView.of(asked, watching.of(asked)))
                            .answer();
                    alerts.raise(app, found);
                    seen.put(app.id(), now);
                });
    }
}
