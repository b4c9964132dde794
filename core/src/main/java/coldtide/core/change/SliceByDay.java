package coldtide.core.change;

import coldtide.core.log.EventLog;
import coldtide.core.scan.Sums;
import coldtide.core.tidetable.Count;
import coldtide.core.tidetable.DaysByProfile;
import coldtide.core.who.Conditions;
import coldtide.core.who.Having;
import coldtide.core.who.Profiles;
import java.util.List;
import java.util.Optional;

/** One rate of a slice and of everybody else day by day. A currency is of purchases alone, so those in it are the slice. */
final class SliceByDay extends DaysByProfile<long[][], SliceByDay.Days> {
    private static final int REST = 0;
    private static final int SLICE = 1;
    private static final int REST_UNDER = 2;
    private static final int SLICE_UNDER = 3;

    /**
     * What was counted.
     *
     * @param sums by what stands above, then by day of the log
     */
    record Days(Rate rate, long[][] sums) {
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

        /** Of the slice, what stands above, by day. */
        long[] slice() {
            return sums[SLICE];
        }

        /** Against everybody else; of a slice that is everybody, against their own past. */
        TwoSpans against(Spans spans) {
            boolean others = over(REST, spans, 0) > 0;
            return new TwoSpans(
                    over(SLICE, spans, 0),
                    under(SLICE_UNDER, spans, 0),
                    over(SLICE, spans, 1),
                    under(SLICE_UNDER, spans, 1),
                    others ? over(REST, spans, 0) : TwoSpans.STEADY,
                    others ? under(REST_UNDER, spans, 0) : TwoSpans.STEADY,
                    others ? over(REST, spans, 1) : TwoSpans.STEADY,
                    others ? under(REST_UNDER, spans, 1) : TwoSpans.STEADY);
        }

        /** Each day beside what everybody else lets expect. @param spans of which the days before are the past */
        Incident.Course course(Spans spans) {
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
            return Incident.Course.ofSlice(actual, expected);
        }
    }

    private final Rate rate;
    private final SliceRows slice;
    private final int currency;
    private final int days;
    private final Count under;

    SliceByDay(EventLog log, Profiles profiles, Optional<Conditions.Mask> firstPath, Rate rate, List<Having> having) {
        super(log, profiles, firstPath, rate.counts());
        this.rate = rate;
        slice = new SliceRows(profiles, having);
        days = log.days();
        under = rate.under().orElse(null);
        currency = SliceRows.currency(log, having);
    }

    @Override
    public long[][] empty() {
        return new long[4][days];
    }

    @Override
    protected void count(long[][] partial, Count count, int profile, int day, long howMany) {
        if (count == rate.over() && (count != Count.PURCHASES || currency == SliceRows.ANY)) {
            partial[slice.has(profile) ? SLICE : REST][day] += howMany;
        }
        if (count == under) {
            countUnder(partial, slice.has(profile), day, howMany);
        }
    }

    /** Whoever pays in a currency might pay in another, so all people are those of the others, too. */
    private void countUnder(long[][] partial, boolean isIn, int day, long howMany) {
        if (isIn) {
            partial[SLICE_UNDER][day] += howMany;
        }
        if (!isIn || currency != SliceRows.ANY) {
            partial[REST_UNDER][day] += howMany;
        }
    }

    @Override
    protected void purchase(long[][] partial, int profile, int inCurrency, int day) {
        if (rate == Rate.PURCHASES && currency != SliceRows.ANY) {
            partial[slice.has(profile) && inCurrency == currency ? SLICE : REST][day]++;
        }
    }

    @Override
    public void merge(long[][] into, long[][] from) {
        Sums.add(into, from);
    }

    @Override
    public Days finish(long[][] sums) {
        return new Days(rate, sums);
    }
}
