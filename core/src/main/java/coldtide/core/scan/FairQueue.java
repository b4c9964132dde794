package coldtide.core.scan;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicLong;

/**
 * Threads that scan for several questions in turns (weighted fair queueing, as known from network packets). The clock counts the CPU time
 * that each waiting question would have had by now if all shared the threads equally. A new question is due at the present time of the
 * clock; after each turn it is due again when the clock has advanced by what the turn used. The earliest due question is next. So short
 * questions are answered in the order in which they were asked, wait for one turn of a long question at most, and never starve it.
 */
final class FairQueue {
    private final List<Thread> workers = new ArrayList<>();
    private final List<RunningScan<?, ?>> under = new ArrayList<>();
    private final AtomicLong clock = new AtomicLong();
    /** How many passes have more to scan; read without the lock between one shard and the next. */
    private volatile int open;

    private boolean closed;

    FairQueue(int threads) {
        for (int t = 0; t < threads; t++) {
            Thread worker = new Thread(this::work, "scan");
            worker.setDaemon(true);
            workers.add(worker);
        }
        workers.forEach(Thread::start);
    }

    /** The share of a question that comes now. */
    QueueShare share() {
        return new QueueShare(clock.get());
    }

    synchronized void add(RunningScan<?, ?> running, QueueShare share) {
        share.begin(clock.get());
        if (closed) {
            running.cancel();
        }
        under.add(running);
        open = under.size();
        notifyAll();
    }

    /** Notes what a thread has worked for a question; gives whether it is the turn of another now. */
    boolean worked(QueueShare share, long nanos) {
        int waiting = open;
        clock.addAndGet(nanos / Math.max(1, waiting));
        return share.worked(nanos) && waiting > 1;
    }

    private void work() {
        while (true) {
            RunningScan<?, ?> running = next();
            if (running == null) {
                return;
            }
            running.turn();
        }
    }

    /** The pass that is next, or null once closed. */
    private synchronized RunningScan<?, ?> next() {
        while (!closed) {
            under.removeIf(running -> !running.hasMore());
            open = under.size();
            Optional<RunningScan<?, ?>> first = under.stream().min(Comparator.comparingLong(RunningScan::due));
            if (first.isPresent()) {
                return first.get();
            }
            try {
                wait();
            } catch (InterruptedException meantForTheQuestionBefore) {
                continue;
            }
        }
        return null;
    }

    synchronized void close() {
        closed = true;
        under.forEach(RunningScan::cancel);
        notifyAll();
    }
}
