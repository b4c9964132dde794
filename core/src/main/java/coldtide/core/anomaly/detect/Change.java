package coldtide.core.anomaly.detect;

import coldtide.core.anomaly.counts.BeforeAfterCounts;

/**
 * Change of a rate in a group, compared with all other users.
 *
 * @param before how many of what is counted there were before
 * @param expected how many there would be after
 * @param actual how many there are
 * @param part by which part of what was to be expected it changed, −0.3 for a fall by three tenths; NaN where nothing was
 * @param low of its 95 % interval
 * @param high of its 95 % interval
 */
public record Change(double before, double expected, double actual, double part, double low, double high) {
    private static final double Z = 1.96;

    public static final Change UNKNOWN = new Change(0, 0, 0, Double.NaN, Double.NaN, Double.NaN);

    /** Counts alone, where there is nothing to expect by. */
    public static Change counted(BeforeAfterCounts spans) {
        return new Change(spans.overBefore(), Double.NaN, spans.overAfter(), Double.NaN, Double.NaN, Double.NaN);
    }

    /** @param scatter by how much more than chance counts of this kind scatter, as a factor on the standard error */
    public static Change of(BeforeAfterCounts spans, double scatter) {
        if (!spans.isKnown() || spans.expected() < GroupSearch.LEAST_EXPECTED) {
            return UNKNOWN;
        }
        double factor = Math.exp(spans.against());
        double error = scatter * spans.error();
        return new Change(
                spans.overBefore(),
                spans.expected(),
                spans.overAfter(),
                spans.overAfter() / spans.expected() - 1,
                factor * Math.exp(-Z * error) - 1,
                factor * Math.exp(Z * error) - 1);
    }

    public boolean isKnown() {
        return !Double.isNaN(part);
    }

    /** Whether it is told that it fell. */
    public boolean isFall() {
        return isWorse(false);
    }

    /** Whether it is told to lie on the bad side. */
    public boolean isWorse(boolean isWorseAbove) {
        return isWorseAbove ? low > 0 : high < 0;
    }

    /** Whether both are known and this is told to lie on the better side of another. */
    public boolean isBetter(Change than, boolean isWorseAbove) {
        return isWorseAbove ? high < than.low : low > than.high;
    }

    /** How many are missing. */
    public double lost() {
        return expected - actual;
    }
}
