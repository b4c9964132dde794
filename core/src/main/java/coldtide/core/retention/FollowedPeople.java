package coldtide.core.retention;

import coldtide.core.filter.Conditions;
import coldtide.core.filter.PersonCondition;
import coldtide.core.log.EventLog;
import coldtide.core.log.Shard;
import coldtide.core.retention.cohort.Ages;
import coldtide.core.retention.cohort.CellPeople;
import coldtide.core.retention.cohort.Cohort;
import coldtide.core.retention.cohort.CohortDefinition;
import coldtide.core.retention.cohort.CohortEntries;
import coldtide.core.retention.cohort.Periods;
import coldtide.core.retention.cohort.SplitBy;
import coldtide.core.scan.ScanRunner;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;

/** Whose starts a question looks at, of which cohorts they are and into which groups a split puts them: what all its questions share. */
public record FollowedPeople(
        EventLog log,
        Conditions conditions,
        CohortDefinition following,
        Periods periods,
        PeopleGroups groups,
        Conditions.Mask among) {
    /** Takes one start after another. */
    public interface Each {
        /**
         * @param at stands at the start
         * @param in the groups of the user, that of all users first
         * @param count how many they are
         */
        void start(int person, CohortEntries at, int[] in, int count);
    }

    /** Finds the groups first: where they are values of a property, by a few passes. */
    public static FollowedPeople of(
            EventLog log,
            ScanRunner runner,
            Conditions conditions,
            CohortDefinition following,
            PersonCondition among,
            Optional<SplitBy> split) {
        PeopleGroups groups = PeopleGroups.of(log, runner, conditions, CellPeople.followed(following, among), split);
        return together(log, conditions, following, among, groups);
    }

    static FollowedPeople together(
            EventLog log,
            Conditions conditions,
            CohortDefinition following,
            PersonCondition among,
            PeopleGroups groups) {
        return new FollowedPeople(
                log, conditions, following, new Periods(log, following), groups, conditions.of(log, among));
    }

    /** All starts of the users of a shard. */
    public void each(Shard shard, Each each) {
        long[] asked = among.bits(shard);
        CohortEntries starts = new CohortEntries(log, conditions, shard, periods, following);
        PeopleGroups.Cursor cursor = groups.over(shard);
        int[] in = new int[groups.size()];
        for (int person = shard.person(0, asked); person < shard.people(); person = shard.person(person + 1, asked)) {
            boolean more = starts.first(person);
            int count = more ? cursor.of(person, in) : 0;
            for (; more; more = starts.next()) {
                each.start(person, starts, in, count);
            }
        }
    }

    /** @param size by cohort how many started */
    public List<Cohort> cohorts(List<Ages> columns, long... size) {
        return IntStream.range(0, periods.size())
                .mapToObj(number -> periods.cohort(number, size[number], columns))
                .toList();
    }
}
