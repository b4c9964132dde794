package coldtide.server.marks;

import coldtide.server.http.PlainName;
import coldtide.server.store.app.Annotation;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotEmpty;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;

/**
 * Releases and annotations as a member enters them.
 *
 * @param releases one for each version and platform
 * @param marks the annotations
 */
record EnteredMarks(List<ReleaseEntry> releases, List<MarkEntry> marks) {
    /**
     * A version on a platform.
     *
     * @param steps ascending in time and share
     */
    record ReleaseEntry(
            @NotBlank @PlainName @Size(max = 40) String version,
            @NotBlank @Size(max = 40) String platform,
            @NotNull @Size(max = 40) String build,
            @NotEmpty @Size(max = 50) @Valid List<StepEntry> steps) {}

    /** From an instant on, a share of people is offered the release; above 0, at most 1. */
    record StepEntry(@NotNull Instant starts, double share) {}

    /** Something else that happened, at a time or over a span. */
    record MarkEntry(
            @NotNull Annotation.Kind kind,
            @NotBlank @PlainName @Size(max = 120) String name,
            @NotNull Instant starts,
            @Schema(types = {"string", "null"}) Instant ends) {}

    static EnteredMarks none() {
        return new EnteredMarks(new ArrayList<>(), new ArrayList<>());
    }
}
