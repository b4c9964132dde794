package coldtide.core.filter;

import coldtide.core.log.EventLog;
import coldtide.core.log.Shard;
import java.time.LocalDate;

/**
 * The rows of each user that lie in a window of time.
 */
final class RowsInWindow {
    private final Shard shard;
    private final int fromDay;
    private final int toDay;
    private final boolean ofPerson;
    private final boolean ever;

    RowsInWindow(EventLog log, Shard shard, Window when) {
        this.shard = shard;
        ever = when instanceof Window.Ever;
        ofPerson = when instanceof Window.OfPerson;
        if (when instanceof Window.Days days) {
            fromDay = index(log, days.range().from());
            toDay = index(log, days.range().to());
        } else if (when instanceof Window.OfPerson own) {
            fromDay = own.fromDay();
            toDay = own.toDay() == Integer.MAX_VALUE ? Integer.MAX_VALUE : own.toDay() + 1;
        } else {
            fromDay = 0;
            toDay = Integer.MAX_VALUE;
        }
    }

    private static int index(EventLog log, LocalDate day) {
        return Math.toIntExact(day.toEpochDay() - log.firstDay().toEpochDay());
    }

    int from(int person) {
        return ever ? shard.eventFrom[person] : first(person, fromDay);
    }

    int to(int person) {
        return ever ? shard.eventFrom[person + 1] : first(person, toDay);
    }

    boolean holds(int person, int row) {
        if (ever) {
            return true;
        }
        int day = shard.eventDay[row] - (ofPerson ? shard.firstDay[person] : 0);
        return day >= fromDay && day < toDay;
    }

    private int first(int person, int day) {
        long least = ofPerson ? (long) shard.firstDay[person] + day : day;
        return shard.firstRow(person, (int) Math.min(Integer.MAX_VALUE, least));
    }
}
