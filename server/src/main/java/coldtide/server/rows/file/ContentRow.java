package coldtide.server.rows.file;

import coldtide.server.rows.ImportFormat;
import coldtide.server.rows.JsonEvent;
import coldtide.server.rows.Row;
import coldtide.server.rows.RowFault;
import coldtide.server.store.intake.RejectedRow.Kind;
import de.siegmar.fastcsv.reader.CsvParseException;
import java.util.List;

/** A row made again from what was kept of it when it was held back, corrected or not. */
public final class ContentRow {
    private ContentRow() {}

    /** @throws RowFault if it cannot be taken apart */
    public static Row of(ImportFormat reading, long line, String content) throws RowFault {
        return switch (reading.format()) {
            case CSV -> CsvRows.row(reading, line, cells(reading, content));
            case NDJSON, PARQUET ->
                JsonRows.row(JsonRows.places(reading), line, JsonEvent.flat(content.strip()), content.strip());
        };
    }

    /** The cells of one CSV row. */
    public static List<String> cells(ImportFormat reading, String content) throws RowFault {
        try (var reader = CsvRows.parser(reading.delimiter().charAt(0)).ofCsvRecord(content)) {
            var rows = reader.iterator();
            List<String> cells = rows.hasNext() ? rows.next().getFields() : List.of();
            if (rows.hasNext()) {
                throw new RowFault(Kind.FORM, null, "This is more than one row.");
            }
            return cells;
        } catch (CsvParseException e) {
            throw new RowFault(
                    Kind.FORM, null, "This could not be read as CSV; perhaps a quotation mark is not closed.");
        } catch (java.io.IOException e) {
            throw new java.io.UncheckedIOException(e); // text in memory does not fail
        }
    }
}
