package coldtide.core.anomaly.counts;

import coldtide.core.filter.value.PersonProfiles;
import coldtide.core.filter.value.Profiles;
import coldtide.core.filter.value.PropertyValue;
import coldtide.core.log.EventLog;
import coldtide.core.log.Shard;
import coldtide.core.log.rule.RevenueType;
import coldtide.core.scan.Analysis;
import coldtide.core.scan.ArraySums;
import coldtide.core.time.DayRange;
import java.time.temporal.ChronoUnit;
import java.util.EnumSet;
import java.util.List;
import java.util.Set;
import java.util.stream.LongStream;

/**
 * One rate of a slice by hour, in some days and, to know how a day goes, in the four weeks before them. Of what has a time of its own:
 * sessions, payments, adverts, arrivals. One pass over these.
 */
public final class HoursOfSlice implements Analysis<long[][], HoursOfSlice.Counts> {
    public static final Set<Rate> WITH_HOURS = EnumSet.of(Rate.NEW_PEOPLE, Rate.SESSIONS, Rate.PURCHASES, Rate.ADVERTS);

    private static final int HOURS_A_DAY = 24;
    private static final int MOST_HOURS = 26;
    private static final int HOUR_MILLIS = 3_600_000;
    private static final byte AD = (byte) RevenueType.AD.ordinal();
    private static final byte PURCHASE = (byte) RevenueType.PURCHASE.ordinal();

    /**
     * What was counted.
     *
     * @param first day of the log that the second row stands for
     * @param counts by hour since its day began: of all days before, then of each day
     */
    public record Counts(int first, long[][] counts) {
        long of(int day, int hour) {
            return counts[1 + day - first][hour];
        }

        /** Share of the days before that fell into an hour, smoothed by half an event for each hour. */
        double part(int hour) {
            return (counts[0][hour] + 0.5) / (LongStream.of(counts[0]).sum() + 0.5 * HOURS_A_DAY);
        }
    }

    private final Profiles profiles;
    private final Rate rate;
    private final GroupRows slice;
    private final int currency;
    private final int first;
    private final int days;

    public HoursOfSlice(EventLog log, Profiles profiles, Rate rate, List<PropertyValue> having, DayRange range) {
        this.profiles = profiles;
        this.rate = rate;
        slice = new GroupRows(profiles, having);
        currency = GroupRows.currency(log, having);
        first = log.dayNumber(range.from());
        days = (int) ChronoUnit.DAYS.between(range.from(), range.to());
    }

    @Override
    public long[][] empty() {
        return new long[1 + days][MOST_HOURS];
    }

    @Override
    public void scan(Shard shard, long[][] counts) {
        PersonProfiles of = new PersonProfiles(profiles);
        for (int person = shard.person(0); person < shard.people(); person = shard.person(person + 1)) {
            of.go(shard, person);
            switch (rate) {
                case NEW_PEOPLE -> add(shard, shard.eventFrom[person], of, counts);
                case SESSIONS -> {
                    for (int i = shard.sessionFrom[person]; i < shard.sessionFrom[person + 1]; i++) {
                        add(shard, shard.sessionRow[i], of, counts);
                    }
                }
                case PURCHASES, ADVERTS -> payments(shard, person, of, counts);
                default -> throw new IllegalStateException(rate + " has no hours.");
            }
        }
    }

    private void payments(Shard shard, int person, PersonProfiles of, long[][] counts) {
        byte type = rate == Rate.ADVERTS ? AD : PURCHASE;
        for (int i = shard.moneyFrom[person]; i < shard.moneyFrom[person + 1]; i++) {
            boolean isPaidSo = currency == GroupRows.ANY || shard.moneyCurrency[i] == currency;
            if (shard.moneyType[i] == type && isPaidSo) {
                add(shard, shard.moneyRow[i], of, counts);
            }
        }
    }

    private void add(Shard shard, int row, PersonProfiles of, long[][] counts) {
        int day = shard.eventDay[row] - first;
        if (day >= -ShiftScan.BEFORE && day < days && slice.has(of.atRow(row))) {
            counts[Math.max(0, 1 + day)][shard.eventMillisOfDay[row] / HOUR_MILLIS]++;
        }
    }

    @Override
    public void merge(long[][] into, long[][] from) {
        ArraySums.add(into, from);
    }

    @Override
    public Counts finish(long[][] counts) {
        return new Counts(first, counts);
    }
}
