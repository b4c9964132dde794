package coldtide.core.contrast;

import static java.util.Objects.requireNonNull;

import coldtide.core.filter.PersonCondition;
import coldtide.core.time.DayRange;

/**
 * Asks in which metrics and events two groups of users differ over a range. Users in both groups are left out of both.
 *
 * @param first one group
 * @param second the other
 */
public record ContrastQuestion(DayRange range, PersonCondition first, PersonCondition second) {
    public ContrastQuestion {
        requireNonNull(range, "range");
        requireNonNull(first, "first");
        requireNonNull(second, "second");
    }
}
