package coldtide.bench;

import coldtide.world.scenario.AppRelease;
import coldtide.world.scenario.Channel;
import coldtide.world.scenario.Country;
import coldtide.world.scenario.DeviceFamily;
import coldtide.world.scenario.Effect;
import coldtide.world.scenario.Happening;
import coldtide.world.scenario.Scenario;
import coldtide.world.scenario.Slice;
import java.util.List;
import java.util.Map;
import java.util.Random;

/** Something planted at random, kind by kind in turn: whom it touches, how much, when, and for how long. */
final class Plants {
    /** Of the span, nothing is planted in this part of its beginning: what is usual must be known first. */
    private static final double QUIET = 0.45;

    private static final int LONGEST_DAYS = 30;
    private static final int SHORTEST_DAYS = 10;

    private final Scenario plain;
    private final Random random;

    Plants(Scenario plain, Random random) {
        this.plain = plain;
        this.random = random;
    }

    /** A world with one thing in it. @param number which one, 0 for the first */
    Scenario world(int number) {
        Happening happening = switch (number % 7) {
            case 0 -> payment();
            case 1 -> price();
            case 2 -> random.nextBoolean() ? slowFrames() : crashes();
            case 3 -> lostTracking();
            case 4 -> outage();
            case 5 -> holiday();
            default -> burst();
        };
        return plain.withSeed(random.nextLong()).planting(List.of(happening));
    }

    private Happening payment() {
        String platform = platform();
        Slice where = switch (random.nextInt(3)) {
            case 0 -> slice("platform", platform);
            case 1 -> slice("country", country());
            default -> new Slice(Map.of("platform", List.of(platform), "country", List.of(country())));
        };
        return planted("payment", Effect.PURCHASES_VANISH, null, where, withRelease(platform), some(0.3, 1), 0);
    }

    private Happening price() {
        return planted(
                "price", Effect.PRICES, null, slice("country", country()), onDay(0), some(1.5, 3), some(0.3, 0.7));
    }

    private Happening slowFrames() {
        DeviceFamily family = family();
        Slice where = new Slice(
                Map.of("gpu", List.of(family.gpu()), "level", List.of(Integer.toString(1 + random.nextInt(8)))));
        return planted(
                "product fault", Effect.FRAMES_SLOW, null, where, withRelease(family.platform()), some(0.3, 0.7), 0);
    }

    private Happening crashes() {
        DeviceFamily family = family();
        return planted(
                "product fault",
                Effect.CRASHES,
                null,
                slice("gpu", family.gpu()),
                withRelease(family.platform()),
                some(0.15, 0.5),
                0);
    }

    private Happening lostTracking() {
        String platform = platform();
        return planted(
                "lost tracking",
                Effect.EVENT_LOST,
                "ad_finished",
                slice("platform", platform),
                withRelease(platform),
                some(0.8, 1),
                0);
    }

    private Happening outage() {
        return happening(
                "outage",
                Effect.OUTAGE,
                null,
                Slice.EVERYBODY,
                onDay(8 + random.nextInt(13)),
                new Happening.End(null, 0, 1 + random.nextInt(3)),
                1,
                0,
                List.of());
    }

    private Happening holiday() {
        return happening(
                "calendar",
                Effect.BUSY_DAYS,
                null,
                Slice.EVERYBODY,
                onDay(0),
                null,
                0,
                0,
                List.of(some(1.25, 1.6), some(0.6, 0.8), some(0.65, 0.85)));
    }

    private Happening burst() {
        List<Channel> weak = plain.channels().stream()
                .filter(channel -> channel.leavingFactor() > 1.1)
                .toList();
        String channel = weak.get(random.nextInt(weak.size())).name();
        Slice where =
                new Slice(Map.of("channel", List.of(channel), "campaign", List.of("reel_" + random.nextInt(100))));
        return happening(
                "mix of arrivals",
                Effect.ARRIVALS_BURST,
                null,
                where,
                onDay(0),
                new Happening.End(null, 5 + random.nextInt(5), 0),
                some(0.03, 0.08),
                0,
                List.of());
    }

    private Happening planted(
            String kind,
            Effect effect,
            String event,
            Slice where,
            Happening.Start starts,
            double size,
            double willing) {
        Happening.End end =
                new Happening.End(null, SHORTEST_DAYS + random.nextInt(LONGEST_DAYS - SHORTEST_DAYS + 1), 0);
        return happening(kind, effect, event, where, starts, end, size, willing, List.of());
    }

    private static Happening happening(
            String kind,
            Effect effect,
            String event,
            Slice where,
            Happening.Start starts,
            Happening.End end,
            double size,
            double willing,
            List<Double> factors) {
        return new Happening(
                "planted",
                kind,
                false,
                effect,
                event,
                where,
                starts,
                end,
                size,
                willing,
                factors,
                new Happening.Truth(kind, "Planted at random.", List.of(), List.of(), List.of()));
    }

    private static Slice slice(String property, String value) {
        return new Slice(Map.of(property, List.of(value)));
    }

    /** In whole hundredths, so that a scenario is as it is printed. */
    private double some(double least, double most) {
        return Math.round(100 * (least + random.nextDouble() * (most - least))) / 100.0;
    }

    private String platform() {
        return random.nextBoolean() ? "android" : "ios";
    }

    /** Where more people are, more often. */
    private String country() {
        double at = random.nextDouble()
                * plain.countries().stream().mapToDouble(Country::weight).sum();
        for (Country country : plain.countries()) {
            at -= country.weight();
            if (at < 0) {
                return country.code();
            }
        }
        return plain.countries().get(0).code();
    }

    private DeviceFamily family() {
        return plain.devices().get(random.nextInt(plain.devices().size()));
    }

    private Happening.Start onDay(double hour) {
        int first = (int) (QUIET * plain.days());
        return new Happening.Start(null, first + random.nextInt(plain.days() - first - LONGEST_DAYS), hour);
    }

    private Happening.Start withRelease(String platform) {
        List<AppRelease> late = plain.releases(platform).stream()
                .filter(release -> release.day() >= QUIET * plain.days())
                .filter(release -> release.day() <= plain.days() - LONGEST_DAYS)
                .toList();
        return new Happening.Start(late.get(random.nextInt(late.size())).version(), 0, 0);
    }
}
