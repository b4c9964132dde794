package coldtide.core.funnel.dropoff;

import coldtide.core.filter.value.RowValues;
import coldtide.core.funnel.match.CountingUnits;
import coldtide.core.log.Shard;
import coldtide.core.scan.Analysis;
import coldtide.core.scan.ArraySums;
import it.unimi.dsi.fastutil.longs.Long2IntOpenHashMap;
import java.util.ArrayList;
import java.util.List;

/** By pair of properties and pair of their values, how many were at the step before one and how many went on. */
final class PairPass implements Analysis<PairPass.Partial, PairPass.Partial> {
    /** A property and those of its values that are told apart. */
    record Values(String property, long... values) {}

    /** Takes one pair after another. */
    interface Each {
        /**
         * @param one the place of a property, {@code value} that of its value
         * @param counts both in one, as {@link ValuePass} keeps them
         */
        void pair(int one, int value, int other, int otherValue, long counts);
    }

    /** By the later and the earlier of two properties, and the places of their values. */
    static final class Partial {
        private final long[][][] counts;
        private final List<Values> of;

        Partial(List<Values> of) {
            this.of = of;
            counts = new long[of.size()][][];
            for (int one = 0; one < counts.length; one++) {
                counts[one] = new long[one][];
                for (int other = 0; other < one; other++) {
                    counts[one][other] =
                            new long[of.get(one).values().length * of.get(other).values().length];
                }
            }
        }

        void each(Each each) {
            for (int one = 0; one < counts.length; one++) {
                for (int other = 0; other < one; other++) {
                    int width = of.get(other).values().length;
                    for (int place = 0; place < counts[one][other].length; place++) {
                        each.pair(one, place / width, other, place % width, counts[one][other][place]);
                    }
                }
            }
        }

        private int place(int other, int value, int otherValue) {
            return value * of.get(other).values().length + otherValue;
        }
    }

    private static final int NONE = -1;

    private final CountingUnits units;
    private final int step;
    private final List<Values> of;
    private final List<Long2IntOpenHashMap> places = new ArrayList<>();

    PairPass(CountingUnits units, int step, List<Values> of) {
        this.units = units;
        this.step = step;
        this.of = List.copyOf(of);
        for (Values each : of) {
            Long2IntOpenHashMap its = new Long2IntOpenHashMap();
            its.defaultReturnValue(NONE);
            for (long value : each.values()) {
                its.put(value, its.size());
            }
            places.add(its);
        }
    }

    @Override
    public Partial empty() {
        return new Partial(of);
    }

    @Override
    public void scan(Shard shard, Partial partial) {
        RowsBefore rows = RowsBefore.of(units, shard, step);
        int[][] at = new int[of.size()][rows.size()];
        for (int property = 0; property < at.length; property++) {
            RowValues values =
                    new RowValues(units.log(), shard, of.get(property).property());
            for (int i = 0; i < rows.size(); i++) {
                at[property][i] = places.get(property).get(rows.value(values, i));
            }
        }
        for (int one = 0; one < at.length; one++) {
            for (int other = 0; other < one; other++) {
                for (int i = 0; i < rows.size(); i++) {
                    if (at[one][i] != NONE && at[other][i] != NONE) {
                        partial.counts[one][other][partial.place(other, at[one][i], at[other][i])] +=
                                ValuePass.counts(rows.wentOn(i));
                    }
                }
            }
        }
    }

    @Override
    public void merge(Partial into, Partial from) {
        for (int one = 0; one < of.size(); one++) {
            ArraySums.add(into.counts[one], from.counts[one]);
        }
    }

    @Override
    public Partial finish(Partial partial) {
        return partial;
    }
}
