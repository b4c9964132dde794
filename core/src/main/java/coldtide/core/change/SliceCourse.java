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

/**
 * One rate of a slice day by day, beside what everybody else on that day lets expect of it: what the eye is shown of a fall. A currency is
 * of purchases alone, so those in it are the slice.
 */
final class SliceCourse extends DaysByProfile<long[][], Incident.Course> {
    private final Rate rate;
    private final SliceRows slice;
    private final int currency;
    private final Spans spans;
    private final int days;
    private final Count under;

    /** @param spans of which the days before are the past */
    SliceCourse(
            EventLog log,
            Profiles profiles,
            Optional<Conditions.Mask> firstPath,
            Rate rate,
            List<Having> having,
            Spans spans) {
        super(log, profiles, firstPath);
        this.rate = rate;
        this.spans = spans;
        slice = new SliceRows(profiles, having);
        days = log.days();
        under = rate.under().orElse(null);
        currency = SliceRows.currency(log, having);
    }

    /** What is counted of others and of the slice, then of what it is so much for each, by day. */
    @Override
    public long[][] empty() {
        return new long[4][days];
    }

    @Override
    protected void count(long[][] partial, Count count, int profile, int day, long howMany) {
        if (count == rate.over() && (count != Count.PURCHASES || currency == SliceRows.ANY)) {
            partial[slice.has(profile) ? 1 : 0][day] += howMany;
        }
        if (count == under) {
            partial[slice.has(profile) ? 3 : 2][day] += howMany;
        }
    }

    @Override
    protected void purchase(long[][] partial, int profile, int inCurrency, int day) {
        if (rate == Rate.PURCHASES && currency != SliceRows.ANY) {
            partial[slice.has(profile) && inCurrency == currency ? 1 : 0][day]++;
        }
    }

    @Override
    public void merge(long[][] into, long[][] from) {
        Sums.add(into, from);
    }

    @Override
    public Incident.Course finish(long[][] sums) {
        double[] past = new double[4];
        for (int day = 0; day < days; day++) {
            for (int which = 0; which < past.length && spans.of()[day] == 0; which++) {
                past[which] += sums[which][day];
            }
        }
        double ratio = under == null ? past[1] / past[0] : past[1] / past[3] / (past[0] / past[2]);
        double[] actual = new double[days];
        double[] expected = new double[days];
        for (int day = 0; day < days; day++) {
            actual[day] = sums[1][day] / rate.unit();
            double others = under == null ? sums[0][day] : (double) sums[0][day] / sums[2][day] * sums[3][day];
            expected[day] = ratio * others / rate.unit();
        }
        return new Incident.Course(actual, expected);
    }
}
