package coldtide.server.intake;

import coldtide.server.access.Audit;
import coldtide.server.http.Problem;
import coldtide.server.rows.FileRefused;
import coldtide.server.rows.ImportFormat;
import coldtide.server.rows.file.FormatDetector;
import coldtide.server.store.StorableText;
import coldtide.server.store.StoredForms;
import coldtide.server.store.app.App;
import coldtide.server.store.intake.Import;
import coldtide.server.store.intake.Import.State;
import coldtide.server.store.intake.ImportRepository;
import coldtide.server.store.intake.KeptImportFormat;
import coldtide.server.store.intake.KeptImportFormatRepository;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/**
 * Receives files whole or in pieces, detects their format, and remembers how files of a kind are read.
 */
@Component
class UploadService {
    private static final int LONGEST_FILE_NAME = 200;

    private final ImportRepository imports;
    private final KeptImportFormatRepository kept;
    private final Uploads uploads;
    private final Audit audit;
    private final StoredForms forms;

    UploadService(
            ImportRepository imports,
            KeptImportFormatRepository kept,
            Uploads uploads,
            Audit audit,
            StoredForms forms) {
        this.imports = imports;
        this.kept = kept;
        this.uploads = uploads;
        this.audit = audit;
        this.forms = forms;
    }

    /** Announces a file that will come in pieces; the same file whose upload broke off is gone on with. */
    @Transactional
    public Import announce(App app, String fileName, long bytes, String fingerprint, String byUser) {
        String own = bytes + "|" + fingerprint;
        Import run = imports.findByAppIdAndByUserAndFingerprintAndState(app.id(), byUser, own, State.UPLOADING)
                .orElseGet(() -> imports.save(new Import(app.id(), shortened(fileName), bytes, own, byUser)));
        run.here(uploads.bytes(run));
        return imports.save(run);
    }

    private static String shortened(String fileName) {
        return StorableText.clean(StorableText.shortened(fileName, LONGEST_FILE_NAME - 2));
    }

    /** The next piece of a file; when it is whole, it is looked at. */
    Import receive(App app, int id, long from, InputStream bytes) throws IOException {
        Import run = require(app, id);
        if (run.state() != State.UPLOADING) {
            throw Problem.conflict("This file is here already.");
        }
        uploads.append(run, from, bytes);
        run.here(uploads.bytes(run));
        return run.bytesHere() == run.bytes() ? look(app, run) : imports.save(run);
    }

    /** A file that came whole. */
    Import receive(App app, String fileName, long bytes, Path whole, String byUser) throws IOException {
        Import run = imports.save(new Import(app.id(), shortened(fileName), bytes, null, byUser));
        uploads.take(run, whole);
        run.here(uploads.bytes(run));
        return look(app, run);
    }

    private Import look(App app, Import run) throws IOException {
        try {
            ImportFormat detected = FormatDetector.detect(uploads.file(run), app);
            run.lookedAt(forms.write(asKept(app, detected)));
        } catch (FileRefused refused) {
            run.end(State.REFUSED, refused.getMessage());
            uploads.delete(run);
        }
        return imports.save(run);
    }

    /** How files with these columns were read before, with this one's packing and encoding. */
    private ImportFormat asKept(App app, ImportFormat detected) {
        return kept.findByAppIdAndColumns(app.id(), detected.columnNames())
                .map(found -> forms.read(found.format(), found.reading(), ImportFormat.class))
                .map(before -> new ImportFormat(
                        detected.format(),
                        detected.gzip(),
                        detected.encoding(),
                        detected.delimiter(),
                        detected.header(),
                        before.times(),
                        before.zone(),
                        before.decimalComma(),
                        before.eventName(),
                        before.currency(),
                        before.columns()))
                .orElse(detected);
    }

    boolean isKept(App app, ImportFormat reading) {
        return kept.findByAppIdAndColumns(app.id(), reading.columnNames()).isPresent();
    }

    @Transactional
    public void keep(App app, ImportFormat reading, String byUser) {
        KeptImportFormat found = kept.findByAppIdAndColumns(app.id(), reading.columnNames())
                .orElseGet(() -> new KeptImportFormat(app.id(), reading.columnNames()));
        found.keep(forms.write(reading), byUser);
        kept.save(found);
        audit.note(
                app,
                "reading kept",
                "files with the columns "
                        + String.join(
                                ", ",
                                reading.columns().stream()
                                        .map(ImportFormat.Column::name)
                                        .limit(12)
                                        .toList()));
    }

    /** How an import is read; {@code changed} instead, if it is given. */
    ImportFormat reading(Import run, Optional<ImportFormat> changed) {
        return changed.orElseGet(() -> forms.read(
                run.format(),
                run.reading().orElseThrow(() -> Problem.conflict("This file was not looked at yet.")),
                ImportFormat.class));
    }

    /** The first rows of a file that was looked at. */
    List<FormatDetector.Sample> samples(App app, Import run, ImportFormat reading, int count) throws IOException {
        if (!uploads.has(run)) {
            throw Problem.conflict("This file is no longer here.");
        }
        try {
            return FormatDetector.samples(uploads.file(run), reading, app, count);
        } catch (FileRefused refused) {
            throw Problem.badField("reading", refused.getMessage());
        }
    }

    Import require(App app, int id) {
        return imports.findByAppIdAndId(app.id(), id)
                .orElseThrow(() -> Problem.notFound("There is no import number " + id + "."));
    }
}
