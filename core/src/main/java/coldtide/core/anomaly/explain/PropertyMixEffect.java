package coldtide.core.anomaly.explain;

import coldtide.core.anomaly.counts.BeforeAfterTable.Table;
import coldtide.core.filter.value.Profiles;
import coldtide.core.stats.RateDecomposition;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import java.util.stream.LongStream;

/**
 * Part of a rate's change that comes from a different mix of users, by one property. Mix and within add up to the change, after minus before.
 *
 * @param property the property whose values are the groups
 * @param mix part of the change that comes from other shares of the values
 * @param within part of the change that comes from other rates within the values
 * @param error standard error of {@code within}
 * @param values the values whose shares contribute most, the largest first
 */
public record PropertyMixEffect(String property, double mix, double within, double error, List<Value> values) {
    /**
     * A value of the property.
     *
     * @param value empty for users without one
     * @param partBefore of all, who had it
     * @param partAfter the same after
     * @param before the share in question among them before; NaN where there were none
     * @param after the same after
     * @param mix what their number adds
     */
    public record Value(String value, double partBefore, double partAfter, double before, double after, double mix) {}

    private static final int MOST_VALUES = 40;
    private static final int TOLD = 3;
    /** What lies nearer to none than this, in standard errors, may be chance. */
    private static final double CHANCE = 3;
    /** And what lies further than this is not taken for it. */
    private static final double TOLD_FROM_CHANCE = 2;

    /** By the property whose numbers explain most. */
    public static Optional<PropertyMixEffect> of(Table table) {
        return IntStream.range(0, table.profiles().properties().size())
                .mapToObj(property -> by(table, property))
                .flatMap(Optional::stream)
                .max(Comparator.comparingDouble(mixed -> -Math.abs(mixed.within())));
    }

    public double all() {
        return mix + within;
    }

    /** Whether other users having come explains at least two thirds of it, or at least half where the rest may be chance. */
    public boolean explains() {
        double least = Math.abs(within) < CHANCE * error ? 1 / 2.0 : 2 / 3.0;
        return all() < 0 && mix / all() >= least && -mix > TOLD_FROM_CHANCE * error;
    }

    private static Optional<PropertyMixEffect> by(Table table, int property) {
        Profiles profiles = table.profiles();
        int[] values = IntStream.range(0, profiles.slices().size())
                .filter(slice -> profiles.slices()
                        .get(slice)
                        .property()
                        .equals(profiles.properties().get(property)))
                .toArray();
        if (values.length < 2 || values.length > MOST_VALUES) {
            return Optional.empty();
        }
        int first = values[0];
        long[][] sums = new long[4][values.length + 1];
        for (int profile = 0; profile < profiles.size(); profile++) {
            int slice = profiles.slices(profile)[property];
            int group = slice == Profiles.NONE ? values.length : slice - first;
            for (int span = 0; span < 2; span++) {
                sums[span][group] += (long) table.over(profile, span);
                sums[2 + span][group] += (long) table.under(profile, span);
            }
        }
        RateDecomposition mixture = RateDecomposition.of(sums[1], sums[3], sums[0], sums[2]);
        List<Value> told = IntStream.rangeClosed(0, values.length)
                .boxed()
                .sorted(Comparator.comparingDouble(group -> mixture.mix()[group]))
                .limit(TOLD)
                .map(group -> value(
                        group < values.length
                                ? profiles.slices().get(first + group).value()
                                : "",
                        sums,
                        group,
                        mixture.mix()[group]))
                .toList();
        return Optional.of(new PropertyMixEffect(
                profiles.properties().get(property), mixture.allMix(), mixture.allWithin(), error(sums), told));
    }

    /** Shares err by themselves, and count by how large a part of all, before and after, they are of. */
    private static double error(long[][] sums) {
        double before = LongStream.of(sums[2]).sum();
        double after = LongStream.of(sums[3]).sum();
        double variance = 0;
        for (int group = 0; group < sums[0].length; group++) {
            double part = (sums[2][group] / before + sums[3][group] / after) / 2;
            variance +=
                    part * part * (variance(sums[0][group], sums[2][group]) + variance(sums[1][group], sums[3][group]));
        }
        return Math.sqrt(variance);
    }

    private static double variance(long of, long all) {
        double share = (double) of / all;
        return all == 0 ? 0 : share * (1 - share) / all;
    }

    private static Value value(String value, long[][] sums, int group, double mix) {
        double before = LongStream.of(sums[2]).sum();
        double after = LongStream.of(sums[3]).sum();
        return new Value(
                value,
                sums[2][group] / before,
                sums[3][group] / after,
                (double) sums[0][group] / sums[2][group],
                (double) sums[1][group] / sums[3][group],
                mix);
    }
}
