package coldtide.core.retention.churn;

import static java.util.Objects.requireNonNull;

import coldtide.core.filter.BitMasks;
import coldtide.core.filter.Conditions;
import coldtide.core.filter.PersonCondition;
import coldtide.core.filter.PersonRule;
import coldtide.core.log.EventLog;
import coldtide.core.log.Shard;
import coldtide.core.retention.cohort.CohortDefinition;
import coldtide.core.retention.cohort.CohortEntries;
import coldtide.core.retention.cohort.Periods;

/**
 * The users at a point of a churn curve: churned by its day, not churned by it, or not observed for so long. Users who started too late to
 * know anything of them are in none of the three.
 *
 * @param following which starts count; each user has one
 * @param quietDays full days without activity after which a user has churned
 * @param day days since the start
 */
public record QuietPeople(CohortDefinition following, int quietDays, int day, Are are) implements PersonRule {
    /** Which of them. */
    public enum Are {
        /** Went quiet by the day. */
        GONE,
        /** Known to have been there on the day and not quiet. */
        THERE,
        /** There for as long as it is known, which is less than to the day. */
        OPEN
    }

    public QuietPeople {
        requireNonNull(following, "following");
        requireNonNull(are, "are");
        ChurnRule.check(following, quietDays);
        if (day < 0) {
            throw new IllegalArgumentException("Days since a start count from 0, not from " + day + ".");
        }
    }

    /** As a condition. */
    public PersonCondition condition() {
        return new PersonCondition.ByRule(this);
    }

    @Override
    public long[] bits(EventLog log, Conditions conditions, Shard shard) {
        CohortEntries starts = new CohortEntries(log, conditions, shard, new Periods(log, following), following);
        ChurnRule going = new ChurnRule(log, quietDays);
        long[] bits = BitMasks.of(shard.people());
        for (int person = shard.person(0); person < shard.people(); person = shard.person(person + 1)) {
            if (starts.first(person) && are(going, shard, person, shard.eventDay[starts.row()]) == are) {
                BitMasks.set(bits, person);
            }
        }
        return bits;
    }

    /** Null of whom nothing is known. */
    private Are are(ChurnRule going, Shard shard, int person, int start) {
        int known = going.known(start);
        if (known <= 0) {
            return null;
        }
        int goneOn = going.goneOn(shard, person, start);
        if (goneOn == ChurnRule.OPEN) {
            return known < day ? Are.OPEN : Are.THERE;
        }
        return goneOn <= day ? Are.GONE : Are.THERE;
    }
}
