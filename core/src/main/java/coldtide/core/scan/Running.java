package coldtide.core.scan;

import coldtide.core.log.Shard;
import java.time.Duration;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.HashSet;
import java.util.List;
import java.util.Set;

/** A question under way. */
public final class Running<P, R> {
    private final List<Shard> shards;
    private final Analysis<P, R> analysis;
    private final Duration limit;
    private final long deadline;
    /** Partial results that no worker holds; never more than there are workers. */
    private final Deque<P> partials = new ArrayDeque<>();

    private final Set<Thread> scanning = new HashSet<>();
    private int begun;
    private int done;
    private RuntimeException fault;

    Running(List<Shard> shards, Analysis<P, R> analysis, Duration limit) {
        this.shards = shards;
        this.analysis = analysis;
        this.limit = limit;
        deadline = System.nanoTime() + limit.toNanos();
    }

    synchronized boolean hasMore() {
        return fault == null && begun < shards.size();
    }

    /** Scans one more shard, if there is one. */
    void step() {
        Shard shard;
        P partial;
        synchronized (this) {
            if (!hasMore()) {
                return;
            }
            if (System.nanoTime() - deadline > 0) {
                fail(new ScanStoppedException("The question ran longer than " + limit.toSeconds() + " seconds.", null));
                return;
            }
            shard = shards.get(begun++);
            partial = partials.pollFirst();
            scanning.add(Thread.currentThread());
        }
        RuntimeException thrown = null;
        try {
            partial = partial == null ? analysis.empty() : partial;
            analysis.scan(shard, partial);
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
                done++;
                notifyAll();
            }
        }
    }

    private void fail(RuntimeException why) {
        fault = fault == null ? why : fault;
        notifyAll();
    }

    /** The share of the log already scanned, 0 to 1. */
    public synchronized double progress() {
        return shards.isEmpty() ? 1 : (double) done / shards.size();
    }

    /** Gives the question up: no further shard is scanned for it, and what is being scanned is interrupted. */
    public synchronized void cancel() {
        if (done < shards.size()) {
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
            while (fault == null && done < shards.size()) {
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
