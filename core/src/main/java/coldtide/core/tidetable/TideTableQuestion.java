package coldtide.core.tidetable;

import static java.util.Objects.requireNonNull;

import coldtide.core.time.DayRange;
import coldtide.core.time.Grain;

/**
 * How do the headline figures stand at the end of a range, and over the whole of it?
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
