package coldtide.core.change;

/**
 * A run of days on which a slice had less than it had before, by the measure of everybody else.
 *
 * @param from first day, numbered from the first of the log
 * @param to the day after the last
 * @param distance how far it lies from no change, in standard errors as this slice's own past has them; below 0
 * @param expected what the run would have held
 * @param actual what it held
 */
record Shift(int from, int to, double distance, double expected, double actual) {
    boolean overlaps(Shift other) {
        return from < other.to && other.from < to;
    }
}
