package coldtide.core.filter.value;

import coldtide.core.log.EventLog;
import coldtide.core.log.Shard;
import coldtide.core.log.column.PropertyColumn;
import coldtide.core.log.rule.Contexts;

/**
 * The first and the latest value that each user of a shard had of a property, whether it comes with the context or with single
 * events; of both in one event, that of the event itself. Reused from user to user.
 */
public final class PersonValues {
    private final Shard shard;
    private final int[] codes;
    private final PropertyColumn texts;
    private final PropertyColumn numbers;
    private int row;
    private double value;
    private boolean text;

    public PersonValues(EventLog log, Shard shard, String property) {
        this.shard = shard;
        codes = log.contexts().codes(property).orElse(null);
        texts = log.texts(shard, property).orElse(null);
        numbers = log.numbers(shard, property).orElse(null);
    }

    /** Finds the first value a user had; false if they never had one. */
    public boolean first(int person) {
        row = Integer.MAX_VALUE;
        if (codes != null) {
            for (int run = shard.runFrom[person]; run < shard.runFrom[person + 1] && row == Integer.MAX_VALUE; run++) {
                take(run, shard.runRow[run]);
            }
        }
        if (texts != null) {
            firstOf(texts, person, true);
        }
        if (numbers != null) {
            firstOf(numbers, person, false);
        }
        return row != Integer.MAX_VALUE;
    }

    private void firstOf(PropertyColumn column, int person, boolean isText) {
        int i = column.firstFrom(shard.eventFrom[person]);
        if (i < column.size() && column.row(i) < shard.eventFrom[person + 1] && column.row(i) <= row) {
            take(column, i, isText);
        }
    }

    /** Finds the latest value a user had; false if they never had one. */
    public boolean latest(int person) {
        row = -1;
        if (codes != null) {
            int end = shard.eventFrom[person + 1];
            for (int run = shard.runFrom[person + 1] - 1; run >= shard.runFrom[person] && row < 0; run--) {
                take(run, end - 1);
                end = shard.runRow[run];
            }
        }
        if (texts != null) {
            latestOf(texts, person, true);
        }
        if (numbers != null) {
            latestOf(numbers, person, false);
        }
        return row >= 0;
    }

    private void latestOf(PropertyColumn column, int person, boolean isText) {
        int i = column.firstFrom(shard.eventFrom[person + 1]) - 1;
        if (i >= 0 && column.row(i) >= shard.eventFrom[person] && column.row(i) >= row) {
            take(column, i, isText);
        }
    }

    private void take(int run, int atRow) {
        int code = codes[shard.runContext[run]];
        if (code != Contexts.NONE) {
            row = atRow;
            value = code;
            text = true;
        }
    }

    private void take(PropertyColumn column, int i, boolean isText) {
        row = column.row(i);
        value = column.values().at(i);
        text = isText;
    }

    /** Whether what was found is a text; its {@link #value} is then its code. */
    public boolean isText() {
        return text;
    }

    public double value() {
        return value;
    }
}
