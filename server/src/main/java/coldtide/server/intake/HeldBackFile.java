package coldtide.server.intake;

import coldtide.server.http.CsvFile;
import coldtide.server.http.FormulaGuard;
import coldtide.server.rows.ImportFormat;
import coldtide.server.rows.RejectedRowColumns;
import coldtide.server.rows.RowFault;
import coldtide.server.rows.file.ContentRow;
import coldtide.server.store.StoredForms;
import coldtide.server.store.app.App;
import coldtide.server.store.intake.ImportRepository;
import coldtide.server.store.intake.RejectedRow;
import coldtide.server.store.intake.RejectedRowRepository;
import coldtide.server.store.intake.RejectedRowRepository.Which;
import de.siegmar.fastcsv.writer.CsvWriter;
import java.io.IOException;
import java.io.OutputStream;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Writes rows held back as CSV. */
@Component
class HeldBackFile {
    private final RejectedRowRepository rows;
    private final ImportRepository imports;
    private final StoredForms forms;

    HeldBackFile(RejectedRowRepository rows, ImportRepository imports, StoredForms forms) {
        this.rows = rows;
        this.imports = imports;
        this.forms = forms;
    }

    @Transactional(readOnly = true)
    public void write(App app, Which which, OutputStream stream) throws IOException {
        Optional<ImportFormat> own = Optional.ofNullable(which.importId())
                .flatMap(id -> imports.findByAppIdAndId(app.id(), id))
                .flatMap(run -> run.reading().map(reading -> forms.read(run.format(), reading, ImportFormat.class)))
                .filter(reading -> reading.format() == ImportFormat.Format.CSV);
        try (Stream<RejectedRow> all =
                rows.findBy(which, found -> found.sortBy(RejectedRowRepository.AS_THEY_CAME).stream())) {
            CsvWriter csv = CsvFile.to(stream);
            if (own.isPresent()) {
                List<String> head = new ArrayList<>(RejectedRowColumns.NAMES);
                own.get().columns().forEach(column -> head.add(column.name()));
                csv.writeRecord(head);
                all.forEach(row -> csv.writeRecord(withOwnColumns(own.get(), row)));
            } else {
                csv.writeRecord("import", "line", "field", "reason", "row");
                all.forEach(row -> csv.writeRecord(
                        row.importId().map(Object::toString).orElse("live"),
                        Long.toString(row.line()),
                        FormulaGuard.guarded(row.field().orElse("")),
                        FormulaGuard.guarded(row.reason()),
                        FormulaGuard.guarded(row.content())));
            }
            csv.flush();
        }
    }

    private static List<String> withOwnColumns(ImportFormat reading, RejectedRow row) {
        List<String> record =
                new ArrayList<>(List.of(Long.toString(row.line()), row.field().orElse(""), row.reason()));
        try {
            record.addAll(ContentRow.cells(reading, row.content()));
        } catch (RowFault broken) {
            record.add(row.content());
        }
        return record.stream().map(FormulaGuard::guarded).toList();
    }
}
