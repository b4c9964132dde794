package coldtide.server.anomaly;

import coldtide.core.anomaly.explain.CauseKind;
import coldtide.server.access.Audit;
import coldtide.server.http.Problem;
import coldtide.server.store.StoredForms;
import coldtide.server.store.anomaly.CaseComment;
import coldtide.server.store.anomaly.CaseCommentRepository;
import coldtide.server.store.anomaly.CaseFinding;
import coldtide.server.store.anomaly.CaseFindingRepository;
import coldtide.server.store.anomaly.CaseHead;
import coldtide.server.store.anomaly.CaseRepository;
import coldtide.server.store.anomaly.KeptCase;
import coldtide.server.store.app.App;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/** Cases that are kept: what was found is frozen each time it is taken, what people say of it can be changed. */
@Component
class KeptCases {
    private final CaseRepository cases;
    private final CaseFindingRepository findings;
    private final CaseCommentRepository comments;
    private final Audit audit;
    private final TransactionTemplate transaction;
    private final StoredForms forms;

    KeptCases(
            CaseRepository cases,
            CaseFindingRepository findings,
            CaseCommentRepository comments,
            Audit audit,
            TransactionTemplate transaction,
            StoredForms forms) {
        this.cases = cases;
        this.findings = findings;
        this.comments = comments;
        this.audit = audit;
        this.transaction = transaction;
        this.forms = forms;
    }

    /**
     * Findings at the time a member saved the case.
     *
     * @param found with one incident
     */
    record Found(Instant watermark, ChangesView found) {}

    List<KeptCase> of(App app) {
        return cases.findByAppIdOrderByIdDesc(app.id());
    }

    KeptCase require(App app, int id) {
        return cases.findByAppIdAndId(app.id(), id)
                .orElseThrow(() -> Problem.notFound("There is no case number " + id + "."));
    }

    /** The oldest first. */
    List<CaseFinding> findings(KeptCase kept) {
        return findings.findByCaseIdOrderById(kept.id());
    }

    /** By case, what its newest finding is, without what was found. */
    Map<Integer, CaseHead> heads(App app) {
        return findings.headsOf(app.id()).stream().collect(Collectors.toMap(CaseHead::caseId, head -> head));
    }

    CauseKind kind(CaseHead head) {
        return forms.read(head.format(), '"' + head.kind() + '"', CauseKind.class);
    }

    List<CaseComment> comments(KeptCase kept) {
        return comments.findByCaseIdOrderById(kept.id());
    }

    ChangesView read(CaseFinding finding) {
        return forms.read(finding.format(), finding.found(), ChangesView.class);
    }

    KeptCase open(App app, String title, Found found, String who) {
        return transaction.execute(status -> {
            KeptCase kept = cases.saveAndFlush(new KeptCase(app.id(), title, who));
            freeze(kept, found, who);
            audit.note(app, "case opened", "number " + kept.id() + ", " + title);
            return kept;
        });
    }

    /** Replaces the findings by the current ones and keeps the former. */
    KeptCase take(App app, int id, Found found, String who) {
        return transaction.execute(status -> {
            KeptCase kept = require(app, id);
            freeze(kept, found, who);
            audit.note(app, "case asked again", "number " + id);
            return kept;
        });
    }

    private void freeze(KeptCase kept, Found found, String who) {
        IncidentView incident = found.found().incidents().get(0);
        CaseHead head = new CaseHead(
                kept.id(),
                StoredForms.FORMAT,
                incident.id(),
                forms.tree(StoredForms.FORMAT, forms.write(incident.kind())).asString(),
                incident.days().from(),
                incident.days().to());
        findings.save(new CaseFinding(who, found.watermark(), head, forms.write(found.found())));
    }

    /** @param version that was read before: what somebody else changed since is not written over */
    KeptCase change(App app, int id, int version, KeptCase.Said said, String who) {
        return transaction.execute(status -> {
            KeptCase kept = require(app, id);
            if (kept.version() != version) {
                throw Problem.conflict(
                        "version",
                        kept.changedBy() + " has changed this case since you opened it. Load it again; what you wrote"
                                + " is still in the field.");
            }
            kept.change(said, who);
            audit.note(app, "case changed", "number " + id + ", " + said.status());
            return cases.saveAndFlush(kept);
        });
    }

    void comment(App app, int id, String text, String who) {
        transaction.executeWithoutResult(status -> {
            KeptCase kept = require(app, id);
            comments.save(new CaseComment(kept.id(), who, text));
        });
    }
}
