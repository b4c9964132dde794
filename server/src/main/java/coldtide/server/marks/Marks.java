package coldtide.server.marks;

import coldtide.server.access.Audit;
import coldtide.server.http.Problem;
import coldtide.server.marks.EnteredMarks.MarkEntry;
import coldtide.server.marks.EnteredMarks.ReleaseEntry;
import coldtide.server.marks.EnteredMarks.StepEntry;
import coldtide.server.store.app.Annotation;
import coldtide.server.store.app.AnnotationRepository;
import coldtide.server.store.app.App;
import coldtide.server.store.app.Release;
import coldtide.server.store.app.ReleaseRepository;
import jakarta.validation.ConstraintViolation;
import jakarta.validation.Validator;
import java.time.Instant;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.json.JsonMapper;

/** Enters, changes, removes and imports releases and marks; the same one imported twice is one. */
@Service
class Marks {
    private final ReleaseRepository releases;
    private final AnnotationRepository marks;
    private final Audit audit;
    private final JsonMapper json;
    private final Validator validator;

    Marks(ReleaseRepository releases, AnnotationRepository marks, Audit audit, JsonMapper json, Validator validator) {
        this.releases = releases;
        this.marks = marks;
        this.audit = audit;
        this.json = json;
        this.validator = validator;
    }

    /** Numbers of releases that were added and updated. */
    record Imported(int entered, int changed) {}

    List<Release> releases(App app) {
        return releases.ofApp(app.id()).stream()
                .sorted(Comparator.comparing(
                                (Release release) -> release.steps().isEmpty()
                                        ? Instant.EPOCH
                                        : release.steps().get(0).starts())
                        .thenComparing(Release::platform))
                .toList();
    }

    List<Annotation> marks(App app) {
        return marks.findByAppIdOrderByStarts(app.id());
    }

    @Transactional
    public Release enter(App app, ReleaseEntry entry) {
        if (known(app, entry).isPresent()) {
            throw Problem.conflict(
                    "version",
                    "There is already " + entry.version() + " on " + entry.platform() + ". Change that one.");
        }
        return save(
                app,
                "release entered",
                new Release(
                        app.id(),
                        entry.version().strip(),
                        entry.platform().strip(),
                        entry.build().strip(),
                        steps(entry)));
    }

    private Optional<Release> known(App app, ReleaseEntry entry) {
        return releases.findByAppIdAndVersionAndPlatform(
                app.id(), entry.version().strip(), entry.platform().strip());
    }

    private Release save(App app, String action, Release release) {
        audit.note(app, action, release.version() + " on " + release.platform());
        return releases.save(release);
    }

    @Transactional
    public Release change(App app, int id, ReleaseEntry entry) {
        Release release = release(app, id);
        if (!release.version().equals(entry.version()) || !release.platform().equals(entry.platform())) {
            throw Problem.conflict("version", "Version and platform stay as they are. Enter another release instead.");
        }
        release.change(entry.build().strip(), steps(entry));
        return save(app, "release changed", release);
    }

    @Transactional
    public Release removeRelease(App app, int id) {
        Release release = release(app, id);
        release.steps(); // read while they can be, for the answer that shows what was removed
        releases.delete(release);
        audit.note(app, "release removed", release.version() + " on " + release.platform());
        return release;
    }

    private Release release(App app, int id) {
        return releases.findByAppIdAndId(app.id(), id)
                .orElseThrow(() -> Problem.notFound("There is no release number " + id + " of " + app.name() + "."));
    }

    private static List<Release.Step> steps(ReleaseEntry entry) {
        StepEntry before = null;
        for (StepEntry step : entry.steps()) {
            if (!(step.share() > 0 && step.share() <= 1)) {
                throw Problem.badField(
                        "steps",
                        "A step of " + entry.version() + " reaches a share above 0 and at most 1, not " + step.share()
                                + ".");
            }
            if (before != null && (!step.starts().isAfter(before.starts()) || step.share() < before.share())) {
                throw Problem.badField(
                        "steps",
                        "The steps of " + entry.version()
                                + " must follow each other in time, each reaching more users.");
            }
            before = step;
        }
        return entry.steps().stream()
                .map(step -> new Release.Step(step.starts(), step.share()))
                .toList();
    }

    @Transactional
    public Annotation enter(App app, MarkEntry entry) {
        checkSpan(entry);
        Annotation mark = new Annotation(
                app.id(), entry.kind(), entry.name().strip(), entry.starts(), Optional.ofNullable(entry.ends()));
        audit.note(app, "mark entered", mark.name());
        return marks.save(mark);
    }

    @Transactional
    public Annotation change(App app, int id, MarkEntry entry) {
        checkSpan(entry);
        Annotation mark = mark(app, id);
        mark.change(entry.kind(), entry.name().strip(), entry.starts(), Optional.ofNullable(entry.ends()));
        audit.note(app, "mark changed", mark.name());
        return marks.save(mark);
    }

    @Transactional
    public Annotation removeMark(App app, int id) {
        Annotation mark = mark(app, id);
        marks.delete(mark);
        audit.note(app, "mark removed", mark.name());
        return mark;
    }

    private Annotation mark(App app, int id) {
        return marks.findByAppIdAndId(app.id(), id)
                .orElseThrow(() -> Problem.notFound("There is no annotation number " + id + " of " + app.name() + "."));
    }

    private static void checkSpan(MarkEntry entry) {
        if (entry.ends() != null && !entry.ends().isAfter(entry.starts())) {
            throw Problem.badField("ends", "\"" + entry.name() + "\" must end after it begins.");
        }
    }

    @Transactional
    public Imported bring(App app, String text) {
        return bring(app, new EntryFile(app.zone(), json).read(text));
    }

    @Transactional
    public Imported bring(App app, EnteredMarks entries) {
        entries.releases().forEach(this::check);
        entries.marks().forEach(this::check);
        int changed = 0;
        for (ReleaseEntry entry : entries.releases()) {
            Optional<Release> known = known(app, entry);
            if (known.isPresent()) {
                change(app, known.get().id(), entry);
                changed++;
            } else {
                enter(app, entry);
            }
        }
        for (MarkEntry entry : entries.marks()) {
            Optional<Annotation> known = marks.findByAppIdAndKindAndNameAndStarts(
                    app.id(), entry.kind(), entry.name().strip(), entry.starts());
            if (known.isPresent()) {
                change(app, known.get().id(), entry);
                changed++;
            } else {
                enter(app, entry);
            }
        }
        return new Imported(entries.releases().size() + entries.marks().size() - changed, changed);
    }

    private <T> void check(T entry) {
        Set<ConstraintViolation<T>> faults = validator.validate(entry);
        if (!faults.isEmpty()) {
            ConstraintViolation<T> fault = faults.iterator().next();
            throw Problem.badField("text", "\"" + fault.getPropertyPath() + "\" " + fault.getMessage() + ".");
        }
    }
}
