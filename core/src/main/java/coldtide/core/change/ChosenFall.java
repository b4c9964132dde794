package coldtide.core.change;

import coldtide.core.time.DayRange;
import java.util.List;

/**
 * A fall of something that people chose to have watched, out of the band of its own past; of what is worse when it is higher, a rise.
 *
 * @param distance in standard errors from what was to be expected
 * @param change in the unit of what was chosen, the mean of a day
 * @param portions of a measure that adds up and fell by itself, values of which more is missing than their part was, the most telling first
 */
public record ChosenFall(Chosen of, DayRange days, double distance, Change change, List<Portion> portions) {
    public ChosenFall {
        portions = List.copyOf(portions);
    }

    ChosenFall with(List<Portion> others) {
        return new ChosenFall(of, days, distance, change, others);
    }
}
