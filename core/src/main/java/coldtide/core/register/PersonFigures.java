package coldtide.core.register;

import coldtide.core.filter.value.PersonValues;
import coldtide.core.filter.value.ValueTest;
import coldtide.core.log.EventLog;
import coldtide.core.log.PersonEvents;
import coldtide.core.log.Shard;
import coldtide.core.log.rule.RevenueType;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** The figures of single users. */
final class PersonFigures {
    private PersonFigures() {}

    static long revenueMicros(Shard shard, int person) {
        long sum = 0;
        for (int i = shard.moneyFrom[person]; i < shard.moneyFrom[person + 1]; i++) {
            if (shard.moneyMicros[i] != Shard.NO_RATE) {
                sum += shard.moneyType[i] == RevenueType.REFUND.ordinal()
                        ? -shard.moneyMicros[i]
                        : shard.moneyMicros[i];
            }
        }
        return sum;
    }

    static int purchases(Shard shard, int person) {
        int count = 0;
        for (int i = shard.moneyFrom[person]; i < shard.moneyFrom[person + 1]; i++) {
            count += shard.moneyType[i] == RevenueType.PURCHASE.ordinal() ? 1 : 0;
        }
        return count;
    }

    private static int unconverted(Shard shard, int person) {
        int count = 0;
        for (int i = shard.moneyFrom[person]; i < shard.moneyFrom[person + 1]; i++) {
            count += shard.moneyMicros[i] == Shard.NO_RATE ? 1 : 0;
        }
        return count;
    }

    static long firstMillis(EventLog log, Shard shard, int person) {
        return log.millisAt(shard, shard.eventFrom[person]);
    }

    static long lastMillis(EventLog log, Shard shard, int person) {
        return log.millisAt(shard, shard.eventFrom[person + 1] - 1);
    }

    /** The number of the latest active day; -1 for none. */
    static int lastActive(Shard shard, int person) {
        int end = shard.activeFrom[person + 1];
        return end > shard.activeFrom[person] ? shard.activeDay[end - 1] : -1;
    }

    static PersonRow row(EventLog log, Shard shard, int person, List<String> columns) {
        int lastActive = lastActive(shard, person);
        Optional<LocalDate> active =
                lastActive < 0 ? Optional.empty() : Optional.of(log.firstDay().plusDays(lastActive));
        List<Optional<String>> values = new ArrayList<>();
        for (String column : columns) {
            values.add(latest(log, new PersonValues(log, shard, column), person));
        }
        return new PersonRow(
                shard.owner[person],
                Instant.ofEpochMilli(firstMillis(log, shard, person)),
                Instant.ofEpochMilli(lastMillis(log, shard, person)),
                active,
                shard.eventFrom[person + 1] - shard.eventFrom[person],
                shard.sessionFrom[person + 1] - shard.sessionFrom[person],
                shard.activeFrom[person + 1] - shard.activeFrom[person],
                PersonEvents.installs(shard, person).size(),
                purchases(shard, person),
                revenueMicros(shard, person),
                unconverted(shard, person),
                values);
    }

    static Optional<String> latest(EventLog log, PersonValues values, int person) {
        return values.latest(person) ? Optional.of(text(log, values)) : Optional.empty();
    }

    static Optional<String> first(EventLog log, PersonValues values, int person) {
        return values.first(person) ? Optional.of(text(log, values)) : Optional.empty();
    }

    private static String text(EventLog log, PersonValues values) {
        return values.isText() ? log.texts().text((int) values.value()) : ValueTest.written(values.value());
    }
}
