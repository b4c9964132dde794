package coldtide.world;

import coldtide.world.scenario.AppRelease;
import coldtide.world.scenario.Channel;
import coldtide.world.scenario.Country;
import coldtide.world.scenario.Device;
import coldtide.world.scenario.Effect;
import coldtide.world.scenario.Happening;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Predicate;

/** The game on one device of one person: which version it has when, what touches it, and the context its events share. */
final class Install {
    private static final double MEAN_LAG_MILLIS = 1.6 * 86_400_000;
    private static final int MOST_CLOCK_HOURS = 9;

    final String id;
    final Device device;
    /** By how much the device's clock is ahead of ours. */
    final long clockAheadMillis;

    private final Plan plan;
    private final String currency;
    private final List<AppRelease> releases;
    private final long[] adoptedMillis;
    private final Map<String, String> fixed = new LinkedHashMap<>();
    private final WorldContext[] contexts;
    private Effects effects;

    Install(String id, Draw draw, Plan plan, Country country, Device device, long since) {
        this.id = id;
        this.device = device;
        this.plan = plan;
        currency = country.currency();
        releases = plan.releases(device.platform());
        contexts = new WorldContext[releases.size()];
        adoptedMillis = new long[releases.size()];
        for (int i = 0; i < adoptedMillis.length; i++) {
            long offered = plan.offeredMillis(releases.get(i), draw.unit());
            long lag = (long) draw.exponential(MEAN_LAG_MILLIS);
            adoptedMillis[i] = offered <= since ? since : Math.max(offered + lag, i == 0 ? 0 : adoptedMillis[i - 1]);
        }
        fixed.put("platform", device.platform());
        fixed.put("os_version", draw.pick(plan.osVersions(device.platform())));
        fixed.put("device_model", device.model());
        fixed.put("gpu", device.gpu());
        fixed.put("ram_gb", Integer.toString(device.ramGb()));
        fixed.put("language", country.language());
        fixed.put("country", country.code());
        fixed.put("city", draw.pick(country.cities()));
        boolean off = draw.chance(plan.scenario.habits().clockOff());
        clockAheadMillis = off ? 3_600_000L * (draw.below(2) * 2 - 1) * (1 + draw.below(MOST_CLOCK_HOURS)) : 0;
    }

    void arrivedBy(Channel channel, String campaign) {
        fixed.put("channel", channel.name());
        fixed.put("medium", channel.medium());
        if (!campaign.isEmpty()) {
            fixed.put("campaign", campaign);
        }
    }

    /** The newest release adopted by then, counted from the oldest. */
    private int releaseAt(long millis) {
        int release = 0;
        for (int i = 1; i < adoptedMillis.length; i++) {
            if (adoptedMillis[i] <= millis) {
                release = i;
            }
        }
        return release;
    }

    private Effects effects() {
        if (effects == null) {
            Map<String, String> who = new LinkedHashMap<>(fixed);
            who.put("currency", currency);
            effects = new Effects(plan, who, releases);
        }
        return effects;
    }

    List<Happening> touchedBy(Effect effect, long now) {
        return effects().of(effect, releaseAt(now), now);
    }

    double share(Effect effect, long now) {
        return share(effect, now, happening -> true);
    }

    double share(Effect effect, long now, Predicate<Happening> which) {
        return effects().share(effect, releaseAt(now), now, which);
    }

    double factor(Effect effect, long now) {
        return effects().factor(effect, releaseAt(now), now);
    }

    WorldContext contextAt(long millis) {
        int release = releaseAt(millis);
        if (contexts[release] == null) {
            Map<String, String> properties = new LinkedHashMap<>(fixed);
            properties.put("app_version", releases.get(release).version());
            properties.put("build", Integer.toString(releases.get(release).build()));
            contexts[release] = new WorldContext(properties);
        }
        return contexts[release];
    }
}
