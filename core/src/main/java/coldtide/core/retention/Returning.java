package coldtide.core.retention;

import static java.util.Objects.requireNonNull;

import coldtide.core.who.EventCondition;
import java.util.Optional;

/**
 * A way of coming back.
 *
 * @param what the events that count; empty for any activity
 */
public record Returning(String name, Optional<EventCondition> what) {
    public static final Returning ANY_ACTIVITY = new Returning("any activity", Optional.empty());

    public Returning {
        requireNonNull(name, "name");
        requireNonNull(what, "what");
    }
}
