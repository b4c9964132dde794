package coldtide.core.retention.cohort;

import static java.util.Objects.requireNonNull;

import coldtide.core.filter.BitMasks;
import coldtide.core.filter.Conditions;
import coldtide.core.filter.EventCondition;
import coldtide.core.filter.PersonCondition;
import coldtide.core.filter.PersonRule;
import coldtide.core.log.EventLog;
import coldtide.core.log.Shard;
import coldtide.core.time.DayRange;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;

/**
 * The users of some cells of a triangle: who started in some of its periods, and came back, or did not.
 *
 * @param cohorts days within which the periods of their cohorts begin
 * @param returning nothing for all who started
 */
public record CellPeople(CohortDefinition following, DayRange cohorts, Optional<Back> returning) implements PersonRule {
    public CellPeople {
        requireNonNull(following, "following");
        requireNonNull(cohorts, "cohorts");
        requireNonNull(returning, "returning");
    }

    /**
     * Whether users came back.
     *
     * @param what the events that count; empty for any activity
     * @param came whether they did, or did not
     */
    public record Back(Optional<EventCondition> what, Ages ages, boolean came) {
        public Back {
            requireNonNull(what, "what");
            requireNonNull(ages, "ages");
        }
    }

    /** All who started. */
    private static CellPeople started(CohortDefinition following) {
        DayRange range = following.range();
        LocalDate first = following.grain().startOf(range.from());
        return new CellPeople(following, new DayRange(first, range.to()), Optional.empty());
    }

    /** All of some users who started. */
    public static PersonCondition followed(CohortDefinition following, PersonCondition among) {
        return PersonCondition.all(among, started(following).condition());
    }

    /** As a condition. */
    public PersonCondition condition() {
        return new PersonCondition.ByRule(this);
    }

    @Override
    public long[] bits(EventLog log, Conditions conditions, Shard shard) {
        Periods periods = new Periods(log, following);
        boolean[] asked = new boolean[periods.size()];
        for (int number = 0; number < asked.length; number++) {
            asked[number] = cohorts.contains(periods.period(number).from());
        }
        CohortEntries starts = new CohortEntries(log, conditions, shard, periods, following);
        Returns returns = returning
                .map(back -> ReturnCriteria.of(
                        log,
                        conditions,
                        periods,
                        following,
                        List.of(back.what()),
                        back.ages().to()))
                .map(ways -> new Returns(ways, shard))
                .orElse(null);
        long[] bits = BitMasks.of(shard.people());
        for (int person = shard.person(0); person < shard.people(); person = shard.person(person + 1)) {
            for (boolean more = starts.first(person); more; more = starts.next()) {
                if (asked[starts.cohort()]
                        && (returns == null || isIn(returns.of(person, starts.cohort(), starts.row())[0]))) {
                    BitMasks.set(bits, person);
                }
            }
        }
        return bits;
    }

    private boolean isIn(long ages) {
        Back back = returning.orElseThrow();
        return ((ages & back.ages().bits()) != 0) == back.came();
    }
}
