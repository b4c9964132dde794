package coldtide.core.anomaly.explain;

import coldtide.core.anomaly.detect.Change;
import coldtide.core.release.KnownRelease;

/**
 * The release that a drop is attributed to.
 *
 * @param daysBefore days between the begin of its rollout and the drop
 * @param link the evidence for it
 * @param contrast users of the group on the release compared with users of the group who are not on it, on the same days, relative to the same
 *     comparison of all other users; unknown for metrics that are not counted per active user
 */
public record AttributedRelease(KnownRelease release, int daysBefore, Link link, Change contrast) {
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
