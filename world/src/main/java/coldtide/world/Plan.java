package coldtide.world;

import coldtide.world.scenario.AppRelease;
import coldtide.world.scenario.Device;
import coldtide.world.scenario.DeviceFamily;
import coldtide.world.scenario.Effect;
import coldtide.world.scenario.Happening;
import coldtide.world.scenario.Platform;
import coldtide.world.scenario.Scenario;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/** What all people of a scenario share, worked out once: how busy days and hours are, who arrives when, who is offered what. */
final class Plan {
    final Scenario scenario;
    final Prices prices;
    /** Those switched on. */
    final List<Happening> happenings;

    final List<Happening> bursts;
    private final Map<String, List<AppRelease>> releases = new HashMap<>();
    private final Map<String, List<Device>> devices = new HashMap<>();
    private final double[] busy;
    private final double[] arrivals;
    private final double[] hours;
    private final long[] dayStartMillis;

    Plan(Scenario scenario) {
        this.scenario = scenario;
        prices = new Prices(scenario);
        happenings = scenario.planted();
        bursts = happenings.stream()
                .filter(each -> each.effect() == Effect.ARRIVALS_BURST)
                .toList();
        scenario.platforms().forEach(each -> releases.put(each.name(), scenario.releases(each.name())));
        for (DeviceFamily family : scenario.devices()) {
            devices.computeIfAbsent(family.platform(), name -> new ArrayList<>())
                    .addAll(family.devices());
        }
        hours = cumulative(
                scenario.rhythm().hours().stream().mapToDouble(each -> each).toArray());
        dayStartMillis = new long[scenario.days() + 1];
        for (int day = 0; day < dayStartMillis.length; day++) {
            dayStartMillis[day] = scenario.startOfDay(day).toEpochMilli();
        }
        busy = busyDays();
        double[] weights = new double[scenario.days()];
        for (int day = 0; day < weights.length; day++) {
            double opening = scenario.rhythm().opening()
                    * Math.exp(-day / scenario.rhythm().openingDays());
            weights[day] = (1 + opening) * busy[day] * busy[day];
        }
        arrivals = cumulative(weights);
    }

    private static double[] cumulative(double[] weights) {
        double[] sums = weights.clone();
        for (int i = 1; i < sums.length; i++) {
            sums[i] += sums[i - 1];
        }
        return sums;
    }

    private double[] busyDays() {
        double[] days = new double[scenario.days()];
        for (int day = 0; day < days.length; day++) {
            days[day] = scenario.rhythm().busy(scenario.firstDay().plusDays(day).getDayOfWeek());
        }
        for (Happening happening : happenings) {
            for (int i = 0; i < happening.factors().size(); i++) {
                int day = happening.starts().day() + i;
                days[Math.min(day, days.length - 1)] *=
                        day < days.length ? happening.factors().get(i) : 1;
            }
        }
        return days;
    }

    /** How busy a day of the span is; about 1 on average. */
    double busy(int day) {
        return busy[day];
    }

    int arrivalDay(Draw draw) {
        return draw.byCumulative(arrivals);
    }

    /** The share of those who come as usual that comes on a day. */
    double arrivalShare(int day) {
        return (arrivals[day] - (day == 0 ? 0 : arrivals[day - 1])) / arrivals[arrivals.length - 1];
    }

    /** The burst by which somebody comes, or null: they come as others do. */
    Happening burst(Draw draw) {
        Happening by = null;
        for (Happening burst : bursts) {
            // Of all people of the world: those who come by an earlier burst cannot come by this one.
            by = draw.chance(burst.size()) && by == null ? burst : by;
        }
        return by;
    }

    /** A moment of play on a day, by the habits of local hours. */
    long moment(Draw draw, int day, int hoursFromZone) {
        int hour = Math.floorMod(draw.byCumulative(hours) - hoursFromZone, 24);
        long at = dayStartMillis[day] + (long) ((hour + draw.unit()) * 3_600_000);
        return Math.min(at, dayStartMillis[day + 1] - 1);
    }

    long startMillis(int day) {
        return dayStartMillis[day];
    }

    long startMillis(Happening happening) {
        return scenario.at(happening.starts().day(), happening.starts().hour()).toEpochMilli();
    }

    long endMillis() {
        return dayStartMillis[dayStartMillis.length - 1];
    }

    /** Of a platform, oldest first. */
    List<AppRelease> releases(String platform) {
        return releases.get(platform);
    }

    /** When somebody at place {@code u} (0 to 1) in the rollout is first offered a release. */
    long offeredMillis(AppRelease release, double u) {
        for (AppRelease.Step step : release.steps()) {
            if (u < step.share()) {
                return scenario.at(release.day() + step.afterDays(), release.hour())
                        .toEpochMilli();
            }
        }
        throw new IllegalArgumentException("A place in the rollout lies below 1, not at " + u + ".");
    }

    String platform(Draw draw) {
        return draw.pick(scenario.platforms(), Platform::weight).name();
    }

    List<Device> devices(String platform) {
        return devices.get(platform);
    }

    List<String> osVersions(String platform) {
        return scenario.platforms().stream()
                .filter(each -> each.name().equals(platform))
                .findFirst()
                .orElseThrow()
                .osVersions();
    }
}
