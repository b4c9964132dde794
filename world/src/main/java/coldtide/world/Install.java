package coldtide.world;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** The game on one device of one person: which version it has when, and the context its events share. */
final class Install {
    final String id;
    final Device device;

    private final List<AppRelease> releases;
    private final long[] adoptedMillis;
    private final Map<String, String> fixed = new LinkedHashMap<>();
    private final WorldContext[] contexts;

    Install(String id, Draw draw, Plan plan, Country country, Device device, long since) {
        this.id = id;
        this.device = device;
        releases = plan.releases(device.platform());
        contexts = new WorldContext[releases.size()];
        adoptedMillis = new long[releases.size()];
        for (int i = 0; i < adoptedMillis.length; i++) {
            long offered = releases.get(i).offeredTo(draw.unit()).toEpochMilli();
            long lag = (long) draw.exponential(1.6 * 86_400_000);
            adoptedMillis[i] = offered <= since ? since : Math.max(offered + lag, i == 0 ? 0 : adoptedMillis[i - 1]);
        }
        fixed.put("platform", device.platform());
        fixed.put("os_version", draw.pick(device.osVersions()));
        fixed.put("device_model", device.model());
        fixed.put("gpu", device.gpu());
        fixed.put("ram_gb", Integer.toString(device.ramGb()));
        fixed.put("language", country.language());
        fixed.put("country", country.code());
        fixed.put("city", draw.pick(country.cities()));
    }

    void arrivedBy(Channel channel, String campaign) {
        fixed.put("channel", channel.name());
        fixed.put("medium", channel.medium());
        if (!campaign.isEmpty()) {
            fixed.put("campaign", campaign);
        }
    }

    /** The newest release adopted by then. */
    private int releaseAt(long millis) {
        int release = 0;
        for (int i = 1; i < adoptedMillis.length; i++) {
            if (adoptedMillis[i] <= millis) {
                release = i;
            }
        }
        return release;
    }

    String versionAt(long millis) {
        return releases.get(releaseAt(millis)).version();
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
