package coldtide.core.measure;

import coldtide.core.filter.BitMasks;
import coldtide.core.filter.Conditions;
import coldtide.core.filter.value.RowValues;
import coldtide.core.filter.value.Value;
import coldtide.core.log.EventLog;
import coldtide.core.log.Shard;
import coldtide.core.scan.ScanRunner;
import it.unimi.dsi.fastutil.longs.LongLinkedOpenHashSet;
import java.util.List;

/** Finds the values of a property with most users among some events. */
final class LargestValues {
    private final EventLog log;
    private final Conditions.Mask what;
    private final Conditions.Mask among;
    private final Buckets buckets;
    private final String property;

    LargestValues(EventLog log, Conditions.Mask what, Conditions.Mask among, Buckets buckets, String property) {
        this.log = log;
        this.what = what;
        this.among = among;
        this.buckets = buckets;
        this.property = property;
    }

    List<String> top(ScanRunner runner, int top) {
        return TopValues.of(log, runner, this::ofPeople, top).top().stream()
                .map(TopValues.Frequent::text)
                .toList();
    }

    /** Every value that each user had in what they did in the range. */
    private void ofPeople(Shard shard, TopValues.Into into) {
        long[] rows = what.bits(shard);
        long[] people = among.bits(shard);
        RowValues row = new RowValues(log, shard, property);
        boolean ofRuns = log.isOfContexts(property);
        Different values = new Different();
        for (int person = shard.person(0, people); person < shard.people(); person = shard.person(person + 1, people)) {
            int to = buckets.to(shard, person);
            for (int at = BitMasks.next(rows, buckets.from(shard, person), to); at < to; ) {
                if (row.at(at)) {
                    values.add(row.bits());
                }
                at = BitMasks.next(rows, ofRuns ? Math.min(to, row.endOfRun()) : at + 1, to);
            }
            values.take(into);
        }
    }

    /** Different values of one user: most have one, which needs no table. */
    private static final class Different {
        private final LongLinkedOpenHashSet several = new LongLinkedOpenHashSet();
        private long first = Value.NONE;

        void add(long value) {
            if (first == Value.NONE) {
                first = value;
            } else if (value != first) {
                several.add(value);
            }
        }

        void take(TopValues.Into into) {
            if (first != Value.NONE) {
                into.take(first);
                first = Value.NONE;
            }
            if (!several.isEmpty()) {
                several.forEach(into::take);
                several.clear();
            }
        }
    }
}
