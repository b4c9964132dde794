package coldtide.core.stats;

/**
 * A ratio of two sums over users, such as revenue ÷ purchases; a mean is that of anything and 1 for each. Its standard error is
 * that of the ratio estimator (W. G. Cochran, Sampling Techniques, 3rd ed. 1977, section 6.3): users vary, not events.
 */
public final class RatioOfSums {
    private long people;
    private double over;
    private double under;
    private double overSquared;
    private double underSquared;
    private double both;

    /** Counts one user. */
    public void add(double personOver, double personUnder) {
        people++;
        over += personOver;
        under += personUnder;
        overSquared += personOver * personOver;
        underSquared += personUnder * personUnder;
        both += personOver * personUnder;
    }

    public void add(RatioOfSums other) {
        people += other.people;
        over += other.over;
        under += other.under;
        overSquared += other.overSquared;
        underSquared += other.underSquared;
        both += other.both;
    }

    /** Counts users with nothing over and 1 under. */
    public void addNone(long howMany) {
        people += howMany;
        under += howMany;
        underSquared += howMany;
    }

    public long people() {
        return people;
    }

    public double over() {
        return over;
    }

    public double under() {
        return under;
    }

    /** NaN where there is nothing to divide by. */
    public double value() {
        return under == 0 ? Double.NaN : over / under;
    }

    /** NaN for fewer than two users, or where there is no value. */
    public double standardError() {
        if (people < 2 || under == 0) {
            return Double.NaN;
        }
        double ratio = value();
        double residuals = Math.max(0, overSquared - 2 * ratio * both + ratio * ratio * underSquared);
        double meanUnder = under / people;
        return Math.sqrt(residuals / (people - 1.0) / people) / meanUnder;
    }
}
