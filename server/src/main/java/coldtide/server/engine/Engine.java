package coldtide.server.engine;

import coldtide.core.filter.Conditions;
import coldtide.core.log.EventLog;
import coldtide.core.scan.ScanRunner;
import coldtide.server.apps.AppDeleted;
import coldtide.server.apps.AppWorkers;
import coldtide.server.http.Problem;
import coldtide.server.store.DatabaseFault;
import coldtide.server.store.app.App;
import coldtide.server.store.event.EventReader;
import io.micrometer.core.instrument.Gauge;
import io.micrometer.core.instrument.Metrics;
import jakarta.annotation.PreDestroy;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.atomic.AtomicLong;
import java.util.function.Supplier;
import java.util.function.ToDoubleFunction;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/**
 * The logs of all apps. A log is derived from the store: it can be thrown away and read again at any time. Questions see
 * the log that stood when they began; a new one takes its place when it is whole. An app whose events cannot be read is told as such,
 * with the reason, and concerns no other app.
 */
@Component
public class Engine {
    private static final Logger LOG = LoggerFactory.getLogger(Engine.class);

    private static final int PROGRESS_ROWS = 2_000_000;
    /** Fewer events than these, or than a tenth of the log, are not worth sealing. */
    private static final long SEALED_EVENTS = 50_000;

    private static final int SEALED_SHARE = 10;
    private static final long SHORTEST_PAUSE_MILLIS = 500;
    /** Most bytes of conditions kept for one app. */
    private static final long CONDITION_BYTES = 128L << 20;
    /** More than twice as many as the web server has threads for requests: an answer may wait for one part of it at a time. */
    private static final int ANSWERS_AT_ONCE = 512;
    /** Pause before an app that could not be read is tried again. */
    private static final Duration RETRY_AFTER = Duration.ofSeconds(10);

    private final EventReader reader;
    private final ScanRunner runner;
    private final SingleFlight<Object> flights;
    private final Map<Integer, AppLog> logs = new ConcurrentHashMap<>();
    /** Numbers of apps that were deleted since the server was started; what still waits for them is left out. */
    private final Set<Integer> removed = ConcurrentHashMap.newKeySet();
    /** Only starts work, which workers do: nothing that takes long or fails runs on it. */
    private final ScheduledExecutorService clock =
            Executors.newSingleThreadScheduledExecutor(task -> daemon(task, "freshness-clock"));

    private final AppWorkers freshness = new AppWorkers("freshness", 4);
    private final AppWorkers snapshots = new AppWorkers("snapshots", 16);

    private static Thread daemon(Runnable task, String name) {
        Thread thread = new Thread(task, name);
        thread.setDaemon(true);
        return thread;
    }

    /**
     * The current log of an app.
     *
     * @param conditions what is known of conditions asked of this log and of those before it
     * @param answers answers to questions about this log
     */
    record Standing(EventLog log, Conditions conditions, AnswerCache answers) {}

    private Standing standing(EventLog log) {
        return standing(log, new Conditions(CONDITION_BYTES));
    }

    private Standing standing(EventLog log, Conditions conditions) {
        return new Standing(log, conditions, new AnswerCache(flights));
    }

    /** Conditions that were evaluated on the log before are kept, unless the properties they test are derived in another way now. */
    private Standing standing(EventLog next, Standing before) {
        return next.contexts().areDerivedAs(before.log().contexts())
                ? standing(next, before.conditions())
                : standing(next);
    }

    /**
     * One app's log, or nothing while there are no events. Reading is one at a time for each app and holds no other app up; whoever
     * reads has the monitor of this object.
     */
    private final class AppLog {
        private EventReader.Reading reading;
        private volatile Optional<Standing> standing = Optional.empty();
        private volatile boolean read;
        private volatile long readingOnMillis;
        private volatile Optional<Fault> fault = Optional.empty();
        private final AtomicBoolean waiting = new AtomicBoolean();
        /** Whether it is to be built again without what nobody uses any more, and that has not begun. */
        private final AtomicBoolean toBeRebuilt = new AtomicBoolean();
        /** For each rebuilding that is under way, the users erased since it began: it may have their events. */
        private final List<Set<Long>> erasedMeanwhile = new ArrayList<>();
        /** When the oldest of what has come in and is not read was noted, by the clock in milliseconds; 0 if there is nothing. */
        private final AtomicLong unreadSince = new AtomicLong();

        /** Puts the log of what was read in the place of the one before it. */
        private void readOn() {
            standing = reading.readOn(Engine::tell)
                    .map(log -> standing.map(before -> Engine.this.standing(log, before))
                            .orElseGet(() -> Engine.this.standing(log)));
        }

