package coldtide.world;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;

/**
 * A version on a platform with its staged rollout.
 *
 * @param steps ascending in time and share; the last reaches everyone
 */
public record AppRelease(String version, int build, String platform, List<Step> steps) {
    /**
     * From an instant on, a share of people is offered the release.
     *
     * @param share 0 to 1
     */
    public record Step(Instant from, double share) {}

    private static final String[] VERSIONS = {
        "1.0.0", "1.1.0", "1.2.0", "1.3.0", "1.4.0", "1.5.0", "1.6.0", "1.7.1", "1.8.0"
    };
    /** Days after the start of a span of 26 weeks; other spans are scaled. */
    private static final int[] DAYS = {0, 17, 38, 59, 80, 104, 127, 148, 168};

    private static final double[] ANDROID_SHARES = {0.05, 0.2, 0.5, 1};
    private static final int[] ANDROID_DAYS = {0, 2, 4, 7};
    private static final double[] IOS_SHARES = {0.1, 0.4, 1};
    private static final int[] IOS_DAYS = {1, 3, 6};

    public AppRelease {
        steps = List.copyOf(steps);
    }

    /** All releases of a platform, oldest first. */
    static List<AppRelease> ofPlatform(Scenario scenario, String platform) {
        boolean android = platform.equals("android");
        List<AppRelease> releases = new ArrayList<>();
        for (int i = 0; i < VERSIONS.length; i++) {
            int day = DAYS[i] * scenario.weeks() / Scenario.DEFAULT_WEEKS;
            List<Step> steps = i == 0
                    ? List.of(new Step(scenario.startOfDay(0), 1))
                    : steps(scenario, day, android ? ANDROID_DAYS : IOS_DAYS, android ? ANDROID_SHARES : IOS_SHARES);
            releases.add(new AppRelease(VERSIONS[i], 100 + 10 * i + (android ? 1 : 2), platform, steps));
        }
        return List.copyOf(releases);
    }

    private static List<Step> steps(Scenario scenario, int day, int[] days, double[] shares) {
        List<Step> steps = new ArrayList<>();
        for (int i = 0; i < days.length; i++) {
            steps.add(new Step(scenario.startOfDay(day + days[i]).plusSeconds(10 * 3600), shares[i]));
        }
        return steps;
    }

    /** When somebody at place {@code u} (0 to 1) in the rollout is first offered it. */
    Instant offeredTo(double u) {
        for (Step step : steps) {
            if (u < step.share()) {
                return step.from();
            }
        }
        return steps.get(steps.size() - 1).from();
    }
}
