package coldtide.world;

import coldtide.world.scenario.AppRelease;
import coldtide.world.scenario.Effect;
import coldtide.world.scenario.Happening;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.function.Predicate;

/** The planted happenings that touch one install, and when. */
final class Effects {
    /**
     * A happening as this install meets it: on releases from the first (counted, oldest 0) and before the last, at times from
     * the first and before the last.
     */
    private record Touch(Happening happening, int fromRelease, int untilRelease, long fromMillis, long untilMillis) {
        boolean isOn(int release, long now) {
            return release >= fromRelease && release < untilRelease && now >= fromMillis && now < untilMillis;
        }
    }

    private final List<Touch> touches = new ArrayList<>();

    /**
     * @param who the install's properties that stay, with its {@code currency}
     * @param releases of its platform, oldest first
     */
    Effects(Plan plan, Map<String, String> who, List<AppRelease> releases) {
        for (Happening happening : plan.happenings) {
            if (happening.where().hasSomebodyWith(who)) {
                boolean withRelease = happening.comesWithRelease();
                int version = withRelease ? first(releases, happening.starts().version()) : 0;
                long starts = withRelease ? rollout(plan, releases, version) : plan.startMillis(happening);
                touches.add(new Touch(
                        happening,
                        version,
                        happening.ends().version() == null
                                ? Integer.MAX_VALUE
                                : first(releases, happening.ends().version()),
                        withRelease ? Long.MIN_VALUE : starts,
                        starts + happening.lastsMillis()));
            }
        }
    }

    /** When a release begins to be there; 0 where it never is. */
    private static long rollout(Plan plan, List<AppRelease> releases, int version) {
        return version < releases.size()
                ? plan.startMillis(releases.get(version).day())
                : 0;
    }

    private static int first(List<AppRelease> releases, String version) {
        for (int i = 0; i < releases.size(); i++) {
            if (releases.get(i).version().equals(version)) {
                return i;
            }
        }
        return Integer.MAX_VALUE;
    }

    /** The happenings of an effect that are on. */
    List<Happening> of(Effect effect, int release, long now) {
        List<Happening> on = List.of();
        for (Touch touch : touches) {
            if (touch.happening().effect() == effect && touch.isOn(release, now)) {
                on = on.isEmpty() ? new ArrayList<>() : on;
                on.add(touch.happening());
            }
        }
        return on;
    }

    /** The share that an effect takes: of several at once, each takes of what the others leave. */
    double share(Effect effect, int release, long now, Predicate<Happening> which) {
        double left = 1;
        for (Happening happening : of(effect, release, now)) {
            left *= which.test(happening) ? 1 - happening.size() : 1;
        }
        return 1 - left;
    }

    /** The product of the sizes of an effect. */
    double factor(Effect effect, int release, long now) {
        double factor = 1;
        for (Happening happening : of(effect, release, now)) {
            factor *= happening.size();
        }
        return factor;
    }
}
