package coldtide.core.funnel.match;

import static java.util.Objects.requireNonNull;

import coldtide.core.filter.EventCondition;
import java.time.Duration;
import java.util.Optional;

/**
 * A step of a funnel.
 *
 * @param name what members call it
 * @param what the events that do it, whichever of them
 * @param optional whether it may be left out on the way to the next
 * @param forbidden what must not happen between the step before it and it
 * @param least how much time must have passed since the step before it
 * @param most how much time may have passed since the step before it; empty for as much as the window leaves
 */
public record FunnelStep(
        String name,
        EventCondition what,
        boolean optional,
        Optional<EventCondition> forbidden,
        Duration least,
        Optional<Duration> most) {
    public FunnelStep {
        requireNonNull(name, "name");
        requireNonNull(what, "what");
        requireNonNull(forbidden, "forbidden");
        requireNonNull(least, "least");
        if (least.isNegative()) {
            throw new IllegalArgumentException("Step \"" + name + "\" cannot come before the step before it.");
        }
        if (most.isPresent() && most.get().compareTo(least) < 0) {
            throw new IllegalArgumentException("Step \"" + name + "\" can never be reached: it may come at most "
                    + most.get() + " after the step before it, and at least " + least + " after it.");
        }
        if (forbidden.isPresent() && forbidden.get().equals(what)) {
            throw new IllegalArgumentException(
                    "Step \"" + name + "\" forbids between it and the step before it what it is itself; it would be the"
                            + " first of its kind in any case. Forbid something else, or nothing.");
        }
    }

    /** Some events, at any time after the step before. */
    public static FunnelStep of(String name, EventCondition what) {
        return new FunnelStep(name, what, false, Optional.empty(), Duration.ZERO, Optional.empty());
    }

    /** Whether anything is said about what lies between it and the step before it. */
    boolean looksBack() {
        return forbidden.isPresent() || !least.isZero() || most.isPresent();
    }
}
