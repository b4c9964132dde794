package coldtide.server.rows.file;

import de.siegmar.fastcsv.reader.CsvParseException;
import de.siegmar.fastcsv.reader.CsvRecord;
import java.io.StringReader;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.regex.Pattern;

/**
 * How a text is cut into fields.
 *
 * @param header whether the first line names the columns
 * @param names of the columns, made up where there is no header
 * @param samples the first rows
 */
record CsvShape(char delimiter, boolean header, List<String> names, List<List<String>> samples) {
    private static final char[] DELIMITERS = {',', ';', '\t', '|'};
    private static final int SAMPLE_ROWS = 200;
    private static final Pattern VALUE =
            Pattern.compile("[-+]?[\\d.,:/ -]+([TZ].*)?|\\d{4}-\\d{2}-\\d{2}.*|true|false");

    static CsvShape of(String text, boolean cut) {
        List<List<String>> best = List.of();
        char delimiter = ',';
        double bestScore = -1;
        for (char candidate : DELIMITERS) {
            List<List<String>> rows = rows(text, candidate, cut);
            double score = score(rows);
            if (score > bestScore) {
                best = rows;
                delimiter = candidate;
                bestScore = score;
            }
        }
        boolean header = best.isEmpty() || isHeader(best.get(0));
        List<String> names = best.isEmpty() ? List.of() : names(best.get(0), header);
        return new CsvShape(delimiter, header, names, header && !best.isEmpty() ? best.subList(1, best.size()) : best);
    }

    private static List<List<String>> rows(String text, char delimiter, boolean cut) {
        List<List<String>> rows = new ArrayList<>();
        boolean whole = !cut;
        try (var reader = CsvRows.parser(delimiter).ofCsvRecord(new CsvLineGuard(new StringReader(text), delimiter))) {
            for (CsvRecord row : reader) {
                if (CsvLineGuard.fault(0, row.getFields()).isEmpty()) {
                    rows.add(row.getFields());
                }
                if (rows.size() > SAMPLE_ROWS) {
                    whole = true;
                    break;
                }
            }
        } catch (CsvParseException | UncheckedIOException e) {
            whole = true; // what was read before the fault is sample enough
        } catch (java.io.IOException e) {
            throw new UncheckedIOException(e); // text in memory does not fail
        }
        return whole || rows.size() < 2 ? rows : rows.subList(0, rows.size() - 1);
    }

    /** Many fields, the same number in every row. */
    private static double score(List<List<String>> rows) {
        if (rows.isEmpty()) {
            return 0;
        }
        int width = rows.get(0).size();
        long same = rows.stream().filter(row -> row.size() == width).count();
        return width == 1 ? 0.5 : Math.log(1 + width) * same / rows.size() + 1;
    }

    /** Names are no numbers and no times. */
    private static boolean isHeader(List<String> first) {
        return first.stream().noneMatch(cell -> VALUE.matcher(cell.strip()).matches());
    }

    /** No name stands twice, and none is empty. */
    private static List<String> names(List<String> first, boolean header) {
        List<String> names = new ArrayList<>();
        Set<String> seen = new HashSet<>();
        for (int column = 0; column < first.size(); column++) {
            String written = header ? first.get(column).strip() : "";
            String base = written.isEmpty() ? "column " + (column + 1) : written;
            String name = base;
            for (int again = 2; !seen.add(name); again++) {
                name = base + " " + again;
            }
            names.add(name);
        }
        return names;
    }
}
