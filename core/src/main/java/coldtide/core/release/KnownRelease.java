package coldtide.core.release;

import coldtide.core.log.EventLog;
import coldtide.core.log.rule.Release;
import coldtide.core.release.AdoptionAnalysis.Adoption;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;

/**
 * A release that may be to blame.
 *
 * @param starts the day on which its rollout began
 */
public record KnownRelease(String version, String platform, LocalDate starts) {
    /** In place of a platform where a version is meant wherever it is. */
    public static final String ALL_PLATFORMS = "";

    /** A version is there once it has this part of the active users of its platform; fewer may be trying it out. */
    private static final double THERE = 0.01;

    /** Whether users of a platform can be on it. */
    public boolean isOn(String ofPlatform) {
        return platform.equals(ALL_PLATFORMS) || platform.equals(ofPlatform);
    }

    /** Releases as events show them, for an app of which none was entered: each from the day on which it was there. */
    public static List<KnownRelease> seen(EventLog log, Adoption adoption) {
        List<KnownRelease> seen = new ArrayList<>();
        for (int r = 0; r < adoption.releases().size(); r++) {
            Release release = adoption.releases().get(r);
            for (int day = 0; day < log.days() && !release.version().isEmpty(); day++) {
                boolean isThere =
                        adoption.share(day, each -> each.platform().equals(release.platform()), release::equals)
                                > THERE;
                if (isThere) {
                    seen.add(new KnownRelease(
                            release.version(),
                            release.platform(),
                            log.firstDay().plusDays(day)));
                    break;
                }
            }
        }
        return seen;
    }
}
