package coldtide.server.intake;

import coldtide.server.apps.Apps;
import coldtide.server.http.Problem;
import coldtide.server.rows.ImportFormat;
import coldtide.server.rows.RowFault;
import coldtide.server.rows.file.FormatDetector;
import coldtide.server.store.app.App;
import coldtide.server.store.event.IncomingEvent;
import coldtide.server.store.intake.Import;
import coldtide.server.store.intake.ImportRepository;
import io.swagger.v3.oas.annotations.Operation;
import io.swagger.v3.oas.annotations.Parameter;
import io.swagger.v3.oas.annotations.media.Content;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.io.IOException;
import java.math.BigDecimal;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.Principal;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.data.domain.Limit;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RequestPart;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.multipart.MultipartFile;

/** Files in, over HTTP: in pieces with a look between, or at once. */
@RestController
@RequestMapping(path = "/api/apps/{app}/imports", produces = MediaType.APPLICATION_JSON_VALUE)
class ImportController {
    private static final int IMPORTS_SHOWN = 50;
    private static final int ROWS_LOOKED_AT = 8;
    private static final long MOST_BYTES = 4L << 30;

    private final Apps apps;
    private final UploadService desk;
    private final FileIntake intake;
    private final ImportRepository imports;

    ImportController(Apps apps, UploadService desk, FileIntake intake, ImportRepository imports) {
        this.apps = apps;
        this.desk = desk;
        this.intake = intake;
        this.imports = imports;
    }

