package coldtide.world.scenario;

import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.stream.IntStream;

/** What one part of a scenario says of another: each name it uses must be there. */
record References(
        List<Platform> platforms,
        List<DeviceFamily> devices,
        List<Country> countries,
        List<Channel> channels,
        List<AppRelease> releases,
        List<Place> places) {
    void check(AppCard app, Map<String, Double> currencies, List<Happening> happenings) {
        Set<String> platformNames =
                new TreeSet<>(platforms.stream().map(Platform::name).toList());
        devices.forEach(
                family -> known("the devices \"" + family.stem() + "\"", "platform", platformNames, family.platform()));
        releases.forEach(each -> known("the release " + each.version(), "platform", platformNames, each.platform()));
        for (String platform : platformNames) {
            Check.that(
                    devices.stream().anyMatch(family -> family.platform().equals(platform)),
                    "the platform " + platform + " has no devices.");
            Check.that(
                    releases.stream()
                            .anyMatch(each -> each.platform().equals(platform)
                                    && each.day() == 0
                                    && each.steps().size() == 1),
                    "the platform " + platform + " needs a release on day 0 that reaches everyone at once.");
        }
        Set<String> gpus = new TreeSet<>(devices.stream().map(DeviceFamily::gpu).toList());
        for (Country country : countries) {
            Check.that(
                    country.currency().equals(app.currency()) || currencies.containsKey(country.currency()),
                    "\"currencies\" lacks " + country.currency() + ", which " + country.code() + " pays in.");
            country.gpuFactors().keySet().forEach(gpu -> known("the country " + country.code(), "gpu", gpus, gpu));
        }
        happenings.forEach(this::check);
    }

    private void check(Happening happening) {
        String who = "the happening \"" + happening.name() + "\"";
        Set<String> versions =
                new TreeSet<>(releases.stream().map(AppRelease::version).toList());
        if (happening.comesWithRelease()) {
            known(who, "starts.version", versions, happening.starts().version());
        }
        if (happening.ends().version() != null) {
            known(who, "ends.version", versions, happening.ends().version());
        }
        Map<String, Set<String>> values = values();
        if (happening.effect() == Effect.ARRIVALS_BURST) {
            values.remove("campaign"); // it brings its own
        }
        happening.where().values().forEach((property, some) -> {
            boolean free = happening.effect() == Effect.ARRIVALS_BURST && property.equals("campaign");
            Check.that(
                    free || values.containsKey(property),
                    who + ": \"where\" knows no property \"" + property + "\"; it knows "
                            + String.join(", ", values.keySet()) + ".");
            if (!free) {
                some.forEach(value -> known(who, "where." + property, values.get(property), value));
            }
        });
    }

    private static void known(String who, String what, Set<String> known, String value) {
        Check.that(
                known.contains(value),
                who + ": \"" + what + "\" says \"" + value + "\", which this scenario does not have.");
    }

    /** Every property that can bound a slice, with its values. */
    private Map<String, Set<String>> values() {
        Map<String, Set<String>> values = new TreeMap<>();
        platforms.forEach(platform -> {
            put(values, "platform", List.of(platform.name()));
            put(values, "os_version", platform.osVersions());
        });
        for (DeviceFamily family : devices) {
            put(values, "gpu", List.of(family.gpu()));
            for (Device device : family.devices()) {
                put(values, "device_model", List.of(device.model()));
                put(values, "ram_gb", List.of(Integer.toString(device.ramGb())));
            }
        }
        for (Country country : countries) {
            put(values, "country", List.of(country.code()));
            put(values, "language", List.of(country.language()));
            put(values, "currency", List.of(country.currency()));
            put(values, "city", country.cities());
        }
        for (Channel channel : channels) {
            put(values, "channel", List.of(channel.name()));
            put(values, "medium", List.of(channel.medium()));
            put(values, "campaign", channel.campaigns());
        }
        put(
                values,
                "level",
                IntStream.rangeClosed(1, places.size())
                        .mapToObj(Integer::toString)
                        .toList());
        places.forEach(place ->
                put(values, "room", place.rooms().stream().map(Place.Room::name).toList()));
        return values;
    }

    private static void put(Map<String, Set<String>> values, String property, List<String> some) {
        values.computeIfAbsent(property, absent -> new HashSet<>()).addAll(some);
    }
}
