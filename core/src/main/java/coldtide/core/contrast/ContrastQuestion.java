package coldtide.core.contrast;

import static java.util.Objects.requireNonNull;

import coldtide.core.time.DayRange;
import coldtide.core.who.PersonCondition;

/**
 * In what do two groups of people differ over a range? Whoever is in both is left out of both.
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
