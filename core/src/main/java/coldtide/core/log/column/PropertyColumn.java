package coldtide.core.log.column;

/**
 * One property of a shard's events, only of those that have it.
 *
 * @param rows of those events, ascending
 * @param values numbers, or codes of texts
 */
public record PropertyColumn(PackedNumbers rows, PackedNumbers values) {
    /** How many events have a value. */
    public int size() {
        return rows.size();
    }

    /** The row of value {@code i}. */
    public int row(int i) {
        return rows.whole(i);
    }

    /** The place of the first value whose row is not before {@code row}. */
    public int firstFrom(int row) {
        return rows.firstFrom(row);
    }

    /** The number that the event of a row has; NaN if it has none. Of a column of numbers. */
    public double number(int row) {
        int at = firstFrom(row);
        return at < size() && row(at) == row ? values.at(at) : Double.NaN;
    }

    public long bytes() {
        return rows.bytes() + values.bytes();
    }
}
