package coldtide.server.rows;

import static java.util.Objects.requireNonNull;

import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.EnumSet;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * How a file is read: detected, shown, changed and kept.
 *
 * @param gzip whether the file is packed by gzip
 * @param encoding of text formats, an IANA name
 * @param delimiter of CSV, one character
 * @param header of CSV: whether the first line names the columns
 * @param times how times are written
 * @param zone IANA zone of times that do not say one
 * @param decimalComma whether amounts have a comma where others have a point
 * @param eventName name of every event, where no column says one
 * @param currency of amounts, where no column says one
 * @param columns what each column becomes, in the order of the file; JSON may have others, which become properties
 */
public record ImportFormat(
        @NotNull Format format,
        boolean gzip,
        @NotNull String encoding,
        @NotNull @Size(min = 1, max = 1) String delimiter,
        boolean header,
        @NotNull TimeForm times,
        @NotNull String zone,
        boolean decimalComma,
        @Schema(types = {"string", "null"}) @Size(max = 200) String eventName,
        @Schema(types = {"string", "null"}) String currency,

        @NotNull @Valid @Size(max = ImportFormat.MOST_COLUMNS)
        List<Column> columns) {
    public static final int MOST_COLUMNS = 300;
    public static final int LONGEST_NAME = 100;

    /** Kinds of files. */
    public enum Format {
        CSV,
        NDJSON,
        PARQUET
    }

    /**
     * One column.
     *
     * @param name as the file has it
     * @param property its name among the event's properties, where it becomes one
     */
    public record Column(
            @NotNull String name,
            @NotNull ColumnMeaning becomes,
            @NotNull @Size(max = LONGEST_NAME) String property) {}

    public ImportFormat {
        columns = List.copyOf(requireNonNull(columns, "columns"));
    }

    /** Reason why the file cannot be read yet, as a sentence; empty if it can. */
    public Optional<String> missing() {
        Set<ColumnMeaning> parts = EnumSet.noneOf(ColumnMeaning.class);
        Set<String> properties = new HashSet<>();
        for (Column column : columns) {
            if (column.becomes() == ColumnMeaning.PROPERTY && !properties.add(column.property())) {
                return Optional.of("Two columns become the property \"" + column.property()
                        + "\". Give one of them another name, or leave it out.");
            }
            if (column.becomes() == ColumnMeaning.PROPERTY && column.property().isBlank()) {
                return Optional.of("The property that \"" + column.name() + "\" becomes needs a name.");
            }
            if (column.becomes() != ColumnMeaning.PROPERTY
                    && column.becomes() != ColumnMeaning.NOTHING
                    && !parts.add(column.becomes())) {
                return Optional.of("Two columns become the "
                        + column.becomes().word()
                        + ". Let one of them become something else, or leave it out.");
            }
        }
        if (!parts.contains(ColumnMeaning.TIME)) {
            return Optional.of("No column says when. Say which one becomes the time. " + known());
        }
        if (!parts.contains(ColumnMeaning.INSTALL) && !parts.contains(ColumnMeaning.ACCOUNT)) {
            return Optional.of("No column says who. Say which one becomes the install (one app on one device) or the"
                    + " account (a user, a customer). " + known());
        }
        if (!parts.contains(ColumnMeaning.NAME) && (eventName == null || eventName.isBlank())) {
            return Optional.of("No column says what was done. Say which one becomes the name of the event, or name them"
                    + " all. " + known());
        }
        if (parts.contains(ColumnMeaning.AMOUNT) && !parts.contains(ColumnMeaning.CURRENCY) && currency == null) {
            return Optional.of("There are amounts, but no currency. Say which one they are in.");
        }
        return Optional.empty();
    }

    private String known() {
        String some = columns.stream()
                .limit(20)
                .map(column -> "\"" + column.name() + "\"")
                .collect(Collectors.joining(", "));
        return "The file has " + some + (columns.size() > 20 ? " and more." : ".");
    }

    /** Whether the file is one of rejected rows that was downloaded here. */
    public boolean readsRejectedRows() {
        return !columns.isEmpty() && columns.get(0).name().startsWith(RejectedRowColumns.BEFORE);
    }

    /** Key of files that can be read the same way. */
    public String columnNames() {
        return format + ":" + columns.stream().map(Column::name).collect(Collectors.joining("\u001f"));
    }
}
