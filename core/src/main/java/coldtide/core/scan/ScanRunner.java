package coldtide.core.scan;

import static java.util.Objects.requireNonNull;

import coldtide.core.log.EventLog;
import java.time.Duration;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.List;

/**
 * Runs analyses on a fixed set of threads, which take one shard at a time of one question after another in turn: an uneven shard
 * delays nobody, a short question does not wait for a long one, and several people asking at once share the threads fairly.
 */
public final class ScanRunner implements AutoCloseable {
    private final Duration limit;
    private final List<Thread> workers = new ArrayList<>();
    private final Deque<Running<?, ?>> turns = new ArrayDeque<>();
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
            running.step();
        }
    }

    /** The question whose turn it is, or null once closed. One that is over drops out. */
    private synchronized Running<?, ?> next() {
        while (!closed) {
            Running<?, ?> first = turns.pollFirst();
            if (first == null) {
                try {
                    wait();
                } catch (InterruptedException meantForTheQuestionBefore) {
                    continue;
                }
            } else if (first.hasMore()) {
                turns.addLast(first);
                return first;
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
