package coldtide.core.change;

import coldtide.core.release.KnownRelease;

/**
 * The release that a fall is linked to.
 *
 * @param daysBefore how many days before the fall its rollout began
 * @param contrast of those in the slice who are on it against those who are not, on the same days and beside the same of everybody else;
 *     unknown where what fell is not so much for each active person
 */
public record Blamed(KnownRelease release, int daysBefore, Change contrast) {}
