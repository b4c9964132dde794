package coldtide.core.anomaly.counts;

import coldtide.core.filter.value.Profiles;
import coldtide.core.filter.value.PropertyValue;
import coldtide.core.log.EventLog;
import coldtide.core.log.Shard;
import java.util.List;

/** Test whether an event belongs to a group, by the profile of its user. Properties outside profiles, as the currency, are not tested. */
public final class GroupRows {
    public static final String CURRENCY = "currency";
    /** In place of a currency where a slice names none. */
    public static final int ANY = -1;

    private final boolean[] has;
    private final Profiles profiles;

    public GroupRows(Profiles profiles, List<PropertyValue> slice) {
        this.profiles = profiles;
        has = new boolean[profiles.size()];
        int[] values = slice.stream()
                .mapToInt(having -> profiles.slices().indexOf(having))
                .filter(value -> value != Profiles.NONE)
                .toArray();
        for (int profile = 0; profile < has.length; profile++) {
            has[profile] = hasAll(profiles.slices(profile), values);
        }
    }

    private static boolean hasAll(int[] own, int[] values) {
        for (int value : values) {
            boolean found = false;
            for (int each : own) {
                found |= each == value;
            }
            if (!found) {
                return false;
            }
        }
        return true;
    }

    /** The currency that a slice names, by its code, or {@link #ANY}. */
    public static int currency(EventLog log, List<PropertyValue> slice) {
        return slice.stream()
                .filter(each -> each.property().equals(CURRENCY))
                .mapToInt(each -> log.currencyNames().indexOf(each.value()))
                .findFirst()
                .orElse(ANY);
    }

    public boolean has(int profile) {
        return has[profile];
    }

    public boolean hasRun(Shard shard, int run) {
        return has[profiles.ofContext(shard.runContext[run])];
    }
}
