package coldtide.server.evidence;

import coldtide.server.access.Audit;
import coldtide.server.apps.Apps;
import coldtide.server.http.Problem;
import coldtide.server.store.StoredForms;
import coldtide.server.store.app.App;
import coldtide.server.store.definition.Evidence;
import coldtide.server.store.definition.EvidenceHead;
import coldtide.server.store.definition.EvidenceRepository;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Pattern;
import jakarta.validation.constraints.Size;
import java.security.Principal;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import org.springframework.data.domain.Limit;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.transaction.support.TransactionTemplate;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import tools.jackson.databind.JsonNode;

/** Keeps answers as evidence: the question, the watermark, what was found and the numbers, as they were at that moment. */
@RestController
@RequestMapping(path = "/api/apps/{app}/evidence", produces = MediaType.APPLICATION_JSON_VALUE)
class EvidenceController {
    private static final int MOST_FINDINGS = 100;

    private static final int MOST_LISTED = 500;

    private final Apps apps;
    private final EvidenceRepository evidence;
    private final Audit audit;
    private final TransactionTemplate transaction;
    private final StoredForms forms;

    EvidenceController(
            Apps apps, EvidenceRepository evidence, Audit audit, TransactionTemplate transaction, StoredForms forms) {
        this.apps = apps;
        this.evidence = evidence;
        this.audit = audit;
        this.transaction = transaction;
        this.forms = forms;
    }

    /**
     * An answer to be kept.
     *
     * @param address of the room with its question, from the app on: {@code retention?by=day}
     * @param question in words
     * @param watermark of the answer
     * @param findings what was written beside it
     * @param answer the numbers
     */
    record NewEvidence(
            @NotNull @Pattern(regexp = "[a-z]{1,40}") String room,
            @NotBlank @Size(max = 20_000) String address,
            @NotBlank @Size(max = 2_000) String question,
            @NotNull Instant watermark,
            @NotNull @Size(max = MOST_FINDINGS) List<@NotNull @Size(max = 2_000) String> findings,
            @NotNull @Schema(implementation = Map.class) JsonNode answer) {}

    /**
     * What was kept, without its numbers.
     *
     * @param format in which the answer and its question were written: the words of the interface for programs at that time
     */
    record EvidenceView(
            int id,
            int format,
            String room,
            String address,
            String question,
            Instant watermark,
            List<String> findings,
            Instant kept,
            String keptBy) {}

    /** What was kept, whole. */
    record WholeEvidence(
            EvidenceView evidence,
            @Schema(implementation = Map.class) JsonNode answer) {}

    @GetMapping
    List<EvidenceView> list(@PathVariable String app) {
        return evidence.ofApp(apps.require(app).id(), Limit.of(MOST_LISTED)).stream()
                .map(this::view)
                .toList();
    }

    @GetMapping("/{id}")
    WholeEvidence one(@PathVariable String app, @PathVariable int id) {
        Evidence kept = evidence.ofApp(apps.require(app).id(), id)
                .orElseThrow(() -> Problem.notFound("There is no evidence number " + id + "."));
        return new WholeEvidence(view(kept.head()), forms.tree(kept.format(), kept.answer()));
    }

    @PostMapping
    @ResponseStatus(HttpStatus.CREATED)
    EvidenceView keep(@PathVariable String app, @Valid @RequestBody NewEvidence entry, Principal who) {
        App of = apps.require(app);
        return transaction.execute(status -> {
            Evidence kept = evidence.save(new Evidence(
                    of.id(),
                    who.getName(),
                    entry.room(),
                    entry.address(),
                    entry.question().strip(),
                    entry.watermark(),
                    forms.write(entry.findings()),
                    entry.answer().toString()));
            audit.note(of, "evidence kept", "number " + kept.head().id() + " of " + entry.room());
            return view(kept.head());
        });
    }

    private EvidenceView view(EvidenceHead kept) {
        return new EvidenceView(
                kept.id(),
                kept.format(),
                kept.room(),
                kept.address(),
                kept.question(),
                kept.watermark(),
                List.of(forms.read(kept.format(), kept.findings(), String[].class)),
                kept.kept(),
                kept.keptBy());
    }
}
