package coldtide.core.release;

import coldtide.core.log.EventLog;
import coldtide.core.log.rule.Release;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * The release that a day of a user counts for: the newest of the platform whose rollout had begun, for at most four weeks. Users who are on
 * it are compared with users who are still on another one.
 */
final class Rollouts {
    static final int LONGEST = 28;
    static final int NONE = -1;

    private final List<KnownRelease> known;
    /** By release of the log: the platform's number, and which known release it is. */
    private final int[] platformOf;

    private final int[] knownOf;
    /** By platform and day of the log. */
    private final int[][] inHand;

    private final int[] starts;

    Rollouts(EventLog log, List<KnownRelease> known) {
        this.known = known;
        Map<String, Integer> platforms = new HashMap<>();
        List<Release> releases = log.releases();
        platformOf = new int[releases.size()];
        knownOf = new int[releases.size()];
        for (int code = 0; code < releases.size(); code++) {
            Release release = releases.get(code);
            platformOf[code] = platforms.computeIfAbsent(release.platform(), fresh -> platforms.size());
            knownOf[code] = known(release);
        }
        starts = known.stream().mapToInt(each -> log.dayNumber(each.starts())).toArray();
        inHand = new int[platforms.size()][log.days()];
        platforms.forEach((platform, number) -> {
            for (int day = 0; day < log.days(); day++) {
                inHand[number][day] = newest(platform, day);
            }
        });
    }

    private int known(Release release) {
        for (int each = 0; each < known.size(); each++) {
            if (known.get(each).version().equals(release.version())
                    && known.get(each).platform().equals(release.platform())) {
                return each;
            }
        }
        return NONE;
    }

    /** The newest release of a platform on a day. Of two that begin on one day, the later name wins; the first of a platform has no comparison. */
    private int newest(String platform, int day) {
        int newest = NONE;
        boolean isFirst = true;
        for (int each = 0; each < known.size(); each++) {
            if (known.get(each).platform().equals(platform) && starts[each] <= day) {
                isFirst = newest == NONE;
                newest = newest == NONE || starts[each] >= starts[newest] ? each : newest;
            }
        }
        boolean isPast = newest != NONE && day >= starts[newest] + LONGEST;
        return isPast || isFirst ? NONE : newest;
    }

    int size() {
        return known.size();
    }

    /** The known release that a day of a user on a release of the log is about, or {@link #NONE}. */
    int about(int release, int day) {
        return inHand[platformOf[release]][day];
    }

    boolean isSamePlatform(int release, int other) {
        return platformOf[release] == platformOf[other];
    }

    boolean isOn(int release, int about) {
        return knownOf[release] == about;
    }

    /** The first day of its rollout. */
    int starts(int about) {
        return starts[about];
    }
}
