package coldtide.server.rows.file;

import coldtide.server.rows.FileRefused;
import coldtide.server.rows.ImportFormat;
import coldtide.server.rows.Row;
import java.io.IOException;
import java.math.BigDecimal;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import tools.jackson.databind.json.JsonMapper;

/** Rows of Parquet, through an embedded SQL engine that streams them; it may not touch any other file. */
final class ParquetRows implements RowReader {
    private static final JsonMapper JSON = JsonMapper.builder().build();

    private final ParquetTable table;
    private final List<String> names;
    private final long bytes;
    private final long rows;
    private long row;
    private long characters;
    private Object[] next;

    ParquetRows(Path file, ImportFormat reading) throws IOException, FileRefused {
        bytes = Files.size(file);
        table = new ParquetTable(file);
        names = reading.columns().stream().map(ImportFormat.Column::name).toList();
        if (!names.equals(table.columns())) {
            close();
            throw new FileRefused("The file's columns are not those it was looked at with.");
        }
        rows = table.rows();
    }

    @Override
    public boolean hasNext() throws FileRefused {
        if (next == null) {
            next = table.next(row);
        }
        return next != null;
    }

    @Override
    public Row next() {
        Object[] values = next;
        next = null;
        row++;
        for (Object value : values) {
            characters += value instanceof String text ? text.length() : 8;
        }
        return new Row.Values(row, values, Map.of(), () -> content(values));
    }

    private String content(Object[] values) {
        Map<String, Object> fields = new LinkedHashMap<>();
        for (int column = 0; column < values.length; column++) {
            if (values[column] != null) {
                fields.put(names.get(column), values[column]);
            }
        }
        return JSON.writeValueAsString(fields);
    }

    @Override
    public long bytesRead() {
        return rows == 0 ? bytes : (long) (bytes * ((double) row / rows));
    }

    @Override
    public long charactersRead() {
        return characters;
    }

    @Override
    public void close() throws IOException {
        table.close();
    }

    /** Converts a value of the Parquet engine to text, number, true/false or null. */
    static Object plain(Object value) {
        if (value == null || value instanceof Boolean || value instanceof BigDecimal || value instanceof String) {
            return value;
        }
        if (value instanceof Double || value instanceof Float) {
            double number = ((Number) value).doubleValue();
            return Double.isFinite(number) ? new BigDecimal(value.toString()) : null;
        }
        return value instanceof Number ? new BigDecimal(value.toString()) : value.toString();
    }

    static List<Object[]> first(Path file, List<String> columns, int count) throws IOException, FileRefused {
        List<Object[]> rows = new ArrayList<>();
        try (ParquetTable table = new ParquetTable(file)) {
            columns.addAll(table.columns());
            for (Object[] row = table.next(0); row != null && rows.size() < count; row = table.next(rows.size())) {
                rows.add(row);
            }
        }
        return rows;
    }
}
