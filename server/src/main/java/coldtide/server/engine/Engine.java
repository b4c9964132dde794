package coldtide.server.engine;

import coldtide.core.log.EventLog;
import coldtide.core.scan.ScanRunner;
import coldtide.server.store.App;
import coldtide.server.store.EventReader;
import jakarta.annotation.PreDestroy;
import java.time.Duration;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Component;

/**
 * The logs of all apps. A log is derived from the store: it can be thrown away and read again at any time. Questions see
 * the log that stood when they began; a new one takes its place when it is whole.
 */
@Component
public class Engine {
    private static final Logger LOG = LoggerFactory.getLogger(Engine.class);

    private static final int PROGRESS_ROWS = 2_000_000;

    private final EventReader reader;
    private final ScanRunner runner;
    private final Map<Integer, Kept> logs = new ConcurrentHashMap<>();

    /** The log in use, or nothing while there are no events; reading is one at a time for each app. */
    private static final class Kept {
        private volatile Optional<EventLog> log = Optional.empty();
        private volatile boolean read;
    }

    Engine(EventReader reader, @Value("${coldtide.answer-seconds}") int answerSeconds) {
        this.reader = reader;
        runner = new ScanRunner(Runtime.getRuntime().availableProcessors(), Duration.ofSeconds(answerSeconds));
    }

    /**
     * The app's log, reading it first if that was never done.
     *
     * @return empty if the app has no events
     */
    public Optional<EventLog> log(App app) {
        Kept kept = kept(app);
        if (!kept.read) {
            synchronized (kept) {
                if (!kept.read) {
                    refresh(app);
                }
            }
        }
        return kept.log;
    }

    /** Reads the app's events again; questions go on with the old log meanwhile. */
    public void refresh(App app) {
        Kept kept = kept(app);
        synchronized (kept) {
            long began = System.nanoTime();
            Optional<EventLog> log = reader.read(app, Engine::tell);
            kept.log = log;
            kept.read = true;
            LOG.info(
                    "Read {} events of {} into memory in {} ms.",
                    log.map(EventLog::events).orElse(0L),
                    app.key(),
                    (System.nanoTime() - began) / 1_000_000);
        }
    }

    private static void tell(long rows) {
        if (rows % PROGRESS_ROWS == 0) {
            LOG.info("  {} events read", String.format("%,d", rows));
        }
    }

    private Kept kept(App app) {
        return logs.computeIfAbsent(app.id(), id -> new Kept());
    }

    public ScanRunner runner() {
        return runner;
    }

    @PreDestroy
    void close() {
        runner.close();
    }
}
