package coldtide.core.filter.value;

import coldtide.core.log.EventLog;
import coldtide.core.log.Shard;
import coldtide.core.log.column.PropertyColumn;
import coldtide.core.log.rule.Contexts;
import java.util.Arrays;
import java.util.OptionalDouble;

/**
 * The value of a property in one row of a shard after another, whether it comes with the context or with the event itself; of
 * both, that of the event. Going forward costs what lies between, going back a search.
 */
public final class RowValues {
    private final EventLog log;
    private final Shard shard;
    private final boolean maybeNumber;
    private final int[] codes;
    private final Along texts;
    private final Along numbers;
    private int run;
    private boolean isText;
    private double value;

    public RowValues(EventLog log, Shard shard, String property) {
        this.log = log;
        this.shard = shard;
        maybeNumber = log.hasNumbers(property);
        codes = log.contexts().codes(property).orElse(null);
        texts = log.texts(shard, property).map(Along::new).orElse(null);
        numbers = log.numbers(shard, property).map(Along::new).orElse(null);
    }

    /** Goes to a row; false if the property is not set there. */
    public boolean at(int row) {
        if (texts != null && texts.isAt(row)) {
            return text((int) texts.value());
        }
        if (numbers != null && numbers.isAt(row)) {
            isText = false;
            value = numbers.value();
            return true;
        }
        if (codes == null) {
            return false;
        }
        if (shard.runRow[run] > row) {
            int found = Arrays.binarySearch(shard.runRow, row);
            run = found >= 0 ? found : -found - 2;
        }
        while (run + 1 < shard.runRow.length && shard.runRow[run + 1] <= row) {
            run++;
        }
        int code = codes[shard.runContext[run]];
        return code != Contexts.NONE && text(code);
    }

    private boolean text(int code) {
        OptionalDouble number = maybeNumber ? Value.number(log.texts().text(code)) : OptionalDouble.empty();
        isText = number.isEmpty();
        value = number.orElse(code);
        return true;
    }

    /** Whether what was found is a text; its {@link #value} is then its code. */
    public boolean isText() {
        return isText;
    }

    public double value() {
        return value;
    }

    /** What was found as bits, different for different values. */
    public long bits() {
        return isText ? Value.ofCode((int) value) : Value.ofNumber(value);
    }

    /** The row after the last of the run in which the row last gone to lies; of the last run, none. */
    public int endOfRun() {
        return run + 1 < shard.runRow.length ? shard.runRow[run + 1] : shard.events();
    }

    /** Goes along a column, from row to row. */
    private static final class Along {
        private final PropertyColumn column;
        private int next = -1;
        private int row = -1;
        private int asked = -1;

        Along(PropertyColumn column) {
            this.column = column;
        }

        boolean isAt(int wanted) {
            if (wanted < asked) {
                to(column.firstFrom(wanted));
            }
            asked = wanted;
            while (row < wanted) {
                to(next + 1);
            }
            return row == wanted;
        }

        private void to(int place) {
            next = place;
            row = next < column.size() ? column.row(next) : Integer.MAX_VALUE;
        }

        double value() {
            return column.values().at(next);
        }
    }
}