        /**
         * Goes on from another reading, in whose dictionaries codes mean something else: nothing that is known of conditions may be
         * used with them.
         */
        private void replace(EventReader.Reading other) {
            reading = other;
            standing = other.readOn(Engine::tell).map(Engine.this::standing);
        }

        private long events() {
            return standing.map(now -> now.log().events()).orElse(0L);
        }

        private double bytes() {
            return standing.map(now -> now.log().bytes().values().stream()
                            .mapToDouble(Long::doubleValue)
                            .sum())
                    .orElse(0.0);
        }

        private double lagSeconds() {
            long since = unreadSince.get();
            return since == 0 ? 0 : (System.currentTimeMillis() - since) / 1e3;
        }
    }

    /** Why an app's events could not be read, and when that was tried last. */
    private record Fault(Instant at, String reason) {}

    Engine(EventReader reader, @Value("${coldtide.answer-seconds}") int answerSeconds) {
        this.reader = reader;
        flights = new SingleFlight<>("answer", ANSWERS_AT_ONCE, Duration.ofSeconds(answerSeconds));
        runner = new ScanRunner(Runtime.getRuntime().availableProcessors(), Duration.ofSeconds(answerSeconds));
    }

    /**
     * The app's log, reading it first if that was never done.
     *
     * @return empty if the app has no events
     * @throws Problem if its events cannot be read, with the reason
     */
    public Optional<EventLog> log(App app) {
        return standing(app).map(Standing::log);
    }

    /** Why the newest events of an app are not in its answers, as a sentence; empty if they are, or soon will be. */
    public Optional<String> fault(App app) {
        return appLog(app).fault.map(Fault::reason);
    }

    /** Number of events in the current log; 0 if it was never read or cannot be read. */
    public long events(App app) {
        return appLog(app).events();
    }

    /** The app's log and what is known of it; as {@link #log}. */
    Optional<Standing> standing(App app) {
        AppLog kept = appLog(app);
        if (!kept.read) {
            Instant retry = Instant.now().minus(RETRY_AFTER);
            kept.fault.filter(fault -> fault.at().isAfter(retry)).ifPresent(fault -> {
                throw Problem.unavailable(fault.reason(), RETRY_AFTER);
            });
            synchronized (kept) {
                if (!kept.read) {
                    refresh(app);
                }
            }
        }
        return kept.standing;
    }

    /**
     * Reads what has come in since the last time; questions go on with the old log meanwhile, and also if it cannot be read.
     *
     * @throws Problem if it cannot be read, with the reason
     */
    public void refresh(App app) {
        AppLog kept = appLog(app);
        synchronized (kept) {
            long began = System.nanoTime();
            long unreadSince = kept.unreadSince.getAndSet(0);
            try {
                read(app, kept);
                kept.fault = Optional.empty();
            } catch (RuntimeException | OutOfMemoryError | StackOverflowError fault) {
                kept.unreadSince.set(unreadSince == 0 ? System.currentTimeMillis() : unreadSince);
                throw failed(app, kept, fault);
            } finally {
                if (kept.read) {
                    kept.readingOnMillis = (System.nanoTime() - began) / 1_000_000;
                }
            }
            kept.read = true;
            sealWhenWorthIt(app, kept);
        }
    }

    private void read(App app, AppLog kept) {
        long began = System.nanoTime();
        long before = kept.events();
        if (kept.reading == null) {
            kept.replace(open(app));
        } else {
            kept.readOn();
        }
        LOG.info(
                "Read {} events of {} into memory in {} ms.",
                kept.events() - before,
                app.key(),
                (System.nanoTime() - began) / 1_000_000);
    }

    private static Problem failed(App app, AppLog kept, Throwable fault) {
        if (kept.reading != null && !kept.reading.isUsable()) {
            kept.reading = null; // read again from what is kept of it; the log that stands goes on answering
        }
        String reason = DatabaseFault.isUnreachable(fault)
                ? "The database cannot be reached, so the newest events of " + app.name() + " could not be read."
                : "The events of " + app.name() + " could not be read; the server's log says why.";
        kept.fault = Optional.of(new Fault(Instant.now(), reason));
        LOG.error("The events of {} could not be read.", app.key(), fault);
        return Problem.unavailable(reason, RETRY_AFTER);
    }

    private EventReader.Reading open(App app) {
        long began = System.nanoTime();
        EventReader.Reading reading = reader.beginSealed(app);
        LOG.info("Opened what was sealed of {} in {} ms.", app.key(), (System.nanoTime() - began) / 1_000_000);
        return reading;
    }

