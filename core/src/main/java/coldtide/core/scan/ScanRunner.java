package coldtide.core.scan;

import static java.util.Objects.requireNonNull;

import coldtide.core.log.EventLog;
import java.time.Duration;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.List;

/**
 * Runs analyses on a fixed set of threads. While there is one question they take shard after shard of it; of several, one shard of
 * each in turn: an uneven shard delays nobody, a short question does not wait for a long one, and several people asking at once
 * share the threads fairly.
 */
public final class ScanRunner implements AutoCloseable {
    private final Duration limit;
    private final List<Thread> workers = new ArrayList<>();
    private final Deque<Running<?, ?>> turns = new ArrayDeque<>();
    /** How many questions take turns; read without the lock between one shard and the next. */
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
        Running<P, R> running = new Running<>(log.shards(), analysis, limit);
        synchronized (this) {
            if (closed) {
                running.cancel();
            }
            turns.addLast(running);
            open = turns.size();
            notifyAll();
        }
        return running;
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

    /** The question whose turn it is, or null once closed. One that is over drops out. */
    private synchronized Running<?, ?> next() {
        while (!closed) {
            Running<?, ?> first = turns.pollFirst();
            boolean hasMore = first != null && first.hasMore();
            if (hasMore) {
                turns.addLast(first);
            }
            open = turns.size();
            if (hasMore) {
                return first;
            }
            try {
                if (first == null) {
                    wait();
                }
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
            turns.forEach(Running::cancel);
            notifyAll();
        }
    }
}
