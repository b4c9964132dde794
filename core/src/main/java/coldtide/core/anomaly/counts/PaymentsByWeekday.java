package coldtide.core.anomaly.counts;

import coldtide.core.filter.value.PersonProfiles;
import coldtide.core.filter.value.Profiles;
import coldtide.core.filter.value.PropertyValue;
import coldtide.core.log.EventLog;
import coldtide.core.log.Shard;
import coldtide.core.log.rule.RevenueType;
import coldtide.core.scan.Analysis;
import coldtide.core.scan.ArraySums;
import java.util.List;

/**
 * Active users and payments of a slice by day of the week, before and after. Payments whose currency has no rate are left out, as they
 * are of revenue. One pass over active days and payments.
 */
public final class PaymentsByWeekday implements Analysis<long[][], PaymentsByWeekday.Weeks> {
    private static final int WEEK = 7;
    private static final int TYPES = RevenueType.values().length;
    /** Columns of each payment type (payers, payments, money in millionths), which follow the active users. */
    private static final int PER_TYPE = 3;

    /**
     * What was counted.
     *
     * @param sums before by day of the week, then after
     * @param days how many days these are
     */
    public record Weeks(long[][] sums, int[] days) {
        /** Whether there are days to hold each day against. */
        public boolean isKnown() {
            for (int weekday = 0; weekday < WEEK; weekday++) {
                if (days[WEEK + weekday] > 0 && days[weekday] == 0) {
                    return false;
                }
            }
            return true;
        }

        public double active(int span) {
            return aDay(0, span);
        }

        public double payers(RevenueType type, int span) {
            return aDay(1 + type.ordinal() * PER_TYPE, span);
        }

        public double payments(RevenueType type, int span) {
            return aDay(2 + type.ordinal() * PER_TYPE, span);
        }

        public double micros(RevenueType type, int span) {
            return aDay(3 + type.ordinal() * PER_TYPE, span);
        }

        /** Days of the week weigh before as much as after. */
        private double aDay(int what, int span) {
            double sum = 0;
            int all = 0;
            for (int weekday = 0; weekday < WEEK; weekday++) {
                int weight = days[WEEK + weekday];
                if (weight > 0) {
                    int at = span * WEEK + weekday;
                    sum += (double) sums[at][what] * weight / days[at];
                    all += weight;
                }
            }
            return sum / all;
        }
    }

    private final Profiles profiles;
    private final GroupRows slice;
    private final int currency;
    /** By day of the log, its row of the sums. */
    private final int[] rowOf;

    private final int[] days = new int[2 * WEEK];

    public PaymentsByWeekday(EventLog log, Profiles profiles, List<PropertyValue> having, Spans spans) {
        this.profiles = profiles;
        slice = new GroupRows(profiles, having);
        currency = GroupRows.currency(log, having);
        rowOf = new int[log.days()];
        int first = log.firstDay().getDayOfWeek().ordinal();
        for (int day = 0; day < rowOf.length; day++) {
            byte span = spans.of()[day];
            rowOf[day] = span == Spans.NEITHER ? Spans.NEITHER : span * WEEK + (first + day) % WEEK;
            if (span != Spans.NEITHER) {
                days[rowOf[day]]++;
            }
        }
    }

    @Override
    public long[][] empty() {
        return new long[2 * WEEK][1 + PER_TYPE * TYPES];
    }

    @Override
    public void scan(Shard shard, long[][] sums) {
        PersonProfiles of = new PersonProfiles(profiles);
        for (int person = shard.person(0); person < shard.people(); person = shard.person(person + 1)) {
            of.go(shard, person);
            for (int i = shard.activeFrom[person]; i < shard.activeFrom[person + 1]; i++) {
                int day = shard.activeDay[i];
                if (rowOf[day] >= 0 && slice.has(of.onDay(day))) {
                    sums[rowOf[day]][0]++;
                }
            }
            payments(shard, person, of, sums);
        }
    }

    private void payments(Shard shard, int person, PersonProfiles of, long[][] sums) {
        // A bit by type that is set once the user has paid so on the day in hand.
        int paid = 0;
        int dayInHand = -1;
        for (int i = shard.moneyFrom[person]; i < shard.moneyFrom[person + 1]; i++) {
            int day = shard.moneyDay[i];
            paid = day == dayInHand ? paid : 0;
            dayInHand = day;
            if (isCounted(shard, i, of)) {
                int bit = 1 << shard.moneyType[i];
                long[] row = sums[rowOf[day]];
                int at = 1 + shard.moneyType[i] * PER_TYPE;
                row[at] += (paid & bit) == 0 ? 1 : 0;
                row[at + 1]++;
                row[at + 2] += shard.moneyMicros[i];
                paid |= bit;
            }
        }
    }

    private boolean isCounted(Shard shard, int i, PersonProfiles of) {
        return rowOf[shard.moneyDay[i]] >= 0
                && shard.moneyMicros[i] != Shard.NO_RATE
                && (currency == GroupRows.ANY || shard.moneyCurrency[i] == currency)
                && slice.has(of.atRow(shard.moneyRow[i]));
    }

    @Override
    public void merge(long[][] into, long[][] from) {
        ArraySums.add(into, from);
    }

    @Override
    public Weeks finish(long[][] sums) {
        return new Weeks(sums, days);
    }
}
