package coldtide.core.scan;

import java.time.Duration;

/** A question's place in a {@link FairQueue}: when its next turn is due, and how much of the present turn it has used. Thread-safe. */
final class QueueShare {
    /** CPU time of a turn. Most questions need less, so they are answered in the order in which they were asked. */
    private static final long TURN_NANOS = Duration.ofMillis(50).toNanos();

    private volatile long due;
    private long had;

    /** @param due by the clock of {@link FairQueue} */
    QueueShare(long due) {
        this.due = due;
    }

    long due() {
        return due;
    }

    /** Begins a pass. A question that was away for long comes one turn before a new one at most, so it cannot hold others up. */
    synchronized void begin(long clock) {
        due = Math.max(due, clock - TURN_NANOS);
    }

    /**
     * Adds CPU time that a thread has spent on the question. At the end of a turn, the next turn is due as much later on the clock.
     *
     * @return whether the turn is over
     */
    synchronized boolean worked(long nanos) {
        had += nanos;
        if (had < TURN_NANOS) {
            return false;
        }
        due = due + had;
        had = 0;
        return true;
    }
}
