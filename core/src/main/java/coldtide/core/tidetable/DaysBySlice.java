package coldtide.core.tidetable;

import coldtide.core.filter.Conditions;
import coldtide.core.filter.value.Profiles;
import coldtide.core.log.EventLog;
import coldtide.core.log.rule.RevenueType;
import coldtide.core.scan.ArraySums;
import coldtide.core.time.DayRange;
import coldtide.core.time.Grain;
import java.util.Arrays;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.IntStream;

/**
 * Counts of each day of a log: for all users every count and money, for each group the counts that are asked for. Purchases are counted by
 * currency, too, and by currency and store, because payment problems show there. Cost: one pass for all groups, with one addition for each
 * group of each user-day, day with sessions, and payment.
 */
public final class DaysBySlice extends DaysByProfile<DaysBySlice.Partial, DaysBySlice.Days> {
    private static final String STORE = "platform";

    /** Counts by kind, then slice after slice all its days: those of profiles, all users, currencies, currencies by store; money of all users. */
    static final class Partial {
        final long[][] counts;
        final long[][] micros;

        Partial(int cells, int days) {
            counts = new long[Count.values().length][cells];
            micros = new long[RevenueType.values().length][days];
        }

        long[] of(Count count) {
            return counts[count.ordinal()];
        }
    }

    /** Every day of the log by slice. */
    public static final class Days {
        private final List<DayRange> days;
        private final boolean knowsFirstPath;
        private final int firstCrash;
        private final Partial counted;
        private final int slices;
        private final int currencies;
        private final int[] stores;

        private Days(DaysBySlice asked, Partial counted) {
            days = asked.log.span().periods(Grain.DAY);
            knowsFirstPath = asked.knowsFirstPath;
            firstCrash = AppPerformance.firstCrash(asked.log);
            this.counted = counted;
            slices = asked.slices;
            currencies = asked.currencies;
            stores = asked.stores;
        }

        /** One slice, by its number; of money and of what is not kept by slice there is none. */
        public List<PeriodCounts> of(int slice) {
            return IntStream.range(0, days.size())
                    .mapToObj(day -> counts(slice, day))
                    .toList();
        }

        /** All users. */
        public List<PeriodCounts> all() {
            return of(slices);
        }

        /** Payments in a currency, by its code in the log; of nothing else is it known. */
        public List<PeriodCounts> inCurrency(int currency) {
            return of(slices + 1 + currency);
        }

        /** The slices that are stores: each platform sells by itself. */
        public int[] stores() {
            return stores.clone();
        }

        /** Purchases in a currency from one of the stores, by its place among them. */
        public List<PeriodCounts> inCurrency(int currency, int store) {
            return of(slices + 1 + (1 + store) * currencies + currency);
        }

        private PeriodCounts counts(int slice, int day) {
            int cell = slice * days.size() + day;
            return new PeriodCounts(
                    days.get(day),
                    1,
                    new PeriodCounts.Known(day > 0, knowsFirstPath, day >= firstCrash),
                    CountTable.column(counted.counts, cell),
                    slice == slices ? CountTable.column(counted.micros, day) : new long[counted.micros.length]);
        }
    }

    private final EventLog log;
    private final Profiles profiles;
    private final boolean knowsFirstPath;
    private final int days;
    private final int slices;
    private final int currencies;
    /** Slices of platforms, ascending. */
    private final int[] stores;

    /** By count, whether it is kept by slice. */
    private final boolean[] bySlice;

    /** @param bySlice what is kept by slice */
    public DaysBySlice(EventLog log, Profiles profiles, Optional<Conditions.Mask> firstPath, Set<Count> bySlice) {
        super(log, profiles, firstPath, EnumSet.allOf(Count.class));
        this.bySlice = new boolean[Count.values().length];
        bySlice.forEach(count -> this.bySlice[count.ordinal()] = true);
        this.log = log;
        this.profiles = profiles;
        knowsFirstPath = firstPath.isPresent();
        days = log.days();
        slices = profiles.slices().size();
        currencies = log.currencyNames().size();
        stores = IntStream.range(0, slices)
                .filter(slice -> profiles.slices().get(slice).property().equals(STORE))
                .toArray();
    }

    @Override
    public Partial empty() {
        return new Partial((slices + 1 + (1 + stores.length) * currencies) * days, days);
    }

    @Override
    protected void count(Partial partial, Count count, int profile, int day, long howMany) {
        long[] into = partial.of(count);
        into[slices * days + day] += howMany;
        if (bySlice[count.ordinal()]) {
            for (int slice : profiles.slices(profile)) {
                if (slice != Profiles.NONE) {
                    into[slice * days + day] += howMany;
                }
            }
        }
    }

    @Override
    protected void money(Partial partial, int revenueType, int profile, int currency, int day, long micros) {
        partial.micros[revenueType][day] += micros;
    }

    @Override
    protected void purchase(Partial partial, int profile, int currency, int day) {
        long[] purchases = partial.of(Count.PURCHASES);
        purchases[(slices + 1 + currency) * days + day]++;
        for (int slice : profiles.slices(profile)) {
            int store = slice == Profiles.NONE ? -1 : Arrays.binarySearch(stores, slice);
            if (store >= 0) {
                purchases[(slices + 1 + (1 + store) * currencies + currency) * days + day]++;
            }
        }
    }

    @Override
    public void merge(Partial into, Partial from) {
        ArraySums.add(into.counts, from.counts);
        ArraySums.add(into.micros, from.micros);
    }

    @Override
    public Days finish(Partial partial) {
        partial.counts[Count.PERSON_DAYS.ordinal()] = partial.of(Count.ACTIVE_PEOPLE);
        return new Days(this, partial);
    }
}
