package coldtide.server.anomaly;

import coldtide.core.anomaly.Recovery;
import coldtide.core.anomaly.detect.Change;
import coldtide.core.anomaly.explain.CauseKind;
import coldtide.core.time.DayRange;
import coldtide.server.anomaly.IncidentView.ChangeView;
import coldtide.server.anomaly.IncidentView.ChosenFallView;
import coldtide.server.anomaly.IncidentView.DropView;
import coldtide.server.anomaly.KeptCases.Found;
import coldtide.server.apps.Apps;
import coldtide.server.engine.QueryService;
import coldtide.server.engine.QueryService.Answered;
import coldtide.server.engine.QueryService.Asked;
import coldtide.server.http.PlainName;
import coldtide.server.http.Problem;
import coldtide.server.store.StoredForms;
import coldtide.server.store.anomaly.CaseComment;
import coldtide.server.store.anomaly.CaseFinding;
import coldtide.server.store.anomaly.CaseHead;
import coldtide.server.store.anomaly.KeptCase;
import coldtide.server.store.app.App;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Pattern;
import jakarta.validation.constraints.Size;
import java.security.Principal;
import java.time.Instant;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Cases that are kept, over HTTP. */
@RestController
@RequestMapping(path = "/api/apps/{app}/cases", produces = MediaType.APPLICATION_JSON_VALUE)
class CaseController {
    private static final int MOST_STEPS = 20;

    private final QueryService asking;
    private final Apps apps;
    private final IncidentCache watching;
    private final KeptCases cases;
    private final StoredForms forms;

    CaseController(QueryService asking, Apps apps, IncidentCache watching, KeptCases cases, StoredForms forms) {
        this.asking = asking;
        this.apps = apps;
        this.watching = watching;
        this.cases = cases;
        this.forms = forms;
    }

    /**
     * A kept case as a list says it.
     *
     * @param incident by which the watch named it when it was last taken
     */
    record CaseRow(
            int id,
            String title,
            KeptCase.Status status,
            String incident,
            CauseKind kind,
            DayRange days,
            Instant opened,
            String openedBy,
            Instant changed,
            String changedBy) {}

    /** Frozen findings of a case. */
    record FindingView(int id, Instant taken, String takenBy, Instant watermark, ChangesView found) {}

    /** Comment of a member. */
    record CommentView(int id, Instant written, String writtenBy, String text) {}

    /**
     * A kept case, whole.
     *
     * @param version to be sent with a change
     * @param words by step of the argument, in place of the computed ones
     * @param acted from which day on what was done should help
     * @param findings the oldest first; the last is what it says
     */
    record CaseView(
            int id,
            int version,
            String title,
            KeptCase.Status status,
            Map<String, String> words,
            String action,

            @Schema(
                    types = {"string", "null"},
                    format = "date")
            LocalDate acted,

            Instant opened,
            String openedBy,
            Instant changed,
            String changedBy,
            List<FindingView> findings,
            List<CommentView> comments) {}

    /** @param incident by which the watch names it */
    record NewCase(
            @NotBlank @Size(max = 400) String incident,
            @NotBlank @PlainName @Size(max = 200) String title) {}

    /** @param version that was read */
    record CaseEntry(
            int version,
            @NotBlank @PlainName @Size(max = 200) String title,
            @NotNull KeptCase.Status status,

            @NotNull @Size(max = MOST_STEPS)
            Map<@Pattern(regexp = "[a-z]{1,20}") String, @NotNull @Size(max = 4_000) String> words,

            @NotNull @Size(max = 2_000) String action,

            @Schema(
                    types = {"string", "null"},
                    format = "date")
            LocalDate acted) {}

    /** A comment to be written. */
    record NewComment(@NotBlank @Size(max = 4_000) String text) {}

    /**
     * How it goes since something was done.
     *
     * @param days from the day on which it should help to the last full one
     */
    record RecoveryView(Recovery.State state, DayRange days, ChangeView change) {}

    @GetMapping
    List<CaseRow> list(@PathVariable String app) {
        App of = apps.require(app);
        Map<Integer, CaseHead> heads = cases.heads(of);
        return cases.of(of).stream()
                .map(kept -> row(kept, heads.get(kept.id())))
                .toList();
    }

    private CaseRow row(KeptCase kept, CaseHead head) {
        return new CaseRow(
                kept.id(),
                kept.said().title(),
                kept.said().status(),
                head.incident(),
                cases.kind(head),
                new DayRange(head.from(), head.to()),
                kept.opened(),
                kept.openedBy(),
                kept.changed(),
                kept.changedBy());
    }

    @GetMapping("/{id}")
    CaseView one(@PathVariable String app, @PathVariable int id) {
        return view(cases.require(apps.require(app), id));
    }

    /** Keeps what the watch finds now of one incident. */
    @PostMapping
    @ResponseStatus(HttpStatus.CREATED)
    CaseView open(@PathVariable String app, @Valid @RequestBody NewCase entry, Principal who) {
        App of = apps.require(app);
        Found found = asking.ask(app, asked -> {
                    ChangesView all = ChangesView.of(asked, watching.of(asked));
                    List<IncidentView> meant = all.incidents().stream()
                            .filter(each -> each.id().equals(entry.incident()))
                            .toList();
                    if (meant.isEmpty()) {
                        throw Problem.badField(
                                "incident",
                                "With the data of now nothing falls out as \u201c" + entry.incident()
                                        + "\u201d. Load the page again.");
                    }
                    return new Found(asked.log().watermark(), all.with(meant));
                })
                .answer();
        return view(cases.open(of, entry.title().strip(), found, who.getName()));
    }

