package coldtide.core.scan;

import static java.util.Objects.requireNonNull;

import coldtide.core.log.EventLog;
import coldtide.core.log.Shard;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.atomic.AtomicInteger;

/**
 * Runs analyses on a fixed set of threads. Workers take shards one at a time, so an uneven shard delays nobody, and look
 * between shards whether the question has been given up or has run out of time.
 */
public final class ScanRunner implements AutoCloseable {
    private final int threads;
    private final Duration limit;
    private final ExecutorService workers;

    /**
     * @param threads at least 1
     * @param limit the longest a question may run
     */
    public ScanRunner(int threads, Duration limit) {
        if (threads < 1) {
            throw new IllegalArgumentException("Questions need at least 1 thread, not " + threads + ".");
        }
        this.threads = threads;
        this.limit = requireNonNull(limit, "limit");
        workers = Executors.newFixedThreadPool(threads, task -> {
            Thread thread = new Thread(task, "scan");
            thread.setDaemon(true);
            return thread;
        });
    }

    /**
     * The result of {@code analysis} over {@code log}.
     *
     * @throws ScanStoppedException if the calling thread is interrupted or the limit passes
     */
    public <P, R> R run(EventLog log, Analysis<P, R> analysis) {
        AtomicInteger next = new AtomicInteger();
        long deadline = System.nanoTime() + limit.toNanos();
        List<Future<P>> parts = new ArrayList<>();
        for (int t = 0; t < Math.min(threads, log.shards().size()); t++) {
            parts.add(workers.submit(() -> scanRemaining(log.shards(), analysis, next, deadline)));
        }
        try {
            P whole = analysis.empty();
            for (Future<P> part : parts) {
                analysis.merge(whole, part.get());
            }
            return analysis.finish(whole);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new ScanStoppedException("The question was given up.", e);
        } catch (ExecutionException e) {
            throw e.getCause() instanceof RuntimeException cause ? cause : new IllegalStateException(e.getCause());
        } finally {
            parts.forEach(part -> part.cancel(true));
        }
    }

    private <P> P scanRemaining(List<Shard> shards, Analysis<P, ?> analysis, AtomicInteger next, long deadline) {
        P partial = analysis.empty();
        for (int s = next.getAndIncrement(); s < shards.size(); s = next.getAndIncrement()) {
            if (Thread.currentThread().isInterrupted()) {
                throw new ScanStoppedException("The question was given up.", null);
            }
            if (System.nanoTime() - deadline > 0) {
                throw new ScanStoppedException("The question ran longer than " + limit.toSeconds() + " seconds.", null);
            }
            analysis.scan(shards.get(s), partial);
        }
        return partial;
    }

    @Override
    public void close() {
        workers.shutdownNow();
    }
}
