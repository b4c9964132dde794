package coldtide.server.marks;

import coldtide.server.apps.Apps;
import coldtide.server.marks.EnteredMarks.MarkEntry;
import coldtide.server.marks.EnteredMarks.ReleaseEntry;
import coldtide.server.store.app.Annotation;
import coldtide.server.store.app.Release;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.Valid;
import java.time.Instant;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Releases and marks over HTTP. */
@RestController
@RequestMapping(path = "/api/apps/{app}", produces = MediaType.APPLICATION_JSON_VALUE)
class MarkController {
    private final Apps apps;
    private final Marks marks;
    private final StoreFeed store;

    MarkController(Apps apps, Marks marks, StoreFeed store) {
        this.apps = apps;
        this.marks = marks;
        this.store = store;
    }

    /** A release that was entered. */
    record EnteredRelease(int id, String version, String platform, String build, List<Release.Step> steps) {
        static EnteredRelease of(Release release) {
            return new EnteredRelease(
                    release.id(), release.version(), release.platform(), release.build(), release.steps());
        }
    }

    /** A mark that was entered. */
    record EnteredMark(
            int id,
            Annotation.Kind kind,
            String name,
            Instant starts,
            @Schema(types = {"string", "null"}) Instant ends) {
        static EnteredMark of(Annotation mark) {
            return new EnteredMark(
                    mark.id(),
                    mark.kind(),
                    mark.name(),
                    mark.starts(),
                    mark.ends().orElse(null));
        }
    }

    /** A file of releases and marks, as text. */
    record MarkFile(@jakarta.validation.constraints.NotBlank String text) {}

    @GetMapping("/releases")
    List<EnteredRelease> releases(@PathVariable String app) {
        return marks.releases(apps.require(app)).stream()
                .map(EnteredRelease::of)
                .toList();
    }

    @PostMapping("/releases")
    @ResponseStatus(HttpStatus.CREATED)
    EnteredRelease enterRelease(@PathVariable String app, @Valid @RequestBody ReleaseEntry entry) {
        return EnteredRelease.of(marks.enter(apps.require(app), entry));
    }

    @PutMapping("/releases/{id}")
    EnteredRelease changeRelease(
            @PathVariable String app, @PathVariable int id, @Valid @RequestBody ReleaseEntry entry) {
        return EnteredRelease.of(marks.change(apps.require(app), id, entry));
    }

    @DeleteMapping("/releases/{id}")
    EnteredRelease removeRelease(@PathVariable String app, @PathVariable int id) {
        return EnteredRelease.of(marks.removeRelease(apps.require(app), id));
    }

    /** Comparison of the releases announced by the app store with the known ones. */
    @GetMapping("/releases/store")
    StoreFeed.Announced announced(@PathVariable String app) {
        return store.announced(apps.require(app));
    }

    @PostMapping("/releases/store")
    Marks.Imported takeOver(@PathVariable String app) {
        return store.takeOver(apps.require(app));
    }

    @GetMapping("/marks")
    List<EnteredMark> marks(@PathVariable String app) {
        return marks.marks(apps.require(app)).stream().map(EnteredMark::of).toList();
    }

    @PostMapping("/marks")
    @ResponseStatus(HttpStatus.CREATED)
    EnteredMark enterMark(@PathVariable String app, @Valid @RequestBody MarkEntry entry) {
        return EnteredMark.of(marks.enter(apps.require(app), entry));
    }

    @PutMapping("/marks/{id}")
    EnteredMark changeMark(@PathVariable String app, @PathVariable int id, @Valid @RequestBody MarkEntry entry) {
        return EnteredMark.of(marks.change(apps.require(app), id, entry));
    }

    @DeleteMapping("/marks/{id}")
    EnteredMark removeMark(@PathVariable String app, @PathVariable int id) {
        return EnteredMark.of(marks.removeMark(apps.require(app), id));
    }

    /** Releases and marks from a CSV or JSON text; all of it or, if something is wrong, nothing. */
    @PostMapping("/marks/file")
    Marks.Imported importMarks(@PathVariable String app, @Valid @RequestBody MarkFile file) {
        return marks.bring(apps.require(app), file.text());
    }
}
