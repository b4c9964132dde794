package coldtide.server.apps;

import io.micrometer.core.instrument.Gauge;
import io.micrometer.core.instrument.Metrics;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.HashMap;
import java.util.Map;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.RejectedExecutionException;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicInteger;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Background work app by app: tasks of one app run one after another in the order in which they came, those of different apps
 * beside each other, so that an app whose work takes long or fails holds no other app up. Each app has a bounded queue. A task
 * that throws is logged and the next one runs.
 */
public final class AppWorkers implements AutoCloseable {
    private static final Logger LOG = LoggerFactory.getLogger(AppWorkers.class);
    /** Apps worked for at once; more wait for a thread, first come, first served. */
    private static final int THREADS = 8;

    private static final int CLOSE_SECONDS = 20;

    private final String name;
    private final int mostWaiting;
    private final ExecutorService threads;
    /** Tasks that wait, of apps for which a thread works or is asked for. */
    private final Map<Integer, Deque<Runnable>> waiting = new HashMap<>();

    /**
     * @param name of the threads, and of the work in the server's log
     * @param mostWaiting tasks of one app that may wait at once
     */
    public AppWorkers(String name, int mostWaiting) {
        this.name = name;
        this.mostWaiting = mostWaiting;
        AtomicInteger number = new AtomicInteger();
        threads = Executors.newFixedThreadPool(THREADS, task -> {
            Thread thread = new Thread(task, name + "-" + number.incrementAndGet());
            thread.setDaemon(true);
            return thread;
        });
        Gauge.builder("coldtide.queue.tasks", this, AppWorkers::tasks)
                .description("Background tasks under way or waiting")
                .tag("work", name)
                .register(Metrics.globalRegistry);
    }

    /** Tasks under way or waiting, of all apps. */
    private double tasks() {
        synchronized (waiting) {
            return waiting.size()
                    + waiting.values().stream().mapToInt(Deque::size).sum();
        }
    }

    /**
     * Has a task of an app done.
     *
     * @return false, and nothing is done, if too many wait already or the server is going down
     */
    public boolean submit(int appId, Runnable task) {
        synchronized (waiting) {
            Deque<Runnable> queue = waiting.get(appId);
            if (queue != null) {
                return queue.size() < mostWaiting && queue.add(task);
            }
            waiting.put(appId, new ArrayDeque<>());
        }
        return start(appId, task);
    }

    private boolean start(int appId, Runnable task) {
        try {
            threads.execute(() -> run(appId, task));
            return true;
        } catch (RejectedExecutionException goingDown) {
            return false;
        }
    }

    /** One task a turn, so that an app with many does not keep its thread from the others. */
    private void run(int appId, Runnable task) {
        try {
            task.run();
        } catch (Throwable fault) {
            LOG.error("A task of {} failed for app number {}.", name, appId, fault);
        }
        Runnable next;
        synchronized (waiting) {
            next = waiting.get(appId).poll();
            if (next == null) {
                waiting.remove(appId);
            }
        }
        if (next != null) {
            start(appId, next);
        }
    }

    /** Whether no more tasks are begun. */
    public boolean isClosed() {
        return threads.isShutdown();
    }

    /** Interrupts what runs, begins no more, and waits a while for what is running to end. */
    @Override
    public void close() {
        threads.shutdownNow();
        try {
            if (!threads.awaitTermination(CLOSE_SECONDS, TimeUnit.SECONDS)) {
                LOG.warn("Work of {} was still under way {} s after it was told to end.", name, CLOSE_SECONDS);
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }
}