    /**
     * An import; {@code rowsRead} = {@code taken} + {@code known} + {@code heldBack}.
     *
     * @param bytesHere how much of the file has been received
     * @param bytesRead how much of it has been read
     */
    record ImportView(
            int id,
            String fileName,
            long bytes,
            long bytesHere,
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
                    run.bytesHere(),
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

    /**
     * A file that will come in pieces.
     *
     * @param fingerprint what tells the sender's file from others, so that an upload that broke off can be gone on with
     */
    record NewImport(
            @NotBlank String fileName,
            @Min(0) @Max(MOST_BYTES) long bytes,
            @NotBlank @Size(max = 200) String fingerprint) {}

    /**
     * How a file can be read and what its first rows become.
     *
     * @param kept whether files with these columns were read before, and this one is read as they were
     * @param missing what still keeps it from being read, as a sentence
     */
    record LookView(
            ImportFormat reading,
            boolean kept,
            @Schema(types = {"string", "null"}) String missing,
            List<SampleView> rows) {}

    /** A row of the preview: its values by column, and the event it becomes or why it would be held back. */
    record SampleView(
            long line,
            List<String> values,
            @Schema(types = {"object", "null"}) EventView event,
            @Schema(types = {"string", "null"}) String fault) {
        static SampleView of(FormatDetector.Sample sample) {
            return new SampleView(
                    sample.line(),
                    sample.values(),
                    sample.event().map(EventView::of).orElse(null),
                    sample.fault().map(RowFault::getMessage).orElse(null));
        }
    }

    /** An event as it would be kept. */
    record EventView(
            String name,
            Instant time,
            String install,
            @Schema(types = {"string", "null"}) String account,
            @Schema(types = {"string", "null"}) String money,
            Map<String, Object> properties) {
        static EventView of(IncomingEvent event) {
            Map<String, Object> properties = new java.util.LinkedHashMap<>(event.context());
            properties.putAll(event.properties());
            return new EventView(
                    event.name(),
                    event.time(),
                    event.install(),
                    event.account().orElse(null),
                    event.money()
                            .map(money -> money.currency() + " " + amount(money.micros()))
                            .orElse(null),
                    properties);
        }

        private static String amount(long micros) {
            BigDecimal exact = BigDecimal.valueOf(micros, 6).stripTrailingZeros();
            return exact.setScale(Math.max(2, exact.scale())).toPlainString();
        }
    }

    /** How to read it, and whether to read the next file like it the same way. */
    record Begin(@NotNull @Valid ImportFormat reading, boolean keep) {}

    @GetMapping
    @Operation(description = "The newest 50 imports, newest first; with \"before\", the 50 newest older than that one.")
    List<ImportView> list(@PathVariable String app, @RequestParam(required = false) @Min(1) Integer before) {
        int end = before == null ? Integer.MAX_VALUE : before;
        return imports
                .findByAppIdAndIdLessThanOrderByIdDesc(apps.require(app).id(), end, Limit.of(IMPORTS_SHOWN))
                .stream()
                .map(ImportView::of)
                .toList();
    }

    @GetMapping("/{id}")
    ImportView one(@PathVariable String app, @PathVariable int id) {
        return ImportView.of(desk.require(apps.require(app), id));
    }

    @PostMapping
    @ResponseStatus(HttpStatus.CREATED)
    ImportView announce(@PathVariable String app, @Valid @RequestBody NewImport file, Principal who) {
        if (file.bytes() == 0) {
            throw Problem.badField("bytes", "The file is empty. Its first line must name the columns.");
        }
        return ImportView.of(
                desk.announce(apps.require(app), file.fileName(), file.bytes(), file.fingerprint(), who.getName()));
    }

    @PutMapping(path = "/{id}/bytes", consumes = MediaType.APPLICATION_OCTET_STREAM_VALUE)
    @Operation(
            requestBody =
                    @io.swagger.v3.oas.annotations.parameters.RequestBody(
                            content =
                                    @Content(
                                            mediaType = "application/octet-stream",
                                            schema = @Schema(type = "string", format = "binary"))))
    ImportView piece(
            @PathVariable String app,
            @PathVariable int id,
            @RequestParam long from,
            @Parameter(hidden = true) HttpServletRequest request)
            throws IOException {
        return ImportView.of(desk.receive(apps.require(app), id, from, request.getInputStream()));
    }

    @GetMapping("/{id}/look")
    LookView look(@PathVariable String app, @PathVariable int id) throws IOException {
        return lookAt(apps.require(app), id, Optional.empty());
    }

    @PostMapping("/{id}/look")
    LookView lookOtherwise(@PathVariable String app, @PathVariable int id, @Valid @RequestBody ImportFormat reading)
            throws IOException {
        return lookAt(apps.require(app), id, Optional.of(reading));
    }

    private LookView lookAt(App app, int id, Optional<ImportFormat> changed) throws IOException {
        Import run = desk.require(app, id);
        ImportFormat reading = desk.reading(run, changed);
        List<SampleView> rows = desk.samples(app, run, reading, ROWS_LOOKED_AT).stream()
                .map(SampleView::of)
                .toList();
        return new LookView(
                reading, desk.isKept(app, reading), reading.missing().orElse(null), rows);
    }

    @PostMapping("/{id}/begin")
    @ResponseStatus(HttpStatus.ACCEPTED)
    ImportView begin(@PathVariable String app, @PathVariable int id, @Valid @RequestBody Begin begin, Principal who)
            throws IOException {
        App into = apps.require(app);
        begin.reading().missing().ifPresent(sentence -> {
            throw Problem.badField("reading", sentence);
        });
        desk.samples(into, desk.require(into, id), begin.reading(), 1);
        if (begin.keep()) {
            desk.keep(into, begin.reading(), who.getName());
        }
        return ImportView.of(intake.begin(into, id, begin.reading()));
    }

    @PostMapping("/{id}/stop")
    ImportView stop(@PathVariable String app, @PathVariable int id) {
        return ImportView.of(intake.stop(apps.require(app), id));
    }

    /** A whole file that is read at once, as it looks or as {@code reading} says; for programs. */
    @PostMapping(path = "/file", consumes = MediaType.MULTIPART_FORM_DATA_VALUE)
    @ResponseStatus(HttpStatus.ACCEPTED)
    ImportView send(
            @PathVariable String app,
            @RequestPart("file") MultipartFile file,
            @Valid @RequestPart(name = "reading", required = false) ImportFormat reading,
            Principal who)
            throws IOException {
        App into = apps.require(app);
        Path whole = Files.createTempFile("coldtide-upload-", ".part");
        try {
            file.transferTo(whole);
            String name = Optional.ofNullable(file.getOriginalFilename()).orElse("events");
            Import run = desk.receive(into, name, Files.size(whole), whole, who.getName());
            if (run.state() != Import.State.LOOKED_AT) {
                return ImportView.of(run);
            }
            return ImportView.of(intake.begin(into, run.id(), desk.reading(run, Optional.ofNullable(reading))));
        } finally {
            Files.deleteIfExists(whole);
        }
    }
}
