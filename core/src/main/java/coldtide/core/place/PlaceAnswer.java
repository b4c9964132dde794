package coldtide.core.place;

import coldtide.core.stats.Difference;
import java.util.List;
import java.util.Optional;

/**
 * Answer of a level map: the squares, ordered by {@code y}, then by {@code x}.
 *
 * @param sides who was on the level: those asked about, then those set against them if there are some
 */
public record PlaceAnswer(List<Side> sides, List<Cell> cells) {
    public PlaceAnswer {
        sides = List.copyOf(sides);
        cells = List.copyOf(cells);
    }

    /**
     * One side of the comparison.
     *
     * @param people who did it anywhere on the level
     * @param events how often, of those with a place
     */
    public record Side(long people, long events) {}

    /**
     * A square.
     *
     * @param x of its left edge
     * @param y of its upper edge
     * @param seen by side
     * @param difference the first less the second, where both are told
     * @param adjusted its p-value, corrected for all squares together; 1 without a difference
     */
    public record Cell(double x, double y, List<Seen> seen, Optional<Difference> difference, double adjusted) {}

    /**
     * What was seen in a square.
     *
     * @param isTold whether enough users were there; if not, all that follows is nothing
     * @param value NaN where there is none
     * @param low of its 95 % interval; NaN where none is known
     * @param high of its 95 % interval
     */
    public record Seen(boolean isTold, long people, long events, double value, double low, double high) {
        static final Seen TOO_FEW = new Seen(false, 0, 0, Double.NaN, Double.NaN, Double.NaN);
    }
}
