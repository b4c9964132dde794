package coldtide.server.intake;

import static coldtide.server.store.intake.RejectedRowRepository.AS_THEY_CAME;

import coldtide.server.access.Audit;
import coldtide.server.apps.Apps;
import coldtide.server.http.Problem;
import coldtide.server.store.StorableText;
import coldtide.server.store.app.App;
import coldtide.server.store.intake.RejectedRow;
import coldtide.server.store.intake.RejectedRow.Kind;
import coldtide.server.store.intake.RejectedRowRepository;
import coldtide.server.store.intake.RejectedRowRepository.Which;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.io.IOException;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import org.springframework.data.domain.Page;
import org.springframework.data.domain.PageRequest;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Rejected rows over HTTP: filtered, counted, downloaded, corrected and sent again, or dismissed. */
@RestController
@RequestMapping("/api/apps/{app}")
class HeldBackController {
    private static final int SHOWN_CHARACTERS = 4_000;
    private static final int PAGE_ROWS = 50;

    private final Apps apps;
    private final RejectedRowRepository rows;
    private final HeldBackFile file;
    private final RejectedRowRetry sendAgain;
    private final Audit audit;

    HeldBackController(
            Apps apps, RejectedRowRepository rows, HeldBackFile file, RejectedRowRetry sendAgain, Audit audit) {
        this.audit = audit;
        this.apps = apps;
        this.rows = rows;
        this.file = file;
        this.sendAgain = sendAgain;
    }

    /** A page of rows held back and not settled since, oldest first. */
    record HeldBackPage(long total, int page, int pageRows, List<HeldBackView> rows) {}

    /**
     * One row held back.
     *
     * @param importId null for an event that was sent live
     * @param line in its file, or its place in the message
     * @param content as received; the first 4,000 characters of a long row
     * @param isCut whether there is more of it than {@code content}; the file of rows has it whole
     */
    record HeldBackView(
            long id,
            @Schema(types = {"integer", "null"}) Integer importId,
            long line,
            Kind kind,
            @Schema(types = {"string", "null"}) String field,
            String reason,
            String content,
            boolean isCut,
            Instant arrived) {
        static HeldBackView of(RejectedRow row, int most) {
            return new HeldBackView(
                    row.id(),
                    row.importId().orElse(null),
                    row.line(),
                    row.kind(),
                    row.field().orElse(null),
                    row.reason(),
                    StorableText.shortened(row.content(), most),
                    row.content().length() > most,
                    row.arrived());
        }
    }

    /** One row, with all of its content. */
    @GetMapping(path = "/held-back/{id}", produces = MediaType.APPLICATION_JSON_VALUE)
    HeldBackView one(@PathVariable String app, @PathVariable long id) {
        App of = apps.require(app);
        return rows.findByAppIdAndId(of.id(), id)
                .map(row -> HeldBackView.of(row, Integer.MAX_VALUE))
                .orElseThrow(() -> Problem.notFound("There is no rejected row number " + id + "."));
    }

    /** How many rows were held back for a reason of this kind on a day, and how many of them were settled since: sent again and accepted, or dismissed. */
    record HeldBackDay(LocalDate day, Kind kind, long heldBack, long settled) {}

    /** A row as it should have been. */
    record Corrected(@NotNull @Size(max = 200_000) String content) {}

    /** How many rows were dismissed. */
    record Dismissed(long rows) {}

    private Which which(App app, Integer importId, Kind kind, boolean live) {
        return new Which(app.id(), importId, kind, live);
    }

    @GetMapping(path = "/held-back", produces = MediaType.APPLICATION_JSON_VALUE)
    HeldBackPage heldBack(
            @PathVariable String app,
            @RequestParam(required = false) Integer importId,
            @RequestParam(required = false) Kind kind,
            @RequestParam(defaultValue = "false") boolean live,
            @RequestParam(defaultValue = "0") int page) {
        Problem.checkPage(page);
        Which which = which(apps.require(app), importId, kind, live);
        Page<RejectedRow> found = rows.findAll(which, PageRequest.of(page, PAGE_ROWS, AS_THEY_CAME));
        return new HeldBackPage(
                found.getTotalElements(),
                page,
                PAGE_ROWS,
                found.stream()
                        .map(row -> HeldBackView.of(row, SHOWN_CHARACTERS))
                        .toList());
    }

    @GetMapping(path = "/held-back/days", produces = MediaType.APPLICATION_JSON_VALUE)
    List<HeldBackDay> days(@PathVariable String app) {
        App of = apps.require(app);
        return rows.byDay(of.id(), of.zone().getId()).stream()
                .map(count -> new HeldBackDay(
                        count.getDay(), Kind.valueOf(count.getKind()), count.getHeldBack(), count.getSettled()))
                .toList();
    }

    /** The rows as CSV: of one CSV file with its own columns, to be corrected and sent again; else one column a row. */
    @GetMapping(path = "/held-back.csv", produces = "text/csv")
    void heldBackFile(
            @PathVariable String app,
            @RequestParam(required = false) Integer importId,
            @RequestParam(required = false) Kind kind,
            @RequestParam(defaultValue = "false") boolean live,
            HttpServletResponse response)
            throws IOException {
        App of = apps.require(app);
        audit.note(
                of, "rejected rows exported", importId == null ? "of all files and senders" : "of import " + importId);
        response.setContentType("text/csv;charset=UTF-8");
        response.setHeader("Content-Disposition", "attachment; filename=\"" + of.key() + "-held-back.csv\"");
        file.write(of, which(of, importId, kind, live), response.getOutputStream());
    }

    @PostMapping(path = "/held-back/{id}/again", produces = MediaType.APPLICATION_JSON_VALUE)
    RejectedRowRetry.Result again(
            @PathVariable String app, @PathVariable long id, @Valid @RequestBody Corrected corrected) {
        return sendAgain.one(apps.require(app), id, corrected.content());
    }

    /** Takes a row from the list; it cannot be sent again. */
    @PostMapping(path = "/held-back/{id}/dismiss", produces = MediaType.APPLICATION_JSON_VALUE)
    Dismissed dismiss(@PathVariable String app, @PathVariable long id) {
        App of = apps.require(app);
        int rowsDismissed = rows.dismiss(of.id(), id);
        if (rowsDismissed == 0) {
            throw Problem.notFound("There is no rejected row number " + id + ".");
        }
        audit.note(of, "rejected rows dismissed", "row " + id);
        return new Dismissed(rowsDismissed);
    }

    /** Takes all rows that are meant from the list; they cannot be sent again. */
    @PostMapping(path = "/held-back/dismiss", produces = MediaType.APPLICATION_JSON_VALUE)
    Dismissed dismissAll(
            @PathVariable String app,
            @RequestParam(required = false) Integer importId,
            @RequestParam(required = false) Kind kind,
            @RequestParam(defaultValue = "false") boolean live) {
        App of = apps.require(app);
        int rowsDismissed = rows.dismissAll(of.id(), importId, kind == null ? null : kind.name(), live);
        audit.note(of, "rejected rows dismissed", rowsDismissed + " rows");
        return new Dismissed(rowsDismissed);
    }

    /** Tries rows again as they stand: after a setting was changed, most of them may be good. */
    @PostMapping(path = "/held-back/again", produces = MediaType.APPLICATION_JSON_VALUE)
    RejectedRowRetry.Result allAgain(
            @PathVariable String app,
            @RequestParam(required = false) Integer importId,
            @RequestParam(required = false) Kind kind,
            @RequestParam(defaultValue = "false") boolean live) {
        App of = apps.require(app);
        return sendAgain.all(of, which(of, importId, kind, live));
    }
}
