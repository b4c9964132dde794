package coldtide.core.change;

import coldtide.core.log.EventLog;
import coldtide.core.log.Shard;
import coldtide.core.who.Having;
import coldtide.core.who.Profiles;
import java.util.List;

/** Which events are of people of a slice, by the profile of each event; a condition that is of no profile, as the currency, holds for all. */
final class SliceRows {
    static final String CURRENCY = "currency";
    /** In place of a currency where a slice names none. */
    static final int ANY = -1;

    private final boolean[] has;
    private final Profiles profiles;

    SliceRows(Profiles profiles, List<Having> slice) {
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
    static int currency(EventLog log, List<Having> slice) {
        return slice.stream()
                .filter(each -> each.property().equals(CURRENCY))
                .mapToInt(each -> log.currencyNames().indexOf(each.value()))
                .findFirst()
                .orElse(ANY);
    }

    boolean has(int profile) {
        return has[profile];
    }

    boolean hasRun(Shard shard, int run) {
        return has[profiles.ofContext(shard.runContext[run])];
    }
}
