package coldtide.core.scan;

import coldtide.core.log.Shard;
import java.lang.management.ManagementFactory;
import java.lang.management.ThreadMXBean;
import java.time.Duration;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.concurrent.atomic.AtomicInteger;

/**
 * A scan under way: can be waited for and given up.
 */
public final class RunningScan<P, R> {
    /** Of what a thread did itself: on a busy machine much more time passes, and that says nothing of the question. */
    private static final ThreadMXBean CLOCK = ManagementFactory.getThreadMXBean();

    private final List<Shard> shards;
    private final Analysis<P, R> analysis;
    private final Duration limit;
    private final long deadline;
    /** Partial results that no worker holds; never more than there are workers. */
    private final Deque<P> partials = new ArrayDeque<>();

    private final Set<Thread> scanning = new HashSet<>();
    private final AtomicInteger begun = new AtomicInteger();
    private final AtomicInteger done = new AtomicInteger();
    private final FairQueue turns;
    private final QueueShare share;

    private volatile RuntimeException fault;

    /** @param share of the question of which this is a pass */
    RunningScan(List<Shard> shards, Analysis<P, R> analysis, Duration limit, FairQueue turns, QueueShare share) {
        this.shards = shards;
        this.analysis = analysis;
        this.limit = limit;
        this.turns = turns;
        this.share = share;
        deadline = System.nanoTime() + limit.toNanos();
    }

    /** When its turn is, by the clock of {@link FairQueue}. */
    long due() {
        return share.due();
    }

    boolean hasMore() {
        return fault == null && begun.get() < shards.size();
    }

    /** Scans shard after shard, at least one if there is one, until its turn is over. */
    void turn() {
        P partial;
        synchronized (this) {
            if (!hasMore()) {
                return;
            }
            partial = partials.pollFirst();
            scanning.add(Thread.currentThread());
        }
        RuntimeException thrown = null;
        try {
            partial = partial == null ? analysis.empty() : partial;
            scan(partial);
        } catch (RuntimeException e) {
            thrown = e;
        } catch (Error e) {
            thrown = new IllegalStateException("The question failed: " + e, e);
        }
        synchronized (this) {
            scanning.remove(Thread.currentThread());
            // An interruption was meant for this question; the next one begins without.
            Thread.interrupted();
            if (thrown != null) {
                fail(thrown);
            } else {
                partials.addFirst(partial);
                notifyAll();
            }
        }
    }

    private void scan(P partial) {
        boolean isOver;
        do {
            int next = begun.getAndIncrement();
            if (next >= shards.size()) {
                return;
            }
            long began = CLOCK.getCurrentThreadCpuTime();
            if (System.nanoTime() - deadline > 0) {
                throw new ScanStoppedException("The question ran longer than " + limit.toSeconds() + " seconds.", null);
            }
            analysis.scan(shards.get(next), partial);
            isOver = turns.worked(share, CLOCK.getCurrentThreadCpuTime() - began);
            done.incrementAndGet();
        } while (fault == null && !isOver);
    }

    private void fail(RuntimeException why) {
        fault = fault == null ? why : fault;
        notifyAll();
    }

    private boolean isUnderWay() {
        return done.get() < shards.size() || !scanning.isEmpty();
    }

    /** The share of the log already scanned, 0 to 1. */
    public double progress() {
        return shards.isEmpty() ? 1 : (double) done.get() / shards.size();
    }

    /** Gives the question up: no further shard is scanned for it, and what is being scanned is interrupted. */
    public synchronized void cancel() {
        if (isUnderWay()) {
            fail(new ScanStoppedException("The question was given up.", null));
            scanning.forEach(Thread::interrupt);
        }
    }

    /**
     * Waits for the result.
     *
     * @throws ScanStoppedException if the question was given up or ran out of time, or the calling thread is interrupted
     */
    public R result() {
        synchronized (this) {
            while (fault == null && isUnderWay()) {
                try {
                    wait();
                } catch (InterruptedException e) {
                    cancel();
                    Thread.currentThread().interrupt();
                    break;
                }
            }
            if (fault != null) {
                throw fault;
            }
        }
        P whole = analysis.empty();
        partials.forEach(part -> analysis.merge(whole, part));
        return analysis.finish(whole);
    }
}
