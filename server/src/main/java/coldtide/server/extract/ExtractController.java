package coldtide.server.extract;

import coldtide.core.extract.Extract;
import coldtide.core.extract.ExtractPage;
import coldtide.core.extract.ExtractQuestion;
import coldtide.core.extract.ExtractRow;
import coldtide.core.filter.EventCondition;
import coldtide.core.time.DayRange;
import coldtide.server.access.Audit;
import coldtide.server.apps.Apps;
import coldtide.server.engine.QueryService;
import coldtide.server.engine.QueryService.Answered;
import coldtide.server.engine.QueryService.Asked;
import coldtide.server.filter.ConditionReader;
import coldtide.server.http.Problem;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.mvc.method.annotation.StreamingResponseBody;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Single events as they came, over HTTP. */
@RestController
class ExtractController {
    /** A file holds no more events; whoever wants more asks for fewer days at a time. */
    static final int MOST_SAVED = 1_000_000;

    private static final int MOST_ON_PAGE = 500;
    private static final int MOST_COLUMNS = 200;

    private final QueryService asking;
    private final JsonMapper json;
    private final Apps apps;
    private final Audit audit;

    ExtractController(QueryService asking, JsonMapper json, Apps apps, Audit audit) {
        this.apps = apps;
        this.audit = audit;
        this.asking = asking;
        this.json = json;
    }

    /**
     * Which events.
     *
     * @param what a condition on events; null for any
     * @param among a condition on people; null for everybody
     * @param by a property with numbers by which they are ordered; null for their time
     * @param largestFirst the newest or largest in front
     * @param lenient whether what is not there is left out
     */
    record ExtractAsk(
            @NotNull DayRange range,

            @Schema(
                    types = {"object", "null"},
                    implementation = Map.class)
            JsonNode what,

            @Schema(
                    types = {"object", "null"},
                    implementation = Map.class)
            JsonNode among,

            @Schema(types = {"string", "null"}) String by,
            boolean largestFirst,
            @Min(0) @Max(Extract.DEEPEST) int from,
            @Min(1) @Max(MOST_ON_PAGE) int most,
            @Schema(types = {"boolean", "null"}) Boolean lenient) {
        ExtractQuestion question(Asked asked, ConditionReader reader) {
            if (by != null && !asked.log().hasNumbers(by)) {
                throw Problem.badField(
                        "by", "Events are ordered by time or by a property with numbers, and \"" + by + "\" is none.");
            }
            return new ExtractQuestion(
                    range,
                    reader.events(what, "what", EventCondition.ANY),
                    reader.among(among),
                    Optional.ofNullable(by),
                    largestFirst);
        }
    }

    /** @param columns properties that the file has besides what every event has */
    record FileAsk(
            @NotNull @Valid ExtractAsk events,
            @NotNull ExtractFile.Format format,
            @NotNull @Size(max = MOST_COLUMNS) List<@NotNull String> columns) {}

    /** An event. @param always the texts of what every event has, in the order of {@link ExtractView#always} */
    record EventRow(List<String> always, Map<String, String> values) {}

    /**
     * A page of events.
     *
     * @param events how many pass in all
     * @param mostSaved how many a file holds
     */
    record ExtractView(long events, List<String> always, List<EventRow> rows, long mostSaved, List<String> leftOut) {}

    @PostMapping(path = "/api/apps/{app}/extracts", produces = MediaType.APPLICATION_JSON_VALUE)
    Answered<ExtractView> page(@PathVariable String app, @Valid @RequestBody ExtractAsk ask) {
        return asking.ask(app, asked -> {
            ConditionReader reader = asked.reader(ask.lenient());
            ExtractPage page = Extract.page(
                    asked.log(),
                    asked.runner(),
                    asked.conditions(),
                    ask.question(asked, reader),
                    ask.from(),
                    ask.most());
            return new ExtractView(
                    page.events(),
                    RowTexts.ALWAYS,
                    page.rows().stream().map(ExtractController::view).toList(),
                    MOST_SAVED,
                    reader.leftOut());
        });
    }

    private static EventRow view(ExtractRow row) {
        return new EventRow(RowTexts.always(row), RowTexts.values(row));
    }

    /** All of them as a file, in no order but that of the log: by person, and each person's in the order of their time. */
    @PostMapping(path = "/api/apps/{app}/extracts/file")
    ResponseEntity<StreamingResponseBody> file(@PathVariable String app, @Valid @RequestBody FileAsk ask) {
        ExtractFile file = new ExtractFile(ask.columns(), json);
        ExtractFile.Events events = asking.ask(app, asked -> {
                    ExtractQuestion question = ask.events()
                            .question(asked, asked.reader(ask.events().lenient()));
                    return (ExtractFile.Events)
                            taker -> Extract.each(asked.log(), asked.conditions(), question, MOST_SAVED, taker);
                })
                .answer();
        audit.note(apps.require(app), "raw events exported", "as " + ask.format() + ", at most " + MOST_SAVED);
        String name = app + "-events." + ask.format().name().toLowerCase(Locale.ROOT);
        return ResponseEntity.ok()
                .header(HttpHeaders.CONTENT_TYPE, ask.format().mediaType())
                .header(HttpHeaders.CONTENT_DISPOSITION, "attachment; filename=\"" + name + "\"")
                .body(out -> file.write(ask.format(), events, out));
    }
}
