package coldtide.server.intake;

import coldtide.server.http.CsvFile;
import coldtide.server.http.FormulaGuard;
import coldtide.server.rows.ContentRow;
import coldtide.server.rows.HeldBackColumns;
import coldtide.server.rows.Reading;
import coldtide.server.rows.RowFault;
import coldtide.server.store.App;
import coldtide.server.store.HeldBackRepository;
import coldtide.server.store.HeldBackRepository.Which;
import coldtide.server.store.HeldBackRow;
import coldtide.server.store.ImportRepository;
import coldtide.server.store.StoredForms;
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
    private final HeldBackRepository rows;
    private final ImportRepository imports;
    private final StoredForms forms;

    HeldBackFile(HeldBackRepository rows, ImportRepository imports, StoredForms forms) {
        this.rows = rows;
        this.imports = imports;
        this.forms = forms;
    }

    @Transactional(readOnly = true)
    public void write(App app, Which which, OutputStream stream) throws IOException {
        Optional<Reading> own = Optional.ofNullable(which.importId())
                .flatMap(id -> imports.findByAppIdAndId(app.id(), id))
                .flatMap(run -> run.reading().map(reading -> forms.read(run.format(), reading, Reading.class)))
                .filter(reading -> reading.format() == Reading.Format.CSV);
        try (Stream<HeldBackRow> all =
                rows.findBy(which, found -> found.sortBy(HeldBackRepository.AS_THEY_CAME).stream())) {
            CsvWriter csv = CsvFile.to(stream);
            if (own.isPresent()) {
                List<String> head = new ArrayList<>(HeldBackColumns.NAMES);
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

    private static List<String> withOwnColumns(Reading reading, HeldBackRow row) {
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
