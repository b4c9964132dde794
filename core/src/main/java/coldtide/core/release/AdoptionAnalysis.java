package coldtide.core.release;

import coldtide.core.log.EventLog;
import coldtide.core.log.Shard;
import coldtide.core.log.rule.Release;
import coldtide.core.scan.Analysis;
import java.util.List;
import java.util.function.Predicate;

/**
 * Adoption: of the users active on a day, how many were on each release. A user who changes release during a day
 * belongs to the one of that day's last active event, so the releases of a day sum to its active users.
 */
public final class AdoptionAnalysis implements Analysis<long[][], AdoptionAnalysis.Adoption> {
    /**
     * Active users by release and day.
     *
     * @param releases in the order of the rows of {@code people}
     * @param people by release, then by day of the log
     */
    public record Adoption(List<Release> releases, long[][] people) {
        /** All active users of a day, whatever release. */
        public long active(int day) {
            long sum = 0;
            for (long[] ofRelease : people) {
                sum += ofRelease[day];
            }
            return sum;
        }

        /** Share of the active users of a day, among users on some releases, who were on the wanted ones; 0 without users. */
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
