package coldtide.bench;

import coldtide.core.filter.value.Profiles;
import coldtide.core.filter.value.PropertyValue;
import coldtide.core.log.EventLog;
import coldtide.core.scan.ArraySums;
import coldtide.core.tidetable.Count;
import coldtide.core.tidetable.DaysByProfile;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;

/** Counts by day of people who have all of some values; a currency is of no people and counts for nothing. */
final class SliceDays extends DaysByProfile<long[][], long[][]> {
    private final Profiles profiles;
    private final boolean[] has;
    private final int days;

    static SliceDays of(EventLog log, List<PropertyValue> slice) {
        List<String> properties =
                slice.stream().map(PropertyValue::property).distinct().toList();
        return new SliceDays(log, Profiles.of(log, properties), slice);
    }

    private SliceDays(EventLog log, Profiles profiles, List<PropertyValue> slice) {
        super(log, profiles, Optional.empty(), EnumSet.allOf(Count.class));
        this.profiles = profiles;
        days = log.days();
        has = new boolean[profiles.size()];
        for (int profile = 0; profile < has.length; profile++) {
            has[profile] = hasAll(profile, slice);
        }
    }

    private boolean hasAll(int profile, List<PropertyValue> slice) {
        return slice.stream().allMatch(having -> {
            for (int value : profiles.slices(profile)) {
                if (value != Profiles.NONE && profiles.slices().get(value).equals(having)) {
                    return true;
                }
            }
            return false;
        });
    }

    /** By count, then by day. */
    @Override
    public long[][] empty() {
        return new long[Count.values().length][days];
    }

    @Override
    protected void count(long[][] partial, Count count, int profile, int day, long howMany) {
        if (has[profile]) {
            partial[count.ordinal()][day] += howMany;
        }
    }

    @Override
    protected void purchase(long[][] partial, int profile, int currency, int day) {
        // Counted as one of the purchases already.
    }

    @Override
    public void merge(long[][] into, long[][] from) {
        ArraySums.add(into, from);
    }

    @Override
    public long[][] finish(long[][] partial) {
        return partial;
    }
}
