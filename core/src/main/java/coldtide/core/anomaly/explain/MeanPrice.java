package coldtide.core.anomaly.explain;

import coldtide.core.anomaly.counts.GroupRows;
import coldtide.core.anomaly.counts.Spans;
import coldtide.core.anomaly.detect.Change;
import coldtide.core.filter.value.Profiles;
import coldtide.core.filter.value.PropertyValue;
import coldtide.core.log.EventLog;
import coldtide.core.log.rule.RevenueType;
import coldtide.core.scan.ArraySums;
import coldtide.core.tidetable.Count;
import coldtide.core.tidetable.DaysByProfile;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;

/**
 * Average value of a purchase in a group. A changed price shows here; a pay sheet that fails does not.
 *
 * @param before in units of the app's currency
 * @param after the same, on the days of the drop
 */
public record MeanPrice(double before, double after) {
    private static final double OTHERWISE = 0.3;
    private static final double MICROS = 1e6;
    /** Fewer purchases than this tell nothing of what they cost. */
    private static final int LEAST = 25;

    /** Whether it is so much else that it is another price. */
    public boolean isOtherwise() {
        return Math.abs(Math.log(after / before)) > OTHERWISE;
    }

    /** What all would have brought that were expected, less what those brought that were made. */
    public double lost(Change purchases) {
        return purchases.expected() * before - purchases.actual() * after;
    }

    /** One pass over payments: by span, purchases and what they brought. Empty where one of the spans holds too few. */
    public static final class Asked extends DaysByProfile<long[][], Optional<MeanPrice>> {
        private static final int PURCHASE = RevenueType.PURCHASE.ordinal();

        private final GroupRows slice;
        private final int currency;
        private final Spans spans;

        public Asked(EventLog log, Profiles profiles, List<PropertyValue> having, Spans spans) {
            super(log, profiles, Optional.empty(), EnumSet.of(Count.PURCHASES));
            slice = new GroupRows(profiles, having);
            currency = GroupRows.currency(log, having);
            this.spans = spans;
        }

        @Override
        public long[][] empty() {
            return new long[2][2];
        }

        @Override
        protected void count(long[][] partial, Count count, int profile, int day, long howMany) {
            // Only payments are asked for.
        }

        @Override
        protected void purchase(long[][] partial, int profile, int inCurrency, int day) {
            // Those without a rate are worth nothing known, so what has a worth is counted instead.
        }

        @Override
        protected void money(long[][] partial, int revenueType, int profile, int inCurrency, int day, long micros) {
            if (revenueType == PURCHASE) {
                add(partial[0], profile, inCurrency, day, 1);
                add(partial[1], profile, inCurrency, day, micros);
            }
        }

        private void add(long[] sums, int profile, int inCurrency, int day, long more) {
            boolean isPaidSo = currency == GroupRows.ANY || currency == inCurrency;
            if (isPaidSo && spans.of()[day] != Spans.NEITHER && slice.has(profile)) {
                sums[spans.of()[day]] += more;
            }
        }

        @Override
        public void merge(long[][] into, long[][] from) {
            ArraySums.add(into, from);
        }

        @Override
        public Optional<MeanPrice> finish(long[][] sums) {
            return Math.min(sums[0][0], sums[0][1]) < LEAST
                    ? Optional.empty()
                    : Optional.of(new MeanPrice(sums[1][0] / MICROS / sums[0][0], sums[1][1] / MICROS / sums[0][1]));
        }
    }
}
