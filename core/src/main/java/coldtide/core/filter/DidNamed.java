package coldtide.core.filter;

import coldtide.core.log.EventLog;
import coldtide.core.log.Shard;
import java.util.Set;

/** Did events of some names so often: only their rows are read, and no mask of all rows is made for them. */
final class DidNamed extends PersonMask {
    private final Set<String> names;
    private final PersonCondition.Did did;

    DidNamed(Set<String> names, PersonCondition.Did did) {
        this.names = names;
        this.did = did;
    }

    @Override
    long[] compute(EventLog log, Shard shard) {
        int[] times = new int[shard.people()];
        RowsInWindow within = new RowsInWindow(log, shard, did.when());
        for (int code = 0; code < log.eventNames().size(); code++) {
            if (names.contains(log.eventNames().get(code))) {
                count(shard, code, within, times);
            }
        }
        long[] bits = BitMasks.of(shard.people());
        for (int person = 0; person < times.length; person++) {
            if (times[person] >= did.least() && times[person] <= did.most()) {
                BitMasks.set(bits, person);
            }
        }
        return bits;
    }

    /** Rows ascend, and so do the users they belong to; those of users who are gone are passed over. */
    private static void count(Shard shard, int code, RowsInWindow within, int[] times) {
        int rows = shard.rowsByName.count(code);
        int i = 0;
        for (int person = shard.person(0); i < rows && person < times.length; person = shard.person(person + 1)) {
            int start = shard.eventFrom[person];
            int end = shard.eventFrom[person + 1];
            while (i < rows && shard.rowsByName.row(code, i) < start) {
                i++;
            }
            int before = i;
            int outside = 0;
            for (int row; i < rows && (row = shard.rowsByName.row(code, i)) < end; i++) {
                outside += within.holds(person, row) ? 0 : 1;
            }
            times[person] += i - before - outside;
        }
    }
}
