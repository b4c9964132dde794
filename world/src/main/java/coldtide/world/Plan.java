package coldtide.world;

import java.time.LocalDate;
import java.util.Comparator;
import java.util.List;

/** What all people of a scenario share: when people arrive, how busy days and hours are, which releases there are. */
final class Plan {
    /** Share of play by hour of the local day, relative. */
    private static final double[] HOURS = {3, 2, 1, 1, 1, 1, 2, 4, 6, 6, 5, 5, 7, 7, 6, 6, 7, 8, 9, 11, 13, 13, 10, 6};

    final Scenario scenario;
    final List<AppRelease> android;
    final List<AppRelease> ios;
    final Campaign keeperReel;
    final Outage outage;
    private final int holiday;
    private final double[] arrivals;
    private final double[] hours;
    private final long[] dayStartMillis;

    Plan(Scenario scenario) {
        this.scenario = scenario;
        android = AppRelease.ofPlatform(scenario, "android");
        ios = AppRelease.ofPlatform(scenario, "ios");
        keeperReel = Campaign.keeperReel(scenario);
        outage = new Outage(scenario);
        holiday = scenario.has(Happening.HOLIDAY) ? Happening.HOLIDAY.dayIndex(scenario) : Integer.MIN_VALUE;
        hours = cumulative(HOURS);
        dayStartMillis = new long[scenario.days() + 1];
        double[] weights = new double[scenario.days()];
        for (int day = 0; day < dayStartMillis.length; day++) {
            dayStartMillis[day] = scenario.startOfDay(day).toEpochMilli();
            if (day < weights.length) {
                weights[day] = (1 + 1.6 * Math.exp(-day / 12.0)) * busy(day) * busy(day);
            }
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

    /** How busy a day of the span is: weekends more, about 1 on average. */
    double busy(int day) {
        LocalDate date = scenario.firstDay().plusDays(day);
        double weekday = switch (date.getDayOfWeek()) {
            case FRIDAY -> 1.02;
            case SATURDAY -> 1.14;
            case SUNDAY -> 1.12;
            case MONDAY -> 0.93;
            default -> 0.96;
        };
        return weekday * (day == holiday ? 1.45 : day == holiday + 1 || day == holiday + 2 ? 0.72 : 1);
    }

    int arrivalDay(Draw draw) {
        return draw.byCumulative(arrivals);
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

    long endMillis() {
        return dayStartMillis[dayStartMillis.length - 1];
    }

    List<AppRelease> releases(String platform) {
        return platform.equals("android") ? android : ios;
    }

    /** Every release of the world, oldest first. */
    List<AppRelease> releases() {
        return java.util.stream.Stream.concat(android.stream(), ios.stream())
                .sorted(Comparator.comparing(AppRelease::build))
                .toList();
    }
}
