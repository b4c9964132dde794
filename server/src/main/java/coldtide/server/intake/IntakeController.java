package coldtide.server.intake;

import coldtide.server.apps.Apps;
import coldtide.server.http.Problem;
import coldtide.server.store.App;
import coldtide.server.store.HeldBackRepository;
import coldtide.server.store.HeldBackRow;
import coldtide.server.store.Import;
import coldtide.server.store.ImportRepository;
import de.siegmar.fastcsv.writer.CsvWriter;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.io.OutputStreamWriter;
import java.io.Writer;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.Principal;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.springframework.data.domain.Limit;
import org.springframework.data.domain.PageRequest;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RequestPart;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.multipart.MultipartFile;

/** Files in, and what was held back out, over HTTP. */
@RestController
@RequestMapping("/api/apps/{app}")
class IntakeController {
    private static final int IMPORTS_SHOWN = 50;
    private static final int PAGE_ROWS = 50;

    private final Apps apps;
    private final FileIntake intake;
    private final ImportRepository imports;
    private final HeldBackRepository heldBack;

    IntakeController(Apps apps, FileIntake intake, ImportRepository imports, HeldBackRepository heldBack) {
        this.apps = apps;
        this.intake = intake;
        this.imports = imports;
        this.heldBack = heldBack;
    }

    /** An import; {@code rowsRead} = {@code taken} + {@code known} + {@code heldBack}. */
    record ImportView(
            int id,
            String fileName,
            long bytes,
            long bytesRead,
            Import.State state,
            Instant started,
            @Schema(types = {"string", "null"}) Instant finished,
            long rowsRead,
            long taken,
            long known,
            long heldBack,
            @Schema(types = {"string", "null"}) String message,
            @Schema(types = {"string", "null"}) Instant newest,
            String byUser) {
        static ImportView of(Import run) {
            return new ImportView(
                    run.id(),
                    run.fileName(),
                    run.bytes(),
                    run.bytesRead(),
                    run.state(),
                    run.started(),
                    run.finished().orElse(null),
                    run.rowsRead(),
                    run.taken(),
                    run.known(),
                    run.heldBack(),
                    run.message().orElse(null),
                    run.newest().orElse(null),
                    run.byUser());
        }
    }

    /** A page of rows held back, oldest first. */
    record HeldBackPage(long total, int page, int pageRows, List<HeldBackView> rows) {}

    /** One row held back. */
    record HeldBackView(
            long id,
            int importId,
            long line,
            @Schema(types = {"string", "null"}) String field,
            String reason,
            String content) {
        static HeldBackView of(HeldBackRow row) {
            return new HeldBackView(
                    row.id(), row.importId(), row.line(), row.field().orElse(null), row.reason(), row.content());
        }
    }

    @GetMapping(path = "/imports", produces = MediaType.APPLICATION_JSON_VALUE)
    List<ImportView> list(@PathVariable String app) {
        return imports.findByAppIdOrderByIdDesc(apps.require(app).id(), Limit.of(IMPORTS_SHOWN)).stream()
                .map(ImportView::of)
                .toList();
    }

    @PostMapping(
            path = "/imports",
            consumes = MediaType.MULTIPART_FORM_DATA_VALUE,
            produces = MediaType.APPLICATION_JSON_VALUE)
    @ResponseStatus(HttpStatus.ACCEPTED)
    ImportView send(@PathVariable String app, @RequestPart("file") MultipartFile file, Principal who)
            throws IOException {
        App into = apps.require(app);
        Path kept = Files.createTempFile("coldtide-upload-", ".csv");
        file.transferTo(kept);
        String name = Optional.ofNullable(file.getOriginalFilename()).orElse("events.csv");
        return ImportView.of(
                intake.begin(into, name.length() > 200 ? name.substring(0, 200) : name, kept, who.getName()));
    }

    @GetMapping(path = "/held-back", produces = MediaType.APPLICATION_JSON_VALUE)
    HeldBackPage heldBack(
            @PathVariable String app,
            @RequestParam(required = false) Integer importId,
            @RequestParam(defaultValue = "0") int page) {
        if (page < 0) {
            throw Problem.badField("page", "Pages are numbered from 0, not " + page + ".");
        }
        int id = apps.require(app).id();
        PageRequest rows = PageRequest.of(page, PAGE_ROWS);
        List<HeldBackRow> found = importId == null
                ? heldBack.findByAppIdOrderById(id, rows)
                : heldBack.findByAppIdAndImportIdOrderById(id, importId, rows);
        long total = importId == null ? heldBack.countByAppId(id) : heldBack.countByAppIdAndImportId(id, importId);
        return new HeldBackPage(
                total, page, PAGE_ROWS, found.stream().map(HeldBackView::of).toList());
    }

    /** All rows held back as CSV: import, line, field, reason, and the row as it came. */
    @GetMapping(path = "/held-back.csv", produces = "text/csv")
    @Transactional(readOnly = true)
    void heldBackFile(
            @PathVariable String app, @RequestParam(required = false) Integer importId, HttpServletResponse response)
            throws IOException {
        int id = apps.require(app).id();
        response.setContentType("text/csv;charset=UTF-8");
        response.setHeader("Content-Disposition", "attachment; filename=\"" + app + "-held-back.csv\"");
        try (Writer out = new OutputStreamWriter(response.getOutputStream(), StandardCharsets.UTF_8);
                CsvWriter csv = CsvWriter.builder().build(out);
                Stream<HeldBackRow> rows = importId == null
                        ? heldBack.streamByAppIdOrderById(id)
                        : heldBack.streamByAppIdAndImportIdOrderById(id, importId)) {
            csv.writeRecord("import", "line", "field", "reason", "row");
            rows.forEach(row -> csv.writeRecord(
                    Integer.toString(row.importId()),
                    Long.toString(row.line()),
                    row.field().orElse(""),
                    row.reason(),
                    row.content()));
        }
    }
}
