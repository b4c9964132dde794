package coldtide.core.scan;

import static java.util.Objects.requireNonNull;

import coldtide.core.log.EventLog;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;

/**
 * Runs analyses on a fixed set of threads. While there is one question they take shard after shard of it; of several, a shard of the
 * one for which they have worked least. A question that comes later begins with what the least served has had. So an uneven shard
 * delays nobody, a short question waits for a shard of a long one and no longer, and several people asking at once have the same
 * time.
 */
public final class ScanRunner implements AutoCloseable {
    private final Duration limit;
    private final List<Thread> workers = new ArrayList<>();
    private final List<Running<?, ?>> under = new ArrayList<>();
    /** How many questions are under way; read without the lock between one shard and the next. */
    private volatile int open;

    private boolean closed;

    /**
     * @param threads at least 1
     * @param limit the longest a question may run
     */
    public ScanRunner(int threads, Duration limit) {
        if (threads < 1) {
            throw new IllegalArgumentException("Questions need at least 1 thread, not " + threads + ".");
        }
        this.limit = requireNonNull(limit, "limit");
        for (int t = 0; t < threads; t++) {
            Thread worker = new Thread(this::work, "scan");
            worker.setDaemon(true);
            workers.add(worker);
        }
        workers.forEach(Thread::start);
    }

    /**
     * The result of {@code analysis} over {@code log}.
     *
     * @throws ScanStoppedException if the calling thread is interrupted, the limit passes or the runner is closed
     */
    public <P, R> R run(EventLog log, Analysis<P, R> analysis) {
        return ask(log, analysis).result();
    }

    /** Begins an analysis, which can then be watched, given up or waited for. */
    public <P, R> Running<P, R> ask(EventLog log, Analysis<P, R> analysis) {
        synchronized (this) {
            Running<P, R> running = new Running<>(
                    log.shards(),
                    analysis,
                    limit,
                    leastServed().map(Running::worked).orElse(0L));
            if (closed) {
                running.cancel();
            }
            under.add(running);
            open = under.size();
            notifyAll();
            return running;
        }
    }

    /** Of those that have more to scan; the others drop out. */
    private Optional<Running<?, ?>> leastServed() {
        under.removeIf(running -> !running.hasMore());
        return under.stream().min(Comparator.comparingLong(Running::worked));
    }

    private void work() {
        while (true) {
            Running<?, ?> running = next();
            if (running == null) {
                return;
            }
            running.turn(() -> open > 1);
        }
    }

    /** The question that is next, or null once closed. */
    private synchronized Running<?, ?> next() {
        while (!closed) {
            Optional<Running<?, ?>> least = leastServed();
            open = under.size();
            if (least.isPresent()) {
                return least.get();
            }
            try {
                wait();
            } catch (InterruptedException meantForTheQuestionBefore) {
                continue;
            }
        }
        return null;
    }

    @Override
    public void close() {
        synchronized (this) {
            closed = true;
            under.forEach(Running::cancel);
            notifyAll();
        }
    }
}
