package coldtide.core.retention;

import static java.util.Objects.requireNonNull;

import coldtide.core.log.EventLog;
import coldtide.core.log.Shard;
import coldtide.core.who.Bits;
import coldtide.core.who.Conditions;
import coldtide.core.who.PersonCondition;
import coldtide.core.who.PersonRule;

/**
 * The people of a point of a curve of who is still there: those who went quiet up to its day, those still there after it, or those
 * not known for so long. Whoever started so late that nothing is known of them is in none of the three.
 *
 * @param following who started; every one of them from one start
 * @param quietDays so many whole days without any activity are quiet
 * @param day since the start
 */
public record QuietPeople(Following following, int quietDays, int day, Are are) implements PersonRule {
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
        GoingQuiet.check(following, quietDays);
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
        Starts starts = new Starts(log, conditions, shard, new Periods(log, following), following);
        GoingQuiet going = new GoingQuiet(log, quietDays);
        long[] bits = Bits.of(shard.people());
        for (int person = shard.person(0); person < shard.people(); person = shard.person(person + 1)) {
            if (starts.first(person) && are(going, shard, person, shard.eventDay[starts.row()]) == are) {
                Bits.set(bits, person);
            }
        }
        return bits;
    }

    /** Null of whom nothing is known. */
    private Are are(GoingQuiet going, Shard shard, int person, int start) {
        int known = going.known(start);
        if (known <= 0) {
            return null;
        }
        int goneOn = going.goneOn(shard, person, start);
        if (goneOn == GoingQuiet.OPEN) {
            return known < day ? Are.OPEN : Are.THERE;
        }
        return goneOn <= day ? Are.GONE : Are.THERE;
    }
}
