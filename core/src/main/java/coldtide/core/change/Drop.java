package coldtide.core.change;

import coldtide.core.tidetable.Figure;
import coldtide.core.time.DayRange;
import coldtide.core.who.Having;
import java.util.List;

/**
 * One figure that fell, or of a figure of loss one that rose, in one slice.
 *
 * @param slice the values of whom it fell for; empty for everybody
 * @param same other names of nearly the same people
 * @param days from the first on which it lay below to the last
 * @param distance in standard errors from what was to be expected
 * @param change in what is counted
 * @param ofAll which part of what everybody was to have is missing by it; of a figure of loss, how much more there is
 * @param without what everybody else did over the same days against their own past; of a slice alone
 * @param suspects that only looked guilty, or could not be told apart
 * @param parts values of which nearly all is in the slice
 * @param tried how many slices were compared
 * @param isCounted whether the change is of things that are counted, and not of the figure in its own unit
 */
public record Drop(
        Figure figure,
        List<Having> slice,
        List<List<Having>> same,
        DayRange days,
        double distance,
        Change change,
        double ofAll,
        Change without,
        List<Suspect> suspects,
        List<Having> parts,
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
