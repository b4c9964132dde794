package coldtide.core.release;

import java.util.List;

/**
 * Comparison of a release with the releases before it.
 *
 * @param measures those that are known
 * @param stillNeeded how many times as many days of users on it, and of users not on it, would show a tenth fewer sessions; 1 or less
 *     where there are enough, NaN where there is nobody yet
 */
public record ReleaseStanding(KnownRelease release, Verdict verdict, List<Compared> measures, double stillNeeded) {
    /** A plain word. */
    public enum Verdict {
        BETTER,
        WORSE,
        /** Something is better, and something worse. */
        BETTER_AND_WORSE,
        NO_VISIBLE_DIFFERENCE,
        /** A tenth fewer sessions could not be seen yet. */
        TOO_EARLY
    }

    /** A change by this part should be seen before it is said that there is none. Common practice, no source. */
    private static final double TENTH = 0.1;

    static ReleaseStanding of(KnownRelease release, List<Compared> measures) {
        double needed = measures.stream()
                .filter(each -> each.measured() == Measured.SESSIONS)
                .mapToDouble(
                        each -> Math.pow((Math.log1p(each.high()) - Math.log1p(each.low())) / 2 / Math.log1p(TENTH), 2))
                .findFirst()
                .orElse(Double.NaN);
        return new ReleaseStanding(release, verdict(measures, needed), List.copyOf(measures), needed);
    }

    private static Verdict verdict(List<Compared> measures, double needed) {
        boolean isWorse = measures.stream().anyMatch(Compared::isWorse);
        boolean isBetter = measures.stream().anyMatch(Compared::isBetter);
        if (isWorse || isBetter) {
            return !isBetter ? Verdict.WORSE : isWorse ? Verdict.BETTER_AND_WORSE : Verdict.BETTER;
        }
        return needed <= 1 ? Verdict.NO_VISIBLE_DIFFERENCE : Verdict.TOO_EARLY;
    }
}
