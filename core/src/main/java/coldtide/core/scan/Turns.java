package coldtide.core.scan;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicLong;

/**
 * A fixed set of threads and the passes they work for, the one first whose question has been due for longest. The clock tells how long
 * each question that is there could have worked by now, had all of them worked at the same time (weighted fair queueing, as of packets
 * of a network): a question that comes is due at once, and after each turn when the clock has passed what it had. So short ones are
 * answered in the order in which they came, do not wait for long ones, and hold none of these up for ever.
 */
final class Turns {
    private final List<Thread> workers = new ArrayList<>();
    private final List<Running<?, ?>> under = new ArrayList<>();
    private final AtomicLong clock = new AtomicLong();
    /** How many passes have more to scan; read without the lock between one shard and the next. */
    private volatile int open;

    private boolean closed;

    Turns(int threads) {
        for (int t = 0; t < threads; t++) {
            Thread worker = new Thread(this::work, "scan");
            worker.setDaemon(true);
            workers.add(worker);
        }
        workers.forEach(Thread::start);
    }

    /** The share of a question that comes now. */
    Share share() {
        return new Share(clock.get());
    }

    synchronized void add(Running<?, ?> running) {
        if (closed) {
            running.cancel();
        }
        under.add(running);
        open = under.size();
        notifyAll();
    }

    /** Notes what a thread has worked for a question; gives whether it is the turn of another now. */
    boolean worked(Share share, long nanos) {
        int waiting = open;
        clock.addAndGet(nanos / Math.max(1, waiting));
        return share.worked(nanos) && waiting > 1;
    }

    private void work() {
        while (true) {
            Running<?, ?> running = next();
            if (running == null) {
                return;
            }
            running.turn();
        }
    }

    /** The pass that is next, or null once closed. */
    private synchronized Running<?, ?> next() {
        while (!closed) {
            under.removeIf(running -> !running.hasMore());
            open = under.size();
            Optional<Running<?, ?>> first = under.stream().min(Comparator.comparingLong(Running::due));
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
        under.forEach(Running::cancel);
        notifyAll();
    }
}