    @PutMapping("/{id}")
    CaseView change(
            @PathVariable String app, @PathVariable int id, @Valid @RequestBody CaseEntry entry, Principal who) {
        KeptCase.Said said = new KeptCase.Said(
                entry.title().strip(),
                entry.status(),
                forms.write(entry.words()),
                entry.action().strip(),
                Optional.ofNullable(entry.acted()));
        return view(cases.change(apps.require(app), id, entry.version(), said, who.getName()));
    }

    /** Current incident of the case, if the search still finds it. */
    @GetMapping("/{id}/now")
    Answered<ChangesView> now(@PathVariable String app, @PathVariable int id) {
        IncidentView before =
                lastOf(cases.require(apps.require(app), id)).incidents().get(0);
        return asking.ask(app, asked -> again(asked, before));
    }

    private ChangesView again(Asked asked, IncidentView before) {
        ChangesView all = ChangesView.of(asked, watching.of(asked));
        return all.with(all.again(before));
    }

    /** Takes what the watch finds now; what was taken before is kept. */
    @PostMapping("/{id}/findings")
    @ResponseStatus(HttpStatus.CREATED)
    CaseView take(@PathVariable String app, @PathVariable int id, Principal who) {
        App of = apps.require(app);
        IncidentView before = lastOf(cases.require(of, id)).incidents().get(0);
        Found found = asking.ask(app, asked -> new Found(asked.log().watermark(), again(asked, before)))
                .answer();
        if (found.found().incidents().isEmpty()) {
            throw Problem.conflict(
                    "With the data of now nothing of this case falls out of what is expected, so there is"
                            + " nothing to take.");
        }
        return view(cases.take(of, id, found, who.getName()));
    }

    @PostMapping("/{id}/comments")
    @ResponseStatus(HttpStatus.CREATED)
    CaseView comment(
            @PathVariable String app, @PathVariable int id, @Valid @RequestBody NewComment entry, Principal who) {
        App of = apps.require(app);
        cases.comment(of, id, entry.text().strip(), who.getName());
        return view(cases.require(of, id));
    }

    /** Recovery since the day from which on the action should help. */
    @GetMapping("/{id}/recovery")
    Answered<RecoveryView> recovery(@PathVariable String app, @PathVariable int id) {
        KeptCase kept = cases.require(apps.require(app), id);
        LocalDate since = kept.said()
                .acted()
                .orElseThrow(() -> Problem.conflict("Say first on which day something was done about it."));
        IncidentView incident = lastOf(kept).incidents().get(0);
        return asking.ask(app, asked -> {
            Recovery recovery = recovery(asked, incident, since);
            return new RecoveryView(recovery.state(), recovery.days(), ChangeView.of(recovery.change()));
        });
    }

    private Recovery recovery(Asked asked, IncidentView incident, LocalDate since) {
        if (!incident.drops().isEmpty()) {
            return watching.recovery(asked, fall(incident.drops().get(0)), since);
        }
        if (incident.outage() != null) {
            throw Problem.conflict("An outage is over with its last hour; no figure tells how it goes since.");
        }
        ChosenFallView fall = incident.chosen().get(0);
        return watching.of(asked).chosen().stream()
                .filter(band ->
                        band.of().id() == fall.id() && band.of().figure().equals(Optional.ofNullable(fall.figure())))
                .findFirst()
                .map(band -> Recovery.of(asked.log(), band, fall.days(), change(fall.change()), since))
                .orElseThrow(() -> Problem.conflict("\"" + fall.name() + "\" is not watched any more."));
    }

    private static Recovery.Fall fall(DropView drop) {
        return new Recovery.Fall(drop.figure(), drop.slice(), drop.days(), drop.isCounted(), change(drop.change()));
    }

    private static Change change(ChangeView change) {
        return new Change(
                change.before(),
                known(change.expected()),
                change.actual(),
                known(change.part()),
                known(change.low()),
                known(change.high()));
    }

    private static double known(Double value) {
        return value == null ? Double.NaN : value;
    }

    private ChangesView lastOf(KeptCase kept) {
        List<CaseFinding> findings = cases.findings(kept);
        return cases.read(findings.get(findings.size() - 1));
    }

    private CaseView view(KeptCase kept) {
        KeptCase.Said said = kept.said();
        Map<String, String> words = new HashMap<>();
        forms.tree(kept.format(), said.words())
                .properties()
                .forEach(each -> words.put(each.getKey(), each.getValue().asString()));
        return new CaseView(
                kept.id(),
                kept.version(),
                said.title(),
                said.status(),
                words,
                said.action(),
                said.acted().orElse(null),
                kept.opened(),
                kept.openedBy(),
                kept.changed(),
                kept.changedBy(),
                cases.findings(kept).stream()
                        .map(each -> new FindingView(
                                each.id(), each.taken(), each.takenBy(), each.watermark(), cases.read(each)))
                        .toList(),
                cases.comments(kept).stream().map(CaseController::view).toList());
    }

    private static CommentView view(CaseComment comment) {
        return new CommentView(comment.id(), comment.written(), comment.writtenBy(), comment.text());
    }
}
