package coldtide.core.retention.cohort;

import static java.util.Objects.requireNonNull;

import coldtide.core.filter.EventCondition;
import java.util.Optional;

/**
 * One way of coming back: any activity, an event, or a behaviour.
 *
 * @param name its name in the answer
 * @param what the events that count; empty for any activity
 */
public record ReturnCriterion(String name, Optional<EventCondition> what) {
    public static final ReturnCriterion ANY_ACTIVITY = new ReturnCriterion("any activity", Optional.empty());

    public ReturnCriterion {
        requireNonNull(name, "name");
        requireNonNull(what, "what");
    }
}
