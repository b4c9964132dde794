package coldtide.core.scan;

import java.time.Duration;

/** When it is a question's turn, and what it has had of that turn. */
final class Share {
    /** Most questions need no more than one turn: they are answered in the order in which they were asked. */
    private static final long TURN_NANOS = Duration.ofMillis(50).toNanos();

    private volatile long due;
    private long had;

    /** @param due by the clock of {@link Turns} */
    Share(long due) {
        this.due = due;
    }

    long due() {
        return due;
    }

    /**
     * Threads have worked for it. After a turn its next one is due when everybody else could have had as much.
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
