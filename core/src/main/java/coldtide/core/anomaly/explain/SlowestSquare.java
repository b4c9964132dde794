package coldtide.core.anomaly.explain;

/**
 * Square of a level plan in which frames of a group got slower by most.
 *
 * @param level its number
 * @param x left edge, in the coordinates of the plan
 * @param y upper edge
 * @param size of the square
 * @param before mean frames a second there before
 * @param after the same after
 * @param samples after
 * @param elsewhere mean of all other users there after; NaN if nobody was
 */
public record SlowestSquare(
        double level, double x, double y, double size, double before, double after, int samples, double elsewhere) {}
