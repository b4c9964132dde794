package coldtide.server.rows;

import java.util.List;

/** Columns that a file of held-back rows has before those of the rows themselves; a file that comes back leaves them out. */
public final class RejectedRowColumns {
    static final String BEFORE = "held back: ";

    public static final List<String> NAMES = List.of(BEFORE + "line", BEFORE + "field", BEFORE + "reason");

    private RejectedRowColumns() {}

    /** A cell of a file that comes back, without the apostrophe that kept a spreadsheet from taking it for a formula. */
    public static String withoutGuard(String cell) {
        return cell.length() > 1 && cell.charAt(0) == '\'' && "=+-@\t\r".indexOf(cell.charAt(1)) >= 0
                ? cell.substring(1)
                : cell;
    }
}