    /** Not for every event: opening reads the few that came after as quickly as they come. For other settings, always. */
    private void sealWhenWorthIt(App app, AppLog kept) {
        long since = kept.reading.eventsSinceSealed();
        boolean many = since >= SEALED_EVENTS && since * SEALED_SHARE >= kept.events();
        if (many || kept.reading.isBuiltAnew()) {
            kept.reading.seal().ifPresent(keep -> snapshots.submit(app.id(), () -> keepQuietly(app, keep)));
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
        AppLog kept = appLog(app);
        kept.unreadSince.compareAndSet(0, System.currentTimeMillis());
        if (kept.waiting.compareAndSet(false, true)) {
            clock.schedule(
                    () -> {
                        boolean begins = freshness.submit(app.id(), () -> {
                            kept.waiting.set(false);
                            refreshQuietly(app, kept);
                        });
                        if (!begins) {
                            kept.waiting.set(false);
                        }
                    },
                    Math.max(SHORTEST_PAUSE_MILLIS, 2 * kept.readingOnMillis),
                    TimeUnit.MILLISECONDS);
        }
    }

    /** Tries again after a while where it failed: nothing else may come in that would have it tried. */
    private void refreshQuietly(App app, AppLog kept) {
        if (removed.contains(app.id())) {
            return;
        }
        try {
            refresh(app);
        } catch (Problem told) {
            kept.readingOnMillis = Math.max(kept.readingOnMillis, RETRY_AFTER.toMillis() / 2);
            changed(app);
        }
    }

    /**
     * Takes a user out of what is in memory, at once; in the background everything is then built again, so that no word of theirs is
     * left in memory or in what is sealed.
     *
     * @param owner whose it is (see {@code Shard.owner})
     */
    public void erase(App app, long owner) {
        AppLog kept = appLog(app);
        synchronized (kept) {
            refresh(app);
            kept.reading.erase(owner);
            kept.erasedMeanwhile.forEach(erased -> erased.add(owner));
            kept.readOn();
        }
        // After whatever is being sealed, so that nothing older is kept afterwards. Several erasures are one
        // rebuilding.
        if (kept.toBeRebuilt.compareAndSet(false, true)) {
            snapshots.submit(app.id(), () -> rebuild(app, () -> {}));
        }
    }

    /** @param whenBuilt runs before the new log takes the place of the one that stands */
    void rebuild(App app, Runnable whenBuilt) {
        AppLog kept = appLog(app);
        Set<Long> erased = new HashSet<>();
        try {
            Supplier<EventReader.Reading> rebuilding;
            synchronized (kept) {
                kept.toBeRebuilt.set(false);
                kept.erasedMeanwhile.add(erased);
                rebuilding = kept.reading == null ? () -> reader.begin(app) : kept.reading.withoutUnused();
            }
            long began = System.nanoTime();
            reader.forgetSealed(app);
            EventReader.Reading fresh = rebuilding.get();
            fresh.readOn(Engine::tell);
            LOG.info("Rebuilt the log of {} in {} ms.", app.key(), (System.nanoTime() - began) / 1_000_000);
            whenBuilt.run();
            synchronized (kept) {
                erased.forEach(fresh::erase);
                kept.replace(fresh);
                sealWhenWorthIt(app, kept);
            }
        } finally {
            synchronized (kept) {
                kept.erasedMeanwhile.removeIf(each -> each == erased);
            }
        }
    }

    private static void tell(long rows) {
        if (rows % PROGRESS_ROWS == 0) {
            LOG.info("  {} events read", String.format("%,d", rows));
        }
    }

    @EventListener
    void forget(AppDeleted deleted) {
        App app = deleted.app();
        removed.add(app.id());
        logs.remove(app.id());
        Metrics.globalRegistry.getMeters().stream()
                .filter(meter -> app.key().equals(meter.getId().getTag("app")))
                .forEach(Metrics.globalRegistry::remove);
    }

    private AppLog appLog(App app) {
        return logs.computeIfAbsent(app.id(), id -> measured(app, new AppLog()));
    }

    private static AppLog measured(App app, AppLog kept) {
        gauge(app, "coldtide.log.events", "Events in memory", kept, AppLog::events);
        gauge(app, "coldtide.log.bytes", "Memory that events take", kept, AppLog::bytes);
        gauge(app, "coldtide.log.faulty", "1 if its events cannot be read", kept, log -> log.fault.isPresent() ? 1 : 0);
        gauge(
                app,
                "coldtide.log.lag.seconds",
                "For how long something has come in that answers do not rest on yet",
                kept,
                AppLog::lagSeconds);
        return kept;
    }

    private static void gauge(App app, String name, String words, AppLog kept, ToDoubleFunction<AppLog> value) {
        Gauge.builder(name, kept, value)
                .description(words)
                .tag("app", app.key())
                .register(Metrics.globalRegistry);
    }

    public ScanRunner runner() {
        return runner;
    }

    @PreDestroy
    void close() {
        clock.shutdownNow();
        freshness.close();
        snapshots.close();
        flights.close();
        runner.close();
    }
}
