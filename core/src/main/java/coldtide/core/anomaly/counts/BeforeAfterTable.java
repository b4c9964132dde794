package coldtide.core.anomaly.counts;

import coldtide.core.filter.Conditions;
import coldtide.core.filter.value.Profiles;
import coldtide.core.log.EventLog;
import coldtide.core.scan.ArraySums;
import coldtide.core.tidetable.Count;
import coldtide.core.tidetable.DaysByProfile;
import java.util.Optional;

/**
 * One rate before and after by user profile, and for purchases by currency, from which the change of any combination of property values is read.
 * Cost: one pass; memory grows with the number of profiles, for purchases times currencies.
 */
public final class BeforeAfterTable extends DaysByProfile<long[][], BeforeAfterTable.Table> {
    private static final int OVER = 0;
    private static final int UNDER = 2;

    /**
     * Sums by leaf, which is a profile and for purchases one currency: before, then after. Of what it is so much for each stands with the
     * first currency alone.
     *
     * @param currencies 1 where currencies are not told apart
     */
    public record Table(Rate rate, Profiles profiles, int currencies, int daysBefore, int daysAfter, long[][] sums) {
        public int leaves() {
            return profiles.size() * currencies;
        }

        public double over(int leaf, int span) {
            return sums[OVER + span][leaf] / rate.unit();
        }

        public double under(int leaf, int span) {
            return leaf % currencies == 0 ? sums[UNDER + span][leaf / currencies] : 0;
        }

        /** The length of time, where it is counted by itself. */
        public int days(int span) {
            return span == 0 ? daysBefore : daysAfter;
        }
    }

    private final Rate rate;
    private final Profiles profiles;
    private final int currencies;
    private final Spans spans;
    private final Count under;

    public BeforeAfterTable(
            EventLog log, Profiles profiles, Optional<Conditions.Mask> firstPath, Rate rate, Spans spans) {
        super(log, profiles, firstPath, rate.counts());
        this.rate = rate;
        this.profiles = profiles;
        under = rate.under().orElse(null);
        currencies = rate == Rate.PURCHASES ? Math.max(1, log.currencyNames().size()) : 1;
        this.spans = spans;
    }

    @Override
    public long[][] empty() {
        return new long[][] {
            new long[profiles.size() * currencies],
            new long[profiles.size() * currencies],
            new long[profiles.size()],
            new long[profiles.size()]
        };
    }

    @Override
    protected void count(long[][] partial, Count count, int profile, int day, long howMany) {
        int span = spans.of()[day];
        if (span == Spans.NEITHER) {
            return;
        }
        if (count == rate.over() && currencies == 1) {
            partial[OVER + span][profile] += howMany;
        }
        if (count == under) {
            partial[UNDER + span][profile] += howMany;
        }
    }

    @Override
    protected void purchase(long[][] partial, int profile, int currency, int day) {
        if (currencies > 1 && spans.of()[day] != Spans.NEITHER) {
            partial[OVER + spans.of()[day]][profile * currencies + currency]++;
        }
    }

    @Override
    public void merge(long[][] into, long[][] from) {
        ArraySums.add(into, from);
    }

    @Override
    public Table finish(long[][] partial) {
        return new Table(rate, profiles, currencies, spans.before(), spans.after(), partial);
    }
}
