package coldtide.world;

import coldtide.world.scenario.Channel;
import coldtide.world.scenario.Country;
import coldtide.world.scenario.Device;
import coldtide.world.scenario.Effect;
import coldtide.world.scenario.Happening;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;

/** One person's time with the game, from the install to the last day. */
final class PersonStory {
    private final Plan plan;
    private final Draw draw;
    private final Country country;
    private final Diary diary;
    private final PlayStory play;
    private final List<Install> installs = new ArrayList<>();
    private final int arrivalDay;
    private final String number;
    private final double leaving;
    private final double playing;

    PersonStory(Plan plan, long number) {
        this.plan = plan;
        this.number = Long.toString(number, 36);
        draw = new Draw(plan.scenario.seed(), number);
        country = draw.pick(plan.scenario.countries(), Country::weight);
        Happening burst = plan.burst(draw);
        Channel channel = burst == null ? draw.pick(plan.scenario.channels(), Channel::weight) : channelOf(burst);
        int usualDay = plan.arrivalDay(draw);
        arrivalDay = burst == null ? usualDay : dayOf(burst);
        String campaign = burst == null
                ? campaign(channel)
                : burst.where().one("campaign").orElseThrow();
        long arrival = plan.moment(draw, arrivalDay, country.hoursFromZone());
        Install first = new Install("i" + this.number, draw, plan, country, device(), arrival);
        first.arrivedBy(channel, campaign);
        installs.add(first);
        double lesson = first.factor(Effect.FIRST_LESSON, arrival);
        leaving = Math.min(0.97, draw.share(0.55, 0.85) * channel.leavingFactor() * lesson);
        playing = draw.share(1.5, 1.1);
        diary = new Diary(plan, draw, "e" + this.number);
        play = new PlayStory(plan, draw, diary, country, lesson < 1);
        play.firstSession(first, arrival);
    }

    private Channel channelOf(Happening burst) {
        String name = burst.where().one("channel").orElseThrow();
        return plan.scenario.channels().stream()
                .filter(channel -> channel.name().equals(name))
                .findFirst()
                .orElseThrow();
    }

    private int dayOf(Happening burst) {
        return Math.min(burst.starts().day() + draw.below(burst.ends().afterDays()), plan.scenario.days() - 1);
    }

    private String campaign(Channel channel) {
        return channel.campaigns().isEmpty() ? "" : draw.pick(channel.campaigns());
    }

    private Device device() {
        return draw.pick(
                plan.devices(plan.platform(draw)),
                device -> device.weight() * country.gpuFactors().getOrDefault(device.gpu(), 1.0));
    }

    /** Everything that arrived from this person, in time order of each device. */
    List<WorldEvent> tell() {
        for (int day = arrivalDay; day < plan.scenario.days(); day++) {
            boolean arrival = day == arrivalDay;
            if (!arrival && draw.chance(Math.max(leaving, play.annoyance()))) {
                leave(day);
                break;
            }
            boolean plays = arrival ? draw.chance(0.35) : draw.chance(Math.min(0.97, playing * plan.busy(day)));
            boolean pushed = !arrival && draw.chance(0.1) && push(day);
            if (plays) {
                sessions(day, pushed);
            }
        }
        return diary.events();
    }

    List<Diary.Settled> settled() {
        return diary.settled();
    }

    private void sessions(int day, boolean pushed) {
        int count = 1 + draw.geometric(0.45);
        long[] moments = new long[count];
        for (int i = 0; i < count; i++) {
            moments[i] = plan.moment(draw, day, country.hoursFromZone());
        }
        Arrays.sort(moments);
        secondDevice(moments[0]);
        for (long moment : moments) {
            Install on = installs.size() > 1 && draw.chance(0.4) ? installs.get(1) : installs.get(0);
            play.session(on, Math.max(moment, play.freeFrom()), pushed);
        }
    }

    private void secondDevice(long before) {
        boolean takes = installs.size() == 1
                && play.signedIn()
                && draw.chance(plan.scenario.habits().secondDevice());
        if (takes) {
            long at = Math.max(before - 600_000, play.freeFrom());
            Install second = new Install("i" + number + "-2", draw, plan, country, device(), at);
            installs.add(second);
            play.openOn(second, at);
        }
    }

    private boolean push(int day) {
        Install on = installs.get(0);
        long at = plan.startMillis(day) + (long) (draw.between(9, 11) * 3_600_000);
        diary.write(at, 2_000, "push_received", on, "", null, Map.of());
        return draw.chance(0.3);
    }

    /** The push service notices the uninstall and reports it the night after it happened. */
    private void leave(int day) {
        if (draw.chance(0.4)) {
            long at = plan.startMillis(day) + draw.below(80_000_000);
            int next = Math.min(day + 1, plan.scenario.days());
            long reported = plan.startMillis(next) + 60_000L * (20 + draw.below(20));
            diary.write(at, reported - at, "uninstall_detected", installs.get(0), "", null, Map.of());
        }
    }
}
