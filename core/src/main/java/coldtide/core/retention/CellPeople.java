package coldtide.core.retention;

import static java.util.Objects.requireNonNull;

import coldtide.core.log.EventLog;
import coldtide.core.log.Shard;
import coldtide.core.time.DayRange;
import coldtide.core.who.Bits;
import coldtide.core.who.Conditions;
import coldtide.core.who.EventCondition;
import coldtide.core.who.PersonCondition;
import coldtide.core.who.PersonRule;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;

/**
 * The people of some cells of a triangle: who started in some of its periods, and came back, or did not.
 *
 * @param cohorts days within which the periods of their cohorts begin
 * @param returning nothing for all who started
 */
public record CellPeople(Following following, DayRange cohorts, Optional<Back> returning) implements PersonRule {
    public CellPeople {
        requireNonNull(following, "following");
        requireNonNull(cohorts, "cohorts");
        requireNonNull(returning, "returning");
    }

    /**
     * Whether people came back.
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
    private static CellPeople started(Following following) {
        DayRange range = following.range();
        LocalDate first = following.grain().startOf(range.from());
        return new CellPeople(following, new DayRange(first, range.to()), Optional.empty());
    }

    /** All of some people who started. */
    static PersonCondition followed(Following following, PersonCondition among) {
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
        Starts starts = new Starts(log, conditions, shard, periods, following);
        Returns returns = returning
                .map(back -> Ways.of(
                        log,
                        conditions,
                        periods,
                        following,
                        List.of(back.what()),
                        back.ages().to()))
                .map(ways -> new Returns(ways, shard))
                .orElse(null);
        long[] bits = Bits.of(shard.people());
        for (int person = shard.person(0); person < shard.people(); person = shard.person(person + 1)) {
            for (boolean more = starts.first(person); more; more = starts.next()) {
                if (asked[starts.cohort()]
                        && (returns == null || isIn(returns.of(person, starts.cohort(), starts.row())[0]))) {
                    Bits.set(bits, person);
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
