package coldtide.core.tidetable;

import coldtide.core.log.EventLog;
import coldtide.core.log.RevenueType;
import coldtide.core.scan.Sums;
import coldtide.core.time.DayRange;
import coldtide.core.time.Grain;
import coldtide.core.who.Conditions;
import coldtide.core.who.Profiles;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;

/**
 * The counts of each day of a log by slice, all slices in one pass, and of payments by their currency, too. Costs an addition for each
 * slice of each person-day, session and payment.
 */
public final class DaysBySlice extends DaysByProfile<DaysBySlice.Partial, DaysBySlice.Days> {
    /** Counts by kind, then slice after slice all its days: those of profiles, everybody, currencies. */
    static final class Partial {
        final long[][] counts;
        final long[][] micros;

        Partial(int cells) {
            counts = new long[Count.values().length][cells];
            micros = new long[RevenueType.values().length][cells];
        }

        long[] of(Count count) {
            return counts[count.ordinal()];
        }
    }

    /** Every day of the log by slice. */
    public static final class Days {
        private final List<DayRange> days;
        private final boolean knowsFirstPath;
        private final Partial counted;
        private final int slices;

        Days(List<DayRange> days, boolean knowsFirstPath, Partial counted, int slices) {
            this.days = days;
            this.knowsFirstPath = knowsFirstPath;
            this.counted = counted;
            this.slices = slices;
        }

        /** One slice, by its number. */
        public List<PeriodCounts> of(int slice) {
            return IntStream.range(0, days.size())
                    .mapToObj(day -> counts(slice, day))
                    .toList();
        }

        /** Everybody. */
        public List<PeriodCounts> all() {
            return of(slices);
        }

        /** Payments in a currency, by its code in the log; of nothing else is it known. */
        public List<PeriodCounts> inCurrency(int currency) {
            return of(slices + 1 + currency);
        }

        private PeriodCounts counts(int slice, int day) {
            int cell = slice * days.size() + day;
            return new PeriodCounts(
                    days.get(day),
                    1,
                    day > 0,
                    knowsFirstPath,
                    PeriodAnalysis.column(counted.counts, cell),
                    PeriodAnalysis.column(counted.micros, cell));
        }
    }

    private final EventLog log;
    private final Profiles profiles;
    private final boolean knowsFirstPath;
    private final int days;

    public DaysBySlice(EventLog log, Profiles profiles, Optional<Conditions.Mask> firstPath) {
        super(log, profiles, firstPath);
        this.log = log;
        this.profiles = profiles;
        knowsFirstPath = firstPath.isPresent();
        days = log.days();
    }

    @Override
    public Partial empty() {
        return new Partial((profiles.slices().size() + 1 + log.currencyNames().size()) * days);
    }

    @Override
    protected void count(Partial partial, Count count, int profile, int day, long howMany) {
        add(partial.of(count), profile, day, howMany);
    }

    @Override
    protected void money(Partial partial, int revenueType, int profile, int day, long micros) {
        add(partial.micros[revenueType], profile, day, micros);
    }

    @Override
    protected void purchase(Partial partial, int profile, int currency, int day) {
        partial.of(Count.PURCHASES)[(profiles.slices().size() + 1 + currency) * days + day]++;
    }

    /** Adds to every slice of a profile. */
    private void add(long[] into, int profile, int day, long howMany) {
        into[profiles.slices().size() * days + day] += howMany;
        for (int slice : profiles.slices(profile)) {
            if (slice != Profiles.NONE) {
                into[slice * days + day] += howMany;
            }
        }
    }

    @Override
    public void merge(Partial into, Partial from) {
        Sums.add(into.counts, from.counts);
        Sums.add(into.micros, from.micros);
    }

    @Override
    public Days finish(Partial partial) {
        return new Days(
                log.span().periods(Grain.DAY),
                knowsFirstPath,
                partial,
                profiles.slices().size());
    }
}
