package coldtide.server.access;

import coldtide.server.access.PeopleController.AuditView;
import coldtide.server.http.CsvFile;
import coldtide.server.http.FormulaGuard;
import coldtide.server.store.member.AuditEntry;
import coldtide.server.store.member.AuditRepository;
import coldtide.server.store.member.AuditRepository.Which;
import de.siegmar.fastcsv.writer.CsvWriter;
import java.io.IOException;
import java.io.OutputStream;
import java.util.function.Function;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Writes the audit log as CSV, entry by entry. */
@Component
class AuditFile {
    private final AuditRepository entries;

    AuditFile(AuditRepository entries) {
        this.entries = entries;
    }

    @Transactional(readOnly = true)
    public void write(Which which, Function<AuditEntry, AuditView> view, OutputStream stream) throws IOException {
        try (Stream<AuditEntry> all =
                entries.findBy(which, found -> found.sortBy(AuditRepository.NEWEST_FIRST).stream())) {
            CsvWriter csv = CsvFile.to(stream);
            csv.writeRecord("at", "who", "app", "action", "detail");
            all.map(view)
                    .forEach(entry -> csv.writeRecord(
                            entry.at().toString(),
                            FormulaGuard.guarded(entry.who()),
                            entry.app() == null ? "" : entry.app(),
                            entry.action(),
                            FormulaGuard.guarded(entry.detail())));
            csv.flush();
        }
    }
}
