package coldtide.core.anomaly.explain;

import coldtide.core.anomaly.counts.DailyCourse;

/**
 * Fit of how the missing part of a metric follows the adoption of a release. The model for each day: expected number × level × (1 − size × share of
 * users on the release), with Poisson scatter. The best-fitting level and size are taken; size is tried in hundredths (handbook, Sudden changes).
 *
 * @param size part that would be missing if all users were on the release, from 0 to 1
 * @param misfit remaining deviance (P. McCullagh and J. A. Nelder, Generalized Linear Models, 2nd ed. 1989, section 2.3, from memory)
 */
record AdoptionResponse(double size, double misfit) {
    private static final int STEPS = 100;

    /**
     * @param share by day of the log, how many were on it
     * @param from first day looked at
     * @param to the day after the last
     */
    static AdoptionResponse of(DailyCourse course, double[] share, int from, int to) {
        AdoptionResponse best = new AdoptionResponse(0, Double.POSITIVE_INFINITY);
        for (int step = 0; step < STEPS; step++) {
            double size = (double) step / STEPS;
            double misfit = misfit(course, share, size, from, to);
            if (misfit < best.misfit) {
                best = new AdoptionResponse(size, misfit);
            }
        }
        return best;
    }

    private static double misfit(DailyCourse course, double[] share, double size, int from, int to) {
        double actual = 0;
        double expected = 0;
        for (int day = from; day < to; day++) {
            if (isKnown(course, day)) {
                actual += course.actual()[day];
                expected += course.expected()[day] * (1 - size * share[day]);
            }
        }
        double level = actual / expected;
        double sum = 0;
        for (int day = from; day < to; day++) {
            if (isKnown(course, day)) {
                sum += deviance(course.actual()[day], level * course.expected()[day] * (1 - size * share[day]));
            }
        }
        return sum;
    }

    private static boolean isKnown(DailyCourse course, int day) {
        return course.expected()[day] > 0 && !Double.isInfinite(course.expected()[day]);
    }

    private static double deviance(double actual, double expected) {
        return 2 * ((actual > 0 ? actual * Math.log(actual / expected) : 0) - (actual - expected));
    }
}
