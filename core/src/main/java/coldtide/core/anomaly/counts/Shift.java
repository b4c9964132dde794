package coldtide.core.anomaly.counts;

/**
 * A run of days on which a slice had less than it had before, by the measure of all other users.
 *
 * @param from first day, numbered from the first of the log
 * @param to the day after the last
 * @param distance how far it lies from no change, in standard errors as this slice's own past has them; below 0
 */
public record Shift(int from, int to, double distance) {
    public boolean overlaps(Shift other) {
        return from < other.to && other.from < to;
    }
}
