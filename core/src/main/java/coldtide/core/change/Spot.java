package coldtide.core.change;

/**
 * The place where frames of a slice got slower by most: a square of a level's plan.
 *
 * @param level its number
 * @param x left edge, in the coordinates of the plan
 * @param y upper edge
 * @param size of the square
 * @param before mean frames a second there before
 * @param after the same after
 * @param samples after
 * @param elsewhere mean of everybody else there after; NaN if nobody was
 */
public record Spot(
        double level, double x, double y, double size, double before, double after, int samples, double elsewhere) {}
