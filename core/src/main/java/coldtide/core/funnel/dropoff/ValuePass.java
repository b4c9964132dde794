package coldtide.core.funnel.dropoff;

import coldtide.core.filter.value.RowValues;
import coldtide.core.funnel.match.CountingUnits;
import coldtide.core.log.Shard;
import coldtide.core.scan.Analysis;
import it.unimi.dsi.fastutil.longs.Long2LongMaps;
import it.unimi.dsi.fastutil.longs.Long2LongOpenHashMap;
import java.util.ArrayList;
import java.util.List;

/** By property and value at the step before one, how many were there and how many went on. */
public record ValuePass(CountingUnits units, int step, List<String> properties)
        implements Analysis<ValuePass.Partial, ValuePass.Partial> {
    /** Values of one property that are told apart; with more it is an identifier or a measurement. */
    public static final int MOST_VALUES = 2_000;

    /** Both counts in one: those who went on above those who were there, each below 2³¹. */
    private static final int ABOVE = 32;

    static long reached(long counts) {
        return counts >>> ABOVE;
    }

    static long before(long counts) {
        return counts & 0xFFFF_FFFFL;
    }

    static long counts(boolean reached) {
        return reached ? 1L << ABOVE | 1 : 1;
    }

    static final class Partial {
        /** By property; null where there are too many. */
        final List<Long2LongOpenHashMap> values = new ArrayList<>();

        long before;
        long reached;

        Partial(int properties) {
            for (int i = 0; i < properties; i++) {
                values.add(new Long2LongOpenHashMap());
            }
        }

        private void add(int property, long value, long counts) {
            Long2LongOpenHashMap its = values.get(property);
            its.addTo(value, counts);
            if (its.size() > MOST_VALUES) {
                values.set(property, null);
            }
        }
    }

    @Override
    public Partial empty() {
        return new Partial(properties.size());
    }

    @Override
    public void scan(Shard shard, Partial partial) {
        RowsBefore rows = RowsBefore.of(units, shard, step);
        partial.before += rows.size();
        partial.reached += rows.reached();
        for (int property = 0; property < properties.size(); property++) {
            RowValues values = new RowValues(units.log(), shard, properties.get(property));
            for (int i = 0; i < rows.size() && partial.values.get(property) != null; i++) {
                partial.add(property, rows.value(values, i), counts(rows.wentOn(i)));
            }
        }
    }

    @Override
    public void merge(Partial into, Partial from) {
        into.before += from.before;
        into.reached += from.reached;
        for (int i = 0; i < properties.size(); i++) {
            int property = i;
            Long2LongOpenHashMap its = from.values.get(property);
            if (its == null) {
                into.values.set(property, null);
            } else if (into.values.get(property) != null) {
                Long2LongMaps.fastForEach(its, entry -> {
                    if (into.values.get(property) != null) {
                        into.add(property, entry.getLongKey(), entry.getLongValue());
                    }
                });
            }
        }
    }

    @Override
    public Partial finish(Partial partial) {
        return partial;
    }
}
