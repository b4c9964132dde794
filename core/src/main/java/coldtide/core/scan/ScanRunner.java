package coldtide.core.scan;

import static java.util.Objects.requireNonNull;

import coldtide.core.log.EventLog;
import java.time.Duration;
import java.util.Optional;

/**
 * Runs analyses on a fixed set of threads. While there is one question they take shard after shard of it; of several, in turns of some
 * milliseconds, those of the one that has waited longest for its turn. So an uneven shard delays nobody, a short question waits for a
 * turn of a long one and no longer, several long ones have the same time, and many short ones are answered in the order in which they
 * were asked.
 */
public final class ScanRunner implements AutoCloseable {
    private final FairQueue turns;
    private final Duration limit;
    /** Of the question whose passes these are; if empty, each pass is a question. */
    private final Optional<QueueShare> share;

    private ScanRunner(FairQueue turns, Duration limit, Optional<QueueShare> share) {
        this.turns = turns;
        this.limit = limit;
        this.share = share;
    }

    /**
     * @param threads at least 1
     * @param limit the longest a pass may run
     */
    public ScanRunner(int threads, Duration limit) {
        this(new FairQueue(checked(threads)), requireNonNull(limit, "limit"), Optional.empty());
    }

    private static int checked(int threads) {
        if (threads < 1) {
            throw new IllegalArgumentException("Questions need at least 1 thread, not " + threads + ".");
        }
        return threads;
    }

    /** The same threads for one question that makes several passes: a later pass keeps the turn of the first. Not to be closed. */
    public ScanRunner forQuestion() {
        return new ScanRunner(turns, limit, Optional.of(turns.share()));
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
    public <P, R> RunningScan<P, R> ask(EventLog log, Analysis<P, R> analysis) {
        QueueShare own = share.orElseGet(turns::share);
        RunningScan<P, R> running = new RunningScan<>(log.shards(), analysis, limit, turns, own);
        turns.add(running, own);
        return running;
    }

    @Override
    public void close() {
        turns.close();
    }
}
