package coldtide.core.change;

/**
 * How what is missing of a course follows how many were on a release: the more are on what hurts them, the more is missing (handbook §10,
 * dose). A day is expected to hold its expected number × level × (1 − size × share on it), counts scattering by chance; level and size are
 * those that fit best, the size in whole hundredths.
 *
 * @param size which part would be missing were all on it, from 0 to 1
 * @param misfit the deviance left (P. McCullagh and J. A. Nelder, Generalized Linear Models, 2nd ed. 1989, section 2.3, from memory)
 */
record Dose(double size, double misfit) {
    private static final int STEPS = 100;

    /**
     * @param share by day of the log, how many were on it
     * @param from first day looked at
     * @param to the day after the last
     */
    static Dose of(Incident.Course course, double[] share, int from, int to) {
        Dose best = new Dose(0, Double.POSITIVE_INFINITY);
        for (int step = 0; step < STEPS; step++) {
            double size = (double) step / STEPS;
            double misfit = misfit(course, share, size, from, to);
            if (misfit < best.misfit) {
                best = new Dose(size, misfit);
            }
        }
        return best;
    }

    private static double misfit(Incident.Course course, double[] share, double size, int from, int to) {
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

    private static boolean isKnown(Incident.Course course, int day) {
        return course.expected()[day] > 0 && !Double.isInfinite(course.expected()[day]);
    }

    private static double deviance(double actual, double expected) {
        return 2 * ((actual > 0 ? actual * Math.log(actual / expected) : 0) - (actual - expected));
    }
}
