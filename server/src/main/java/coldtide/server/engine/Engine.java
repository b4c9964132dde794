package coldtide.server.engine;

import coldtide.core.log.EventLog;
import coldtide.core.scan.ScanRunner;
import coldtide.core.who.Conditions;
import coldtide.server.store.App;
import coldtide.server.store.EventReader;
import jakarta.annotation.PreDestroy;
import java.time.Duration;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicBoolean;
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
    /** Fewer events than these, or than a tenth of the log, are not worth sealing. */
    private static final long SEALED_EVENTS = 50_000;

    private static final int SEALED_SHARE = 10;
    private static final long SHORTEST_PAUSE_MILLIS = 500;
    /** What may be kept of the conditions asked of one app. */
    private static final long CONDITION_BYTES = 128L << 20;

    private final EventReader reader;
    private final ScanRunner runner;
    private final Map<Integer, Kept> logs = new ConcurrentHashMap<>();
    private final ScheduledExecutorService background =
            Executors.newSingleThreadScheduledExecutor(task -> daemon(task, "freshness"));
    private final ExecutorService sealing = Executors.newSingleThreadExecutor(task -> daemon(task, "sealing"));

    private static Thread daemon(Runnable task, String name) {
        Thread thread = new Thread(task, name);
        thread.setDaemon(true);
        return thread;
    }

    /**
     * What questions are put to.
     *
     * @param conditions what is known of conditions asked of this log and of those before it
     */
    record Standing(EventLog log, Conditions conditions) {
        static Standing of(EventLog log) {
            return new Standing(log, new Conditions(CONDITION_BYTES));
        }

        /** Where properties are derived otherwise than before, what is known of conditions on them holds no longer. */
        Standing with(EventLog next) {
            return next.contexts().areDerivedAs(log.contexts()) ? new Standing(next, conditions) : of(next);
        }
    }

    /** The log in use, or nothing while there are no events; reading is one at a time for each app, and holds no other app up. */
    private static final class Kept {
        private EventReader.Reading reading;
        private volatile Optional<Standing> standing = Optional.empty();
        private volatile boolean read;
        private volatile long readingOnMillis;
        private final AtomicBoolean waiting = new AtomicBoolean();

        private void readOn() {
            standing = reading.readOn(Engine::tell)
                    .map(log -> standing.map(before -> before.with(log)).orElseGet(() -> Standing.of(log)));
        }

        private long events() {
            return standing.map(now -> now.log().events()).orElse(0L);
        }
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
        return standing(app).map(Standing::log);
    }

    /** The app's log and what is known of it; as {@link #log}. */
    Optional<Standing> standing(App app) {
        Kept kept = kept(app);
        if (!kept.read) {
            synchronized (kept) {
                if (!kept.read) {
                    refresh(app);
                }
            }
        }
        return kept.standing;
    }

    /** Reads what has come in since the last time; questions go on with the old log meanwhile. */
    public void refresh(App app) {
        Kept kept = kept(app);
        synchronized (kept) {
            if (kept.reading == null) {
                kept.reading = open(app);
            }
            long began = System.nanoTime();
            long before = kept.events();
            kept.readOn();
            long millis = (System.nanoTime() - began) / 1_000_000;
            if (kept.read) {
                kept.readingOnMillis = millis;
            }
            kept.read = true;
            LOG.info("Read {} events of {} into memory in {} ms.", kept.events() - before, app.key(), millis);
            sealWhenWorthIt(app, kept);
        }
    }

    private EventReader.Reading open(App app) {
        long began = System.nanoTime();
        EventReader.Reading reading = reader.beginSealed(app);
        LOG.info("Opened what was sealed of {} in {} ms.", app.key(), (System.nanoTime() - began) / 1_000_000);
        return reading;
    }

    /** Not for every event: opening reads the few that came after as quickly as they come. For other settings, always. */
    private void sealWhenWorthIt(App app, Kept kept) {
        long since = kept.reading.eventsSinceSealed();
        boolean many = since >= SEALED_EVENTS && since * SEALED_SHARE >= kept.events();
        if (many || kept.reading.isBuiltAnew()) {
            kept.reading.seal().ifPresent(keep -> sealing.execute(() -> keepQuietly(app, keep)));
        }
    }

    private static void keepQuietly(App app, Runnable keep) {
        long began = System.nanoTime();
        try {
            keep.run();
            LOG.info("Sealed the log of {} in {} ms.", app.key(), (System.nanoTime() - began) / 1_000_000);
        } catch (RuntimeException fault) {
            LOG.error("The log of {} could not be sealed; the next start reads its events.", app.key(), fault);
        }
    }

    /**
     * Takes note that something has come in. It is read in the background, soon, but not so often that reading takes more than
     * a third of the time.
     */
    public void changed(App app) {
        Kept kept = kept(app);
        if (kept.waiting.compareAndSet(false, true)) {
            background.schedule(
                    () -> {
                        kept.waiting.set(false);
                        refreshQuietly(app);
                    },
                    Math.max(SHORTEST_PAUSE_MILLIS, 2 * kept.readingOnMillis),
                    TimeUnit.MILLISECONDS);
        }
    }

    /**
     * Takes a person out of what is in memory, at once; in the background everything is then read anew from the store, so that no
     * word of theirs is left in dictionaries or in what is sealed.
     *
     * @param owner whose it is (see {@code Shard.owner})
     */
    public void erase(App app, long owner) {
        Kept kept = kept(app);
        synchronized (kept) {
            refresh(app);
            kept.reading.erase(owner);
            kept.readOn();
        }
        // After whatever is being sealed, so that nothing older is kept afterwards.
        sealing.execute(() -> readAnewQuietly(app));
    }

    private void readAnewQuietly(App app) {
        Kept kept = kept(app);
        try {
            reader.forgetSealed(app);
            EventReader.Reading anew = reader.begin(app);
            anew.readOn(Engine::tell);
            synchronized (kept) {
                kept.reading = anew;
                refresh(app);
            }
        } catch (RuntimeException fault) {
            LOG.error("The events of {} could not be read anew; the next start does it.", app.key(), fault);
        }
    }

    private void refreshQuietly(App app) {
        try {
            refresh(app);
        } catch (RuntimeException fault) {
            LOG.error("What came in for {} could not be read into memory.", app.key(), fault);
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
        background.shutdownNow();
        sealing.shutdown();
        runner.close();
    }
}
