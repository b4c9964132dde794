package coldtide.core.retention;

import coldtide.core.log.EventLog;
import coldtide.core.log.Shard;
import coldtide.core.retention.Start.Entry;

/**
 * On which day since their start people went quiet. Whoever was last active on day k and then for so many whole days not, went quiet
 * on day k + 1. Whether somebody is quiet is known of every day up to the one from which on the quiet length has passed in the data;
 * who was not quiet up to it is open from it on, the same for all, so that how long one waited has no part in who is open.
 */
final class GoingQuiet {
    static final int OPEN = -1;
    static final int MOST_DAYS = 365;

    private final int quietDays;
    /** The day on which nobody's being quiet is known any more. */
    private final int knownTo;

    GoingQuiet(EventLog log, int quietDays) {
        this.quietDays = quietDays;
        knownTo = log.dayNumber(log.endOfFullDays()) - quietDays;
    }

    /** @throws IllegalArgumentException if so many quiet days are not asked about, or it is not clear from which start on */
    static void check(Following following, int quietDays) {
        if (quietDays < 1 || quietDays > MOST_DAYS) {
            throw new IllegalArgumentException(
                    "Quiet is from 1 to " + MOST_DAYS + " days without activity, not " + quietDays + ".");
        }
        if (following.start().entry() == Entry.EVERY_PERIOD) {
            throw new IllegalArgumentException(
                    "How long somebody stays is counted from one start; of several in a range it would not be clear which.");
        }
    }

    /** For how many days since a start it is known; nothing is known of who is not followed for one. */
    int known(int start) {
        return knownTo - start;
    }

    /** The day since the start on which a person went quiet, or {@link #OPEN}. */
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
