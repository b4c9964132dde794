package coldtide.core.release;

import coldtide.core.filter.value.PersonProfiles;
import coldtide.core.filter.value.Profiles;
import coldtide.core.log.EventLog;
import coldtide.core.log.Shard;
import coldtide.core.log.rule.Release;
import coldtide.core.scan.Analysis;
import coldtide.core.scan.ArraySums;
import java.util.Comparator;
import java.util.List;
import java.util.stream.IntStream;

/**
 * Adoption of a release by the values of one property, by full day since its start. Who is on it is told as in
 * {@link AdoptionAnalysis}, the value is that of a user's first event of the day. One pass over active days.
 */
public final class AdoptionBySlice implements Analysis<long[][], List<AdoptionBySlice.Slice>> {
    /** More lines than this are no picture. */
    private static final int MOST = 8;

    /**
     * Users of one value.
     *
     * @param value empty for those without one
     * @param personDays how many days of theirs were looked at
     * @param share of its active users on the release, by day; NaN where none was active
     */
    public record Slice(String value, long personDays, List<Double> share) {}

    private final KnownRelease release;
    private final List<Release> releases;
    private final Profiles profiles;
    private final int from;
    private final int days;

    /** @param property of contexts; without one of that name all users are those without a value */
    public AdoptionBySlice(EventLog log, KnownRelease release, String property) {
        this.release = release;
        releases = log.releases();
        profiles = Profiles.of(log, List.of(property));
        from = Math.max(0, log.dayNumber(release.starts()));
        days = Math.max(0, log.dayNumber(log.endOfFullDays()) - from);
    }

    /** By value, those without one last: on it by day, then all of its platform by day. */
    @Override
    public long[][] empty() {
        return new long[profiles.slices().size() + 1][2 * days];
    }

    @Override
    public void scan(Shard shard, long[][] counts) {
        boolean[] isOn = new boolean[releases.size()];
        boolean[] isOfPlatform = new boolean[releases.size()];
        for (int each = 0; each < isOn.length; each++) {
            isOfPlatform[each] = release.isOn(releases.get(each).platform());
            isOn[each] = isOfPlatform[each] && releases.get(each).version().equals(release.version());
        }
        PersonProfiles of = new PersonProfiles(profiles);
        for (int person = shard.person(0); person < shard.people(); person = shard.person(person + 1)) {
            of.go(shard, person);
            for (int i = shard.activeFrom[person]; i < shard.activeFrom[person + 1]; i++) {
                int day = shard.activeDay[i] - from;
                if (day >= 0 && day < days && isOfPlatform[shard.activeRelease[i]]) {
                    long[] row = counts[value(of.onDay(shard.activeDay[i]))];
                    row[day] += isOn[shard.activeRelease[i]] ? 1 : 0;
                    row[days + day]++;
                }
            }
        }
    }

    private int value(int profile) {
        int slice = profiles.slices(profile)[0];
        return slice == Profiles.NONE ? profiles.slices().size() : slice;
    }

    @Override
    public void merge(long[][] into, long[][] from) {
        ArraySums.add(into, from);
    }

    @Override
    public List<Slice> finish(long[][] counts) {
        return IntStream.range(0, counts.length)
                .mapToObj(value -> slice(value, counts[value]))
                .filter(slice -> slice.personDays() > 0)
                .sorted(Comparator.comparingLong(Slice::personDays).reversed().thenComparing(Slice::value))
                .limit(MOST)
                .toList();
    }

    private Slice slice(int value, long[] counts) {
        String name =
                value < profiles.slices().size() ? profiles.slices().get(value).value() : "";
        List<Double> share = IntStream.range(0, days)
                .mapToObj(day -> (double) counts[day] / counts[days + day])
                .toList();
        return new Slice(
                name,
                IntStream.range(days, 2 * days).mapToLong(at -> counts[at]).sum(),
                share);
    }
}
