package coldtide.world;

import coldtide.world.WorldEvent.Payment;
import coldtide.world.scenario.Effect;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;

/** Writes down a person's events as they happen, with the network between the device and us. */
final class Diary {
    private final Plan plan;
    private final Draw draw;
    private final String person;
    private final long lastArrivalMillis;
    private final List<WorldEvent> events = new ArrayList<>();
    private final List<Settled> settled = new ArrayList<>();
    private int written;

    Diary(Plan plan, Draw draw, String person) {
        this.plan = plan;
        this.draw = draw;
        this.person = person;
        lastArrivalMillis = plan.scenario.lastArrival().toEpochMilli();
    }

    /** An advert that ran to its end and is paid for. */
    record Settled(long timeMillis, String platform, BigDecimal amount) {}

    List<WorldEvent> events() {
        return events;
    }

    List<Settled> settled() {
        return settled;
    }

    /** The network sees an advert run to its end, whatever the game reports. */
    void settle(long time, Install install, BigDecimal amount) {
        if (time < plan.endMillis()) {
            settled.add(new Settled(time, install.device.platform(), amount));
        }
    }

    /** Network of a session: mostly at once, now and then only when the device is back online. */
    long delayMillis() {
        return draw.chance(plan.scenario.habits().late())
                ? (long) draw.exponential(6 * 3_600_000)
                : 400 + draw.below(4_000);
    }

    void write(
            long time,
            long delay,
            String name,
            Install install,
            String account,
            Payment payment,
            Map<String, Object> own) {
        written++;
        long received = time + delay;
        if (time >= plan.endMillis() || received > lastArrivalMillis || isLost(time, name, install)) {
            return;
        }
        events.add(new WorldEvent(
                person + "-" + written,
                plan.scenario.app().key() + "/" + install.device.platform(),
                name,
                time,
                received,
                install.clockAheadMillis,
                install.id,
                account,
                install.contextAt(time),
                payment,
                own));
    }

    private boolean isLost(long time, String name, Install install) {
        double lost = install.share(Effect.OUTAGE, time);
        double unsent = install.share(
                Effect.EVENT_LOST, time, happening -> happening.event().equals(name));
        return lost > 0 && draw.chance(lost) || unsent > 0 && draw.chance(unsent);
    }
}
