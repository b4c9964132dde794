package coldtide.server.rows;

import java.util.Map;

/** One row as a file has it. */
public sealed interface Row {
    /** Where in the file: the line of a text file (1 is the first), else the number of the row. */
    long line();

    /** The row as it came, for keeping where it cannot be taken. */
    String content();

    /**
     * A row with values.
     *
     * @param values by column: text, number ({@link java.math.BigDecimal}), true/false; null where there is none
     * @param others values under names that no column of the reading has
     */
    record Values(long line, Object[] values, Map<String, Object> others, Content from) implements Row {
        @Override
        public String content() {
            return from.write();
        }
    }

    /** A row that could not even be taken apart. */
    record Broken(long line, RowFault fault, String content) implements Row {}

    /** Writes a row as it came, only if asked: few rows are held back. */
    @FunctionalInterface
    interface Content {
        String write();
    }
}
