package coldtide.core.log;

import coldtide.core.log.rule.Money;
import java.util.Arrays;

/**
 * One event on its way into a log. Mutable and reused, so that reading millions of rows allocates nothing for each; the
 * builder copies what it needs.
 */
public final class RawEvent {
    /** In place of an account where none is named. */
    public static final long NOBODY = 0;

    /** The store's number of the install. */
    public long install;

    /** The store's number of the account that this event names, or {@link #NOBODY}. */
    public long account = NOBODY;

    /** Milliseconds since 1970 UTC, by the sender's (corrected) clock and by ours. */
    public long timeMillis;

    public long receivedMillis;

    /** Codes from the builder. */
    public int name;

    public int context;

    /** Null when the event carries no money. */
    public Money money;

    int values;
    short[] column = new short[8];
    double[] value = new double[8];

    /** Forgets the values of the event before. */
    public void clearValues() {
        values = 0;
    }

    /**
     * Adds a value of a property of this event alone.
     *
     * @param columnCode of a number or text column, from the builder; without room there, the value is left out
     * @param number the number, or the code of the text
     */
    public void value(int columnCode, double number) {
        if (columnCode == EventLogBuilder.NO_ROOM) {
            return;
        }
        if (values == column.length) {
            column = Arrays.copyOf(column, 2 * values);
            value = Arrays.copyOf(value, 2 * values);
        }
        column[values] = (short) columnCode;
        value[values++] = number;
    }
}
