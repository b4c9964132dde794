package coldtide.core.change;

import coldtide.core.release.KnownRelease;

/**
 * The release that a fall is linked to.
 *
 * @param daysBefore how many days before the fall its rollout began
 * @param link what speaks for it
 * @param contrast of those in the slice who are on it against those who are not, on the same days and beside the same of everybody else;
 *     unknown where what fell is not so much for each active person
 */
public record Blamed(KnownRelease release, int daysBefore, Link link, Change contrast) {
    /** What speaks for a release, the least first. */
    public enum Link {
        /** That its rollout began before. */
        TIME,
        /** That, of several, what is missing follows best how many were on it. */
        DOSE,
        /** That the app came to run worse on it. */
        RUNS_WORSE
    }
}
