package coldtide.core.release;

/**
 * A measure of users on a release against users who were not.
 *
 * @param on of those on it: so many for each user and active day, a share, or a mean
 * @param off of those not on it, on the same days and as active before
 * @param part by which part it is higher on it
 * @param low of the 95 % interval
 * @param high of the 95 % interval
 * @param adjusted p-value, corrected for all measures of the release
 * @param onIt days of users on it that have a user to be held against; users for arrivals, samples for means
 * @param notOnIt the same of those not on it
 */
public record Compared(
        Measured measured,
        double on,
        double off,
        double part,
        double low,
        double high,
        double adjusted,
        double onIt,
        double notOnIt) {
    private static final double SURE = 0.05;

    Compared corrected(double p) {
        return new Compared(measured, on, off, part, low, high, p, onIt, notOnIt);
    }

    /** Whether it is told from chance. */
    public boolean isTold() {
        return adjusted <= SURE;
    }

    public boolean isWorse() {
        return isTold() && part > 0 == measured.isWorseAbove();
    }

    public boolean isBetter() {
        return isTold() && !isWorse();
    }
}
