package coldtide.core.retention.cohort;

import static java.util.Objects.requireNonNull;

import coldtide.core.filter.EventCondition;
import java.util.Optional;

/**
 * With what users begin, and in which cohorts they are then.
 *
 * @param what the events that are a start; empty for arrival, a user's first event of all
 */
public record Start(Optional<EventCondition> what, Entry entry) {
    /** A user's first event of all. */
    public static final Start ARRIVAL = new Start(Optional.empty(), Entry.FIRST_EVER);

    public Start {
        requireNonNull(what, "what");
        requireNonNull(entry, "entry");
        if (what.isEmpty() && entry != Entry.FIRST_EVER) {
            throw new IllegalArgumentException(
                    "A user joins once, so joining can only be a start for the first time ever.");
        }
    }

    /** Periods of the range in which a user belongs to the cohort. */
    public enum Entry {
        /** In that of their first start of all, if it lies in the range. */
        FIRST_EVER,
        /** In that of their first start in the range, whatever was before. */
        FIRST_IN_RANGE,
        /** In each in which they started, from their first start in it. */
        EVERY_PERIOD
    }
}
