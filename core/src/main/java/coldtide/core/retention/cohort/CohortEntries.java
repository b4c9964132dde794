package coldtide.core.retention.cohort;

import coldtide.core.filter.BitMasks;
import coldtide.core.filter.Conditions;
import coldtide.core.log.EventLog;
import coldtide.core.log.Shard;
import coldtide.core.retention.cohort.Start.Entry;

/**
 * Cursor over the users of a shard that gives each user's cohort and the row of the starting event.
 */
public final class CohortEntries {
    private final Shard shard;
    private final Periods periods;
    private final Start.Entry entry;
    /** The rows that are starts; null where it is arrival. */
    private final long[] rows;

    private final int fromDay;
    private final int toDay;
    private int row;
    private int day;
    private int end;

    public CohortEntries(
            EventLog log, Conditions conditions, Shard shard, Periods periods, CohortDefinition following) {
        this.shard = shard;
        this.periods = periods;
        entry = following.start().entry();
        rows = following
                .start()
                .what()
                .map(what -> conditions.of(log, what).bits(shard))
                .orElse(null);
        fromDay = log.dayNumber(following.range().from());
        toDay = log.dayNumber(following.range().to());
    }

    /** Goes to a user's first start that counts; false if they have none. */
    public boolean first(int person) {
        int first = shard.eventFrom[person];
        if (rows == null) {
            row = first;
            end = first + 1;
            day = shard.firstDay[person];
            return isInRange();
        }
        end = shard.eventFrom[person + 1];
        if (entry == Entry.FIRST_EVER) {
            return goTo(first) && isInRange();
        }
        end = shard.firstRow(person, toDay);
        return goTo(shard.firstRow(person, fromDay));
    }

    /** Goes to the first that counts from a row on. */
    private boolean goTo(int from) {
        row = BitMasks.next(rows, from, end);
        if (row >= end) {
            return false;
        }
        day = shard.eventDay[row];
        return true;
    }

    private boolean isInRange() {
        return day >= fromDay && day < toDay;
    }

    /** Goes to the user's start of a later period; false if there is none that counts. */
    public boolean next() {
        if (entry != Entry.EVERY_PERIOD) {
            return false;
        }
        int last = cohort();
        boolean more = goTo(row + 1);
        while (more && cohort() == last) {
            more = goTo(row + 1);
        }
        return more;
    }

    public int row() {
        return row;
    }

    public int cohort() {
        return periods.ofDay(day);
    }
}
