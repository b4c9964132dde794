package coldtide.world.scenario;

import java.util.List;

/**
 * A version on a platform with its staged rollout.
 *
 * @param day index in the span of the day on which the rollout begins
 * @param hour of the reporting day at which every step happens
 * @param steps ascending in days and share; the last reaches everyone
 */
public record AppRelease(String version, String platform, int build, int day, double hour, List<Step> steps) {
    /**
     * A share of people is offered the release from then on.
     *
     * @param afterDays days after the rollout began
     * @param share 0 to 1
     */
    public record Step(int afterDays, double share) {
        public Step {
            Check.within("afterDays", afterDays, 0, 1000);
            Check.within("share", share, 0, 1);
        }
    }

    public AppRelease {
        version = Check.text("version", version);
        platform = Check.text("platform", platform);
        Check.within("day", day, 0, 10_000);
        Check.within("hour", hour, 0, 24);
        steps = Check.some("steps", steps);
        for (int i = 1; i < steps.size(); i++) {
            Check.that(
                    steps.get(i).afterDays() > steps.get(i - 1).afterDays()
                            && steps.get(i).share() > steps.get(i - 1).share(),
                    "the steps of " + version + " on " + platform + " must rise in days and in share.");
        }
        Check.that(
                steps.get(steps.size() - 1).share() == 1,
                "the last step of " + version + " on " + platform + " must reach everyone: share 1.");
    }

    AppRelease onDay(int other) {
        return new AppRelease(version, platform, build, other, hour, steps);
    }
}
