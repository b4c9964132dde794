package coldtide.core.tidetable;

import static java.util.Objects.requireNonNull;

import coldtide.core.time.DayRange;
import coldtide.core.time.Grain;

/**
 * Question for the headline metrics of each period of a range, and of the whole range.
 *
 * @param range the days asked about
 * @param compared the days they are compared with
 * @param grain the period of the latest figure and of the line
 */
public record TideTableQuestion(DayRange range, DayRange compared, Grain grain) {
    public TideTableQuestion {
        requireNonNull(range, "range");
        requireNonNull(compared, "compared");
        requireNonNull(grain, "grain");
    }
}
