package coldtide.core.anomaly.detect;

import coldtide.core.anomaly.counts.BeforeAfterCounts;
import coldtide.core.anomaly.counts.BeforeAfterTable.Table;
import coldtide.core.anomaly.counts.GroupRows;
import coldtide.core.anomaly.counts.Rate;
import coldtide.core.filter.value.Profiles;
import coldtide.core.filter.value.PropertyValue;
import it.unimi.dsi.fastutil.ints.IntArrayList;
import java.util.List;
import java.util.function.IntPredicate;

/**
 * Cells of a before-and-after table as flat arrays, which the group search reads many times. Values are numbered as slices of
 * profiles are, currencies behind them.
 */
final class LeafTable {
    private final Table table;
    private final Profiles profiles;
    private final List<String> currencies;
    /** Properties, and the currency where there are any. */
    private final int slots;
    /** Number of the property of each value. */
    private final int[] slotOf;
    /** Leaf after leaf its value of each property. */
    private final int[] values;

    private final int count;
    /** By span, then by leaf. */
    private final double[][] over;

    private final double[][] under;
    private final double[] allOver = new double[2];
    private final double[] allUnder = new double[2];

    LeafTable(Table table, List<String> currencyNames, List<List<PropertyValue>> without) {
        this.table = table;
        profiles = table.profiles();
        currencies = table.currencies() > 1 ? currencyNames : List.of();
        slots = profiles.properties().size() + (currencies.isEmpty() ? 0 : 1);
        slotOf = slotOf();
        IntArrayList live = new IntArrayList();
        for (int leaf = 0; leaf < table.leaves(); leaf++) {
            if (holdsAnything(leaf) && !isInAny(without, leaf)) {
                live.add(leaf);
            }
        }
        count = live.size();
        values = new int[count * slots];
        over = new double[2][count];
        under = new double[2][count];
        for (int at = 0; at < count; at++) {
            copy(live.getInt(at), at);
        }
    }

    private boolean holdsAnything(int leaf) {
        return table.over(leaf, 0) + table.over(leaf, 1) + table.under(leaf, 0) + table.under(leaf, 1) > 0;
    }

    private boolean isInAny(List<List<PropertyValue>> slices, int leaf) {
        return slices.stream().anyMatch(slice -> isIn(slice, leaf));
    }

    private boolean isIn(List<PropertyValue> slice, int leaf) {
        return slice.stream().allMatch(having -> {
            if (having.property().equals(GroupRows.CURRENCY) && !currencies.isEmpty()) {
                return currencies.get(leaf % table.currencies()).equals(having.value());
            }
            int property = profiles.properties().indexOf(having.property());
            int value = property < 0 ? Profiles.NONE : profiles.slices(leaf / table.currencies())[property];
            return value != Profiles.NONE && profiles.slices().get(value).equals(having);
        });
    }

    private int[] slotOf() {
        int own = profiles.slices().size();
        int[] of = new int[own + currencies.size()];
        for (int value = 0; value < of.length; value++) {
            of[value] = value < own
                    ? profiles.properties().indexOf(profiles.slices().get(value).property())
                    : profiles.properties().size();
        }
        return of;
    }

    private void copy(int leaf, int at) {
        int[] own = profiles.slices(leaf / table.currencies());
        System.arraycopy(own, 0, values, at * slots, own.length);
        if (!currencies.isEmpty()) {
            values[at * slots + own.length] = profiles.slices().size() + leaf % table.currencies();
        }
        for (int span = 0; span < 2; span++) {
            over[span][at] = table.over(leaf, span);
            under[span][at] = table.under(leaf, span);
            allOver[span] += over[span][at];
            allUnder[span] += under[span][at];
        }
    }

    Rate rate() {
        return table.rate();
    }

    int count() {
        return count;
    }

    int slots() {
        return slots;
    }

    /** How many values there are. */
    int numbers() {
        return slotOf.length;
    }

    /** The value of a leaf; {@link Profiles#NONE} if it has none of that property. */
    int value(int leaf, int slot) {
        return values[leaf * slots + slot];
    }

    int slot(int value) {
        return slotOf[value];
    }

    boolean isCurrency(int value) {
        return value >= profiles.slices().size();
    }

    PropertyValue having(int value) {
        return isCurrency(value)
                ? new PropertyValue(
                        GroupRows.CURRENCY,
                        currencies.get(value - profiles.slices().size()))
                : profiles.slices().get(value);
    }

    double over(int leaf, int span) {
        return over[span][leaf];
    }

    double under(int leaf, int span) {
        return under[span][leaf];
    }

    /** Whether a leaf has all of some values. */
    boolean has(int leaf, int[] wanted) {
        for (int value : wanted) {
            if (values[leaf * slots + slotOf[value]] != value) {
                return false;
            }
        }
        return true;
    }

    /** Whether the users of a leaf have the wanted values; currencies are not tested. */
    boolean hasPeople(int leaf, int[] wanted) {
        for (int value : wanted) {
            if (!isCurrency(value) && values[leaf * slots + slotOf[value]] != value) {
                return false;
            }
        }
        return true;
    }

    /** A slice against all others, of sums before and after. */
    BeforeAfterCounts against(double[] sliceOver, double[] sliceUnder, boolean inCurrency) {
        boolean byItself = rate().under().isEmpty();
        return new BeforeAfterCounts(
                sliceOver[0],
                byItself ? table.days(0) : sliceUnder[0],
                sliceOver[1],
                byItself ? table.days(1) : sliceUnder[1],
                allOver[0] - sliceOver[0],
                byItself ? table.days(0) : allUnder[0] - (inCurrency ? 0 : sliceUnder[0]),
                allOver[1] - sliceOver[1],
                byItself ? table.days(1) : allUnder[1] - (inCurrency ? 0 : sliceUnder[1]));
    }

    /** Some leaves against some others. */
    BeforeAfterCounts between(IntPredicate isIn, IntPredicate isRest) {
        double[] sums = new double[8];
        for (int leaf = 0; leaf < count; leaf++) {
            int at = isIn.test(leaf) ? 0 : isRest.test(leaf) ? 4 : sums.length;
            for (int span = 0; span < 2 && at < sums.length; span++) {
                sums[at + span] += over[span][leaf];
                sums[at + 2 + span] += under[span][leaf];
            }
        }
        // Whoever does not pay in a currency any more has none, so those who would are not known.
        boolean byItself = rate().under().isEmpty() || !currencies.isEmpty();
        return new BeforeAfterCounts(
                sums[0],
                byItself ? table.days(0) : sums[2],
                sums[1],
                byItself ? table.days(1) : sums[3],
                sums[4],
                byItself ? table.days(0) : sums[6],
                sums[5],
                byItself ? table.days(1) : sums[7]);
    }
}
