package coldtide.core.anomaly.counts;

/**
 * Counts of a group and of all other users, before and after. {@link #expected()} is what the group would have after, had it changed as all others did.
 *
 * @param over what is counted
 * @param under what the count is divided by; equal lengths of time for an absolute count
 */
public record BeforeAfterCounts(
        double overBefore,
        double underBefore,
        double overAfter,
        double underAfter,
        double restOverBefore,
        double restUnderBefore,
        double restOverAfter,
        double restUnderAfter) {
    /** In place of others where there are none: so many that they never change. */
    public static final double STEADY = 1e12;

    /** Factor by which the group changed relative to all other users. */
    private double factor() {
        return underAfter / underBefore * (restOverAfter / restUnderAfter) / (restOverBefore / restUnderBefore);
    }

    public boolean isKnown() {
        return overBefore > 0
                && underBefore > 0
                && underAfter > 0
                && restOverBefore > 0
                && restUnderBefore > 0
                && restOverAfter > 0
                && restUnderAfter > 0;
    }

    /** The others by themselves, held against their own past. */
    public BeforeAfterCounts ofRest() {
        return new BeforeAfterCounts(
                restOverBefore, restUnderBefore, restOverAfter, restUnderAfter, STEADY, STEADY, STEADY, STEADY);
    }

    public double expected() {
        return overBefore * factor();
    }

    /** The standard error of {@link #against()} for counts that come one by one. */
    public double error() {
        return Math.sqrt(1 / Math.max(overAfter, 0.5) + 1 / overBefore + 1 / restOverAfter + 1 / restOverBefore);
    }

    /** Rate of the group over both spans together, at most 0.99. */
    double rate() {
        return Math.min(0.99, (overBefore + overAfter) / (underBefore + underAfter));
    }

    /** What is missing of the part, as a part of what all would have. */
    public double missingOfAll() {
        double missing = expected() - overAfter;
        return missing / (overAfter + restOverAfter + missing);
    }

    /** How far it fell of itself, whatever others did: the logarithm of after ÷ before; below 0 for a fall. */
    public double own() {
        return Math.log(Math.max(overAfter, 0.5) / underAfter) - Math.log(overBefore / underBefore);
    }

    /** Logarithm of actual over expected, where the expected value comes from all other users. */
    public double against() {
        return Math.log(Math.max(overAfter, 0.5)) - Math.log(expected());
    }

    /**
     * The signed root of the deviance: of all that the part holds before and after, does as much lie after as would? Two Poisson counts
     * compared given their sum (R. E. Przyborowski and H. Wilenski, Biometrika 31 (1940) 313–323; P. McCullagh and J. A. Nelder,
     * Generalized Linear Models, 2nd ed. 1989, section 2.3; both cited from memory), with what is not known of the others taken off, and
     * corrected by a half for counts being whole. It is about standard normal for counts that come one by one.
     */
    public double distance() {
        return distance(0.5);
    }

    /** @param correction how much nearer they are taken to lie; none for how far they usually lie apart, of which most are small */
    public double distance(double correction) {
        double factor = factor();
        double sum = overBefore + overAfter;
        double after = sum * factor / (1 + factor);
        double nearer = overAfter + Math.max(-correction, Math.min(correction, after - overAfter));
        double deviance = 2 * (term(nearer, after) + term(sum - nearer, sum - after));
        double own = 1 / Math.max(1, expected()) + 1 / overBefore;
        double others = 1 / restOverAfter + 1 / restOverBefore;
        return Math.signum(overAfter - after) * Math.sqrt(Math.max(0, deviance) * own / (own + others));
    }

    private static double term(double observed, double expected) {
        return observed <= 0 ? 0 : observed * Math.log(observed / expected);
    }
}
