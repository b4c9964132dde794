package coldtide.core.log;

/**
 * One property of a shard's events, only of those that have it.
 *
 * @param rows of those events, ascending
 * @param values numbers, or codes of texts
 */
public record PropertyColumn(Narrow rows, Narrow values) {
    long bytes() {
        return rows.bytes() + values.bytes();
    }
}
