package coldtide.core.anomaly.detect;

import coldtide.core.filter.value.PropertyValue;
import coldtide.core.tidetable.Figure;
import coldtide.core.time.DayRange;
import java.util.List;

/**
 * One figure that fell, or of a figure of loss one that rose, in one slice.
 *
 * @param slice the values of whom it fell for; empty for all users
 * @param same other names of nearly the same users
 * @param days from the first on which it lay below to the last
 * @param distance in standard errors from what was to be expected
 * @param change in what is counted
 * @param ofAll share of the expected number of all users that is missing through it; for a metric of which more is worse, the excess
 * @param without what all other users did over the same days against their own past; of a slice alone
 * @param suspects that only looked guilty, or could not be told apart
 * @param parts values of which nearly all is in the slice
 * @param tried how many slices were compared
 * @param isCounted whether the change is of things that are counted, and not of the figure in its own unit
 */
public record Drop(
        Figure figure,
        List<PropertyValue> slice,
        List<List<PropertyValue>> same,
        DayRange days,
        double distance,
        Change change,
        double ofAll,
        Change without,
        List<RuledOutGroup> suspects,
        List<PropertyValue> parts,
        int tried,
        boolean isCounted) {
    public Drop {
        slice = List.copyOf(slice);
        same = List.copyOf(same);
        suspects = List.copyOf(suspects);
        parts = List.copyOf(parts);
    }

    /** Whether the other tells of the same slice at the same time. */
    boolean isPartOf(Drop other) {
        return slice.equals(other.slice) && overlaps(other);
    }

    boolean overlaps(Drop other) {
        return overlaps(other.days);
    }

    boolean overlaps(DayRange other) {
        return days.overlaps(other);
    }
}
