package coldtide.core.retention;

import static java.util.Objects.requireNonNull;

import coldtide.core.who.EventCondition;
import java.util.Optional;

/**
 * With what people begin, and in which cohorts they are then.
 *
 * @param what the events that are a start; empty for arrival, a person's first event of all
 */
public record Start(Optional<EventCondition> what, Entry entry) {
    /** A person's first event of all. */
    public static final Start ARRIVAL = new Start(Optional.empty(), Entry.FIRST_EVER);

    public Start {
        requireNonNull(what, "what");
        requireNonNull(entry, "entry");
        if (what.isEmpty() && entry != Entry.FIRST_EVER) {
            throw new IllegalArgumentException("A person arrives once, so arrival is a start for the first time ever.");
        }
    }

    /** In which periods of the range a person is of the cohort. */
    public enum Entry {
        /** In that of their first start of all, if it lies in the range. */
        FIRST_EVER,
        /** In that of their first start in the range, whatever was before. */
        FIRST_IN_RANGE,
        /** In each in which they started, from their first start in it. */
        EVERY_PERIOD
    }
}
