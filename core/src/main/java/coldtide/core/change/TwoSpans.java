package coldtide.core.change;

/**
 * Counts of a part and of everybody else, before and after. Were the part to change as all others did, so much for each, it would hold
 * {@link #expected()} after.
 *
 * @param over what is counted of the part
 * @param under of what it is so much for each; equal lengths of time where it is counted by itself
 */
record TwoSpans(
        double overBefore,
        double underBefore,
        double overAfter,
        double underAfter,
        double restOverBefore,
        double restUnderBefore,
        double restOverAfter,
        double restUnderAfter) {
    /** In place of others where there are none: so many that they never change. */
    static final double STEADY = 1e12;

    /** By which factor the part would change. */
    private double factor() {
        return underAfter / underBefore * (restOverAfter / restUnderAfter) / (restOverBefore / restUnderBefore);
    }

    boolean isKnown() {
        return overBefore > 0
                && underBefore > 0
                && underAfter > 0
                && restOverBefore > 0
                && restUnderBefore > 0
                && restOverAfter > 0
                && restUnderAfter > 0;
    }

    /** The others by themselves, held against their own past. */
    TwoSpans ofRest() {
        return new TwoSpans(
                restOverBefore, restUnderBefore, restOverAfter, restUnderAfter, STEADY, STEADY, STEADY, STEADY);
    }

    double expected() {
        return overBefore * factor();
    }

    /** The standard error of {@link #against()} for counts that come one by one. */
    double error() {
        return Math.sqrt(1 / Math.max(overAfter, 0.5) + 1 / overBefore + 1 / restOverAfter + 1 / restOverBefore);
    }

    /** Of both spans of the part together, how many for each of the others; at most not quite 1. */
    double rate() {
        return Math.min(0.99, (overBefore + overAfter) / (underBefore + underAfter));
    }

    /** What is missing of the part, as a part of what all would have. */
    double missingOfAll() {
        double missing = expected() - overAfter;
        return missing / (overAfter + restOverAfter + missing);
    }

    /** How far it fell of itself, whatever others did: the logarithm of after ÷ before; below 0 for a fall. */
    double own() {
        return Math.log(Math.max(overAfter, 0.5) / underAfter) - Math.log(overBefore / underBefore);
    }

    /** The same against the others. */
    double against() {
        return Math.log(Math.max(overAfter, 0.5)) - Math.log(expected());
    }

    /**
     * The signed root of the deviance: of all that the part holds before and after, does as much lie after as would? Two Poisson counts
     * compared given their sum (R. E. Przyborowski and H. Wilenski, Biometrika 31 (1940) 313–323; P. McCullagh and J. A. Nelder,
     * Generalized Linear Models, 2nd ed. 1989, section 2.3; both cited from memory), with what is not known of the others taken off, and
     * corrected by a half for counts being whole. It is about standard normal for counts that come one by one.
     */
    double distance() {
        return distance(0.5);
    }

    /** @param correction how much nearer they are taken to lie; none for how far they usually lie apart, of which most are small */
    double distance(double correction) {
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
