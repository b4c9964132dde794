package coldtide.server.http;

import java.util.regex.Pattern;

/**
 * Keeps a spreadsheet from taking a text of a CSV file for a formula: one that begins with =, +, -, @, a tab or a carriage return
 * gets an apostrophe before it. Numbers are left as they are. The browser's CSV does the same (saveCsv.ts).
 */
public final class FormulaGuard {
    private static final String BEGINS = "=+-@\t\r";
    private static final Pattern NUMBER = Pattern.compile("[-+]?\\d+(\\.\\d+)?([eE][-+]?\\d+)?");

    private FormulaGuard() {}

    public static String guarded(String text) {
        boolean formula = !text.isEmpty()
                && BEGINS.indexOf(text.charAt(0)) >= 0
                && !NUMBER.matcher(text).matches();
        return formula ? "'" + text : text;
    }
}
