package coldtide.core.retention.value;

import coldtide.core.filter.BitMasks;
import coldtide.core.log.EventLog;
import coldtide.core.log.Shard;
import coldtide.core.log.column.PropertyColumn;
import coldtide.core.log.rule.RevenueType;
import coldtide.core.retention.FollowedPeople;
import coldtide.core.retention.cohort.AgeCalculator;
import coldtide.core.retention.cohort.ReturnCriteria;
import java.util.Arrays;

/** Value of one user by age since their start: millionths of a currency unit, or a plain number. */
final class WorthByAge {
    private final Shard shard;
    private final ValueMetric worth;
    private final AgeCalculator ageOf;
    /** The events that count. */
    private final long[] rows;
    /** The numbers summed; null where no event of the shard has one, or none is asked for. */
    private final PropertyColumn numbers;

    private final double[] byAge;
    private long withoutRate;

    WorthByAge(FollowedPeople people, Shard shard, ValueQuestion question) {
        this.shard = shard;
        worth = question.worth();
        EventLog log = people.log();
        ageOf = new AgeCalculator(
                log, shard, people.periods(), question.following().clock());
        rows = switch (worth.kind()) {
            case TIMES -> people.conditions().of(log, worth.what()).bits(shard);
            case ACTIVE_DAYS ->
                people.conditions().of(log, ReturnCriteria.ACTIVE).bits(shard);
            default -> null;
        };
        numbers = worth.kind() == ValueMetric.Kind.SUM
                ? log.numbers(shard, worth.property()).orElse(null)
                : null;
        byAge = new double[question.ages() + 1];
    }

    /** How many amounts so far are in no sum since their currency had no rate on the day. */
    long withoutRate() {
        return withoutRate;
    }

    /** By age, not added up; the same array each time. */
    double[] of(int person, int cohort, int start) {
        Arrays.fill(byAge, 0);
        ageOf.from(cohort, start);
        switch (worth.kind()) {
            case SESSIONS -> sessions(person, start);
            case ACTIVE_DAYS -> activeDays(person, start);
            case TIMES -> times(person, start);
            case SUM -> sum(person, start);
            default -> money(person, start);
        }
        return byAge;
    }

    private void add(int row, double value) {
        int age = ageOf.row(row);
        if (age < byAge.length) {
            byAge[age] += value;
        }
    }

    private void money(int person, int start) {
        for (int i = shard.moneyFrom[person]; i < shard.moneyFrom[person + 1]; i++) {
            int sign = sign(RevenueType.values()[shard.moneyType[i]]);
            if (sign != 0 && shard.moneyRow[i] >= start) {
                if (shard.moneyMicros[i] == Shard.NO_RATE) {
                    withoutRate++;
                } else {
                    add(shard.moneyRow[i], sign * shard.moneyMicros[i]);
                }
            }
        }
    }

    /** Whether an amount is added, taken off, or left aside. */
    private int sign(RevenueType type) {
        return switch (worth.kind()) {
            case NET -> type == RevenueType.REFUND ? -1 : 1;
            case GROSS -> type == RevenueType.REFUND ? 0 : 1;
            default -> type.name().equals(worth.kind().name()) ? 1 : 0;
        };
    }

    private void sessions(int person, int start) {
        for (int i = shard.sessionFrom[person]; i < shard.sessionFrom[person + 1]; i++) {
            // The session in which the start lies is theirs too, though it may have begun before.
            boolean holds = i + 1 == shard.sessionFrom[person + 1] || shard.sessionRow[i + 1] > start;
            if (shard.sessionRow[i] >= start || holds) {
                add(Math.max(start, shard.sessionRow[i]), 1);
            }
        }
    }

    private void activeDays(int person, int start) {
        int end = shard.eventFrom[person + 1];
        int last = -1;
        for (int row = BitMasks.next(rows, start, end); row < end; row = BitMasks.next(rows, row + 1, end)) {
            if (shard.eventDay[row] != last) {
                last = shard.eventDay[row];
                add(row, 1);
            }
        }
    }

    private void times(int person, int start) {
        int end = shard.eventFrom[person + 1];
        for (int row = BitMasks.next(rows, start, end); row < end; row = BitMasks.next(rows, row + 1, end)) {
            add(row, 1);
        }
    }

    private void sum(int person, int start) {
        int end = shard.eventFrom[person + 1];
        for (int i = numbers == null ? 0 : numbers.firstFrom(start);
                numbers != null && i < numbers.size() && numbers.row(i) < end;
                i++) {
            add(numbers.row(i), numbers.values().at(i));
        }
    }
}
