package coldtide.core.anomaly.counts;

import coldtide.core.filter.Conditions;
import coldtide.core.filter.value.Profiles;
import coldtide.core.filter.value.PropertyValue;
import coldtide.core.log.EventLog;
import coldtide.core.scan.ArraySums;
import coldtide.core.tidetable.Count;
import coldtide.core.tidetable.DaysByProfile;
import java.util.List;
import java.util.Optional;

/** One rate of a slice and of all other users day by day. A currency is of purchases alone, so those in it are the slice. */
public final class SliceByDay extends DaysByProfile<long[][], SliceByDay.Days> {
    private static final int REST = 0;
    private static final int SLICE = 1;
    private static final int REST_UNDER = 2;
    private static final int SLICE_UNDER = 3;

    /**
     * What was counted.
     *
     * @param sums by what stands above, then by day of the log
     */
    public record Days(Rate rate, long[][] sums) {
        private double over(int which, Spans spans, int span) {
            return sum(which, spans, span) / rate.unit();
        }

        private double under(int which, Spans spans, int span) {
            return rate.under().isEmpty() ? (span == 0 ? spans.before() : spans.after()) : sum(which, spans, span);
        }

        private double sum(int which, Spans spans, int span) {
            double sum = 0;
            for (int day = 0; day < sums[which].length; day++) {
                sum += spans.of()[day] == span ? sums[which][day] : 0;
            }
            return sum;
        }

        /** Counts of the group by day. */
        public long[] slice() {
            return sums[SLICE];
        }

        /** Against all other users; of a slice that is all users, against their own past. */
        public BeforeAfterCounts against(Spans spans) {
            boolean others = over(REST, spans, 0) > 0;
            return new BeforeAfterCounts(
                    over(SLICE, spans, 0),
                    under(SLICE_UNDER, spans, 0),
                    over(SLICE, spans, 1),
                    under(SLICE_UNDER, spans, 1),
                    others ? over(REST, spans, 0) : BeforeAfterCounts.STEADY,
                    others ? under(REST_UNDER, spans, 0) : BeforeAfterCounts.STEADY,
                    others ? over(REST, spans, 1) : BeforeAfterCounts.STEADY,
                    others ? under(REST_UNDER, spans, 1) : BeforeAfterCounts.STEADY);
        }

        /** Each day with the number expected from all other users. @param spans the days before the drop, and its days */
        public DailyCourse course(Spans spans) {
            double rest = over(REST, spans, 0) / under(REST_UNDER, spans, 0);
            double ratio = over(SLICE, spans, 0) / under(SLICE_UNDER, spans, 0) / rest;
            int days = sums[0].length;
            double[] actual = new double[days];
            double[] expected = new double[days];
            for (int day = 0; day < days; day++) {
                actual[day] = sums[SLICE][day] / rate.unit();
                double others = rate.under().isEmpty()
                        ? sums[REST][day]
                        : (double) sums[REST][day] / sums[REST_UNDER][day] * sums[SLICE_UNDER][day];
                expected[day] = ratio * others / rate.unit();
            }
            return DailyCourse.ofSlice(actual, expected);
        }
    }

    private final Rate rate;
    private final GroupRows slice;
    private final int currency;
    private final int days;
    private final Count under;

    public SliceByDay(
            EventLog log,
            Profiles profiles,
            Optional<Conditions.Mask> firstPath,
            Rate rate,
            List<PropertyValue> having) {
        super(log, profiles, firstPath, rate.counts());
        this.rate = rate;
        slice = new GroupRows(profiles, having);
        days = log.days();
        under = rate.under().orElse(null);
        currency = GroupRows.currency(log, having);
    }

    @Override
    public long[][] empty() {
        return new long[4][days];
    }

    @Override
    protected void count(long[][] partial, Count count, int profile, int day, long howMany) {
        if (count == rate.over() && (count != Count.PURCHASES || currency == GroupRows.ANY)) {
            partial[slice.has(profile) ? SLICE : REST][day] += howMany;
        }
        if (count == under) {
            countUnder(partial, slice.has(profile), day, howMany);
        }
    }

    /** Counts what rates are divided by. A user who pays in one currency might pay in another, so users of a currency are all users. */
    private void countUnder(long[][] partial, boolean isIn, int day, long howMany) {
        if (isIn) {
            partial[SLICE_UNDER][day] += howMany;
        }
        if (!isIn || currency != GroupRows.ANY) {
            partial[REST_UNDER][day] += howMany;
        }
    }

    @Override
    protected void purchase(long[][] partial, int profile, int inCurrency, int day) {
        if (rate == Rate.PURCHASES && currency != GroupRows.ANY) {
            partial[slice.has(profile) && inCurrency == currency ? SLICE : REST][day]++;
        }
    }

    @Override
    public void merge(long[][] into, long[][] from) {
        ArraySums.add(into, from);
    }

    @Override
    public Days finish(long[][] sums) {
        return new Days(rate, sums);
    }
}
