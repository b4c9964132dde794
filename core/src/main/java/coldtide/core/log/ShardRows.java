package coldtide.core.log;

import coldtide.core.log.column.Dictionary;
import coldtide.core.log.column.PropertyColumn;
import coldtide.core.log.rule.Money;
import coldtide.core.log.rule.RevenueType;
import coldtide.core.time.DayBoundaries;
import java.util.function.Consumer;

/** Reads users of shards back as the events they were made of. */
final class ShardRows {
    private static final RevenueType[] TYPES = RevenueType.values();

    private final DayBoundaries days;
    private final Dictionary currencies;
    private final RawEvent event = new RawEvent();

    ShardRows(DayBoundaries days, Dictionary currencies) {
        this.days = days;
        this.currencies = currencies;
    }

    /**
     * All events of one user, in their order.
     *
     * @param to is given the same object each time, which it may change
     */
    void each(Shard shard, int person, Consumer<RawEvent> to) {
        int run = shard.runFrom[person];
        int money = shard.moneyFrom[person];
        int[] next = new int[shard.properties.length];
        for (int c = 0; c < next.length; c++) {
            next[c] = shard.properties[c] == null ? 0 : shard.properties[c].firstFrom(shard.eventFrom[person]);
        }
        for (int row = shard.eventFrom[person]; row < shard.eventFrom[person + 1]; row++) {
            run += run + 1 < shard.runFrom[person + 1] && shard.runRow[run + 1] == row ? 1 : 0;
            int face = shard.faceFrom[person] + shard.runFace[run];
            event.install = shard.faceInstall[face];
            event.account = shard.faceAccount[face];
            event.context = shard.runContext[run];
            event.timeMillis = days.startMillis(shard.eventDay[row]) + shard.eventMillisOfDay[row];
            event.receivedMillis = shard.receivedMillis(row, event.timeMillis);
            event.name = shard.eventName[row];
            event.money = null;
            if (money < shard.moneyFrom[person + 1] && shard.moneyRow[money] == row) {
                event.money = new Money(
                        shard.moneyAmount[money],
                        currencies.text(shard.moneyCurrency[money]),
                        TYPES[shard.moneyType[money]]);
                money++;
            }
            values(shard, row, next);
            to.accept(event);
        }
    }

    private void values(Shard shard, int row, int[] next) {
        event.clearValues();
        for (int c = 0; c < next.length; c++) {
            PropertyColumn column = shard.properties[c];
            if (column != null && next[c] < column.size() && column.row(next[c]) == row) {
                event.value(c, column.values().at(next[c]++));
            }
        }
    }
}
