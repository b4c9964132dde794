package coldtide.core.retention.churn;

import coldtide.core.log.EventLog;
import coldtide.core.log.Shard;
import coldtide.core.retention.cohort.CohortDefinition;
import coldtide.core.retention.cohort.Start.Entry;

/**
 * The day since the start on which a user churned. A user who was last active on day k, and then inactive for the quiet length, churned on day
 * k + 1. Churn is known for every day up to a cut-off: the last day after which the quiet length has passed in the data. Users who have not
 * churned by then are censored there, at one date for all, so censoring does not depend on how long they waited.
 */
final class ChurnRule {
    static final int OPEN = -1;
    static final int MOST_DAYS = 365;

    private final int quietDays;
    /** The day on which nobody's being quiet is known any more. */
    private final int knownTo;

    ChurnRule(EventLog log, int quietDays) {
        this.quietDays = quietDays;
        knownTo = log.dayNumber(log.endOfFullDays()) - quietDays;
    }

    /** @throws IllegalArgumentException if so many quiet days are not asked about, or it is not clear from which start on */
    static void check(CohortDefinition following, int quietDays) {
        if (quietDays < 1 || quietDays > MOST_DAYS) {
            throw new IllegalArgumentException(
                    "Quiet is from 1 to " + MOST_DAYS + " days without activity, not " + quietDays + ".");
        }
        if (following.start().entry() == Entry.EVERY_PERIOD) {
            throw new IllegalArgumentException(
                    "Time to churn is counted from one start, so every user must have only one in the range.");
        }
    }

    /** For how many days since a start it is known; nothing is known of who is not followed for one. */
    int known(int start) {
        return knownTo - start;
    }

    /** The day since the start on which a user went quiet, or {@link #OPEN}. */
    int goneOn(Shard shard, int person, int start) {
        int last = lastBeforeQuiet(shard, person, start);
        return last < knownTo ? last - start + 1 : OPEN;
    }

    /** The last active day, the start's own among them, before the first quiet days. */
    private int lastBeforeQuiet(Shard shard, int person, int start) {
        int last = start;
        for (int i = shard.activeFrom[person]; i < shard.activeFrom[person + 1]; i++) {
            int day = shard.activeDay[i];
            if (day > last) {
                if (day - last - 1 >= quietDays) {
                    return last;
                }
                last = day;
            }
        }
        return last;
    }
}
