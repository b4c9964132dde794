package coldtide.core.funnel.dropoff;

import coldtide.core.filter.value.RowValues;
import coldtide.core.filter.value.Value;
import coldtide.core.funnel.match.CountingUnits;
import coldtide.core.funnel.match.Match;
import coldtide.core.log.Shard;
import it.unimi.dsi.fastutil.ints.IntArrayList;

/** The rows of a shard by which units did the last step before one that is not optional, and whether they went on to it. */
final class RowsBefore {
    private final IntArrayList rows = new IntArrayList();
    private final IntArrayList wentOn = new IntArrayList();
    private int reached;

    static RowsBefore of(CountingUnits units, Shard shard, int step) {
        RowsBefore found = new RowsBefore();
        int before = units.question().lastRequiredBefore(step);
        units.each(shard, (person, trail, match) -> {
            if (match.deepest != Match.NONE && match.reached(before)) {
                found.rows.add(trail.row[match.at[before]]);
                found.wentOn.add(match.reached(step) ? 1 : 0);
                found.reached += match.reached(step) ? 1 : 0;
            }
        });
        return found;
    }

    int size() {
        return rows.size();
    }

    int reached() {
        return reached;
    }

    boolean wentOn(int i) {
        return wentOn.getInt(i) != 0;
    }

    long value(RowValues values, int i) {
        return values.at(rows.getInt(i)) ? values.bits() : Value.NONE;
    }
}
