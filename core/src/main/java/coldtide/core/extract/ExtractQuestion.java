package coldtide.core.extract;

import static java.util.Objects.requireNonNull;

import coldtide.core.filter.EventCondition;
import coldtide.core.filter.PersonCondition;
import coldtide.core.time.DayRange;
import java.util.Optional;

/**
 * Question for raw events: a filter and an order.
 *
 * @param what the events
 * @param among whose
 * @param by a property with numbers; their time without it. Events without it stand behind all others
 * @param largestFirst whether the newest, or the largest, stand in front
 */
public record ExtractQuestion(
        DayRange range, EventCondition what, PersonCondition among, Optional<String> by, boolean largestFirst) {
    public ExtractQuestion {
        requireNonNull(range, "range");
        requireNonNull(what, "what");
        requireNonNull(among, "among");
        requireNonNull(by, "by");
    }
}
