package coldtide.core.release;

import coldtide.core.log.EventLog;
import coldtide.core.log.Release;
import coldtide.core.log.Shard;
import coldtide.core.scan.Analysis;
import java.util.List;
import java.util.function.Predicate;

/**
 * Adoption: of the people active on a day, how many were on each release. A person who changes release during a day
 * belongs to the one of that day's last active event, so the releases of a day sum to its active people.
 */
public final class AdoptionAnalysis implements Analysis<long[][], AdoptionAnalysis.Adoption> {
    /**
     * Active people by release and day.
     *
     * @param releases in the order of the rows of {@code people}
     * @param people by release, then by day of the log
     */
    public record Adoption(List<Release> releases, long[][] people) {
        /** All active people of a day, whatever release. */
        public long active(int day) {
            long sum = 0;
            for (long[] ofRelease : people) {
                sum += ofRelease[day];
            }
            return sum;
        }

        /** Of the active people of a day on one of some releases, which share was on one that is meant; 0 if there was nobody. */
        public double share(int day, Predicate<Release> some, Predicate<Release> meant) {
            long all = 0;
            long on = 0;
            for (int release = 0; release < people.length; release++) {
                if (some.test(releases.get(release))) {
                    all += people[release][day];
                    on += meant.test(releases.get(release)) ? people[release][day] : 0;
                }
            }
            return all == 0 ? 0 : (double) on / all;
        }
    }

    private final List<Release> releases;
    private final int days;

    public AdoptionAnalysis(EventLog log) {
        releases = log.releases();
        days = log.days();
    }

    @Override
    public long[][] empty() {
        return new long[releases.size()][days];
    }

    @Override
    public void scan(Shard shard, long[][] partial) {
        for (int person = shard.person(0); person < shard.people(); person = shard.person(person + 1)) {
            for (int i = shard.activeFrom[person]; i < shard.activeFrom[person + 1]; i++) {
                partial[shard.activeRelease[i]][shard.activeDay[i]]++;
            }
        }
    }

    @Override
    public void merge(long[][] into, long[][] from) {
        for (int release = 0; release < into.length; release++) {
            for (int day = 0; day < days; day++) {
                into[release][day] += from[release][day];
            }
        }
    }

    @Override
    public Adoption finish(long[][] partial) {
        return new Adoption(releases, partial);
    }
}
