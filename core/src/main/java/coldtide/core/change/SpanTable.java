package coldtide.core.change;

import coldtide.core.log.EventLog;
import coldtide.core.scan.Sums;
import coldtide.core.tidetable.Count;
import coldtide.core.tidetable.DaysByProfile;
import coldtide.core.who.Conditions;
import coldtide.core.who.Profiles;
import java.util.Optional;

/**
 * One rate before and after by profile, purchases by their currency besides: all that is needed to ask of any combination of slices how
 * it changed. One pass; as much memory as there are profiles, times currencies for purchases.
 */
final class SpanTable extends DaysByProfile<long[][], SpanTable.Table> {
    private static final int OVER = 0;
    private static final int UNDER = 2;

    /**
     * Sums by leaf, which is a profile and for purchases one currency: before, then after. Of what it is so much for each stands with the
     * first currency alone.
     *
     * @param currencies 1 where currencies are not told apart
     */
    record Table(Rate rate, Profiles profiles, int currencies, int daysBefore, int daysAfter, long[][] sums) {
        int leaves() {
            return profiles.size() * currencies;
        }

        double over(int leaf, int span) {
            return sums[OVER + span][leaf] / rate.unit();
        }

        double under(int leaf, int span) {
            return leaf % currencies == 0 ? sums[UNDER + span][leaf / currencies] : 0;
        }

        /** The length of time, where it is counted by itself. */
        int days(int span) {
            return span == 0 ? daysBefore : daysAfter;
        }
    }

    private final Rate rate;
    private final Profiles profiles;
    private final int currencies;
    private final Spans spans;
    private final Count under;

    SpanTable(EventLog log, Profiles profiles, Optional<Conditions.Mask> firstPath, Rate rate, Spans spans) {
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
        Sums.add(into, from);
    }

    @Override
    public Table finish(long[][] partial) {
        return new Table(rate, profiles, currencies, spans.before(), spans.after(), partial);
    }
}
