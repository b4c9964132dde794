package coldtide.server.segments;

import coldtide.core.filter.PersonCondition;
import coldtide.core.register.Register;
import coldtide.server.apps.Apps;
import coldtide.server.engine.QueryService;
import coldtide.server.http.PlainName;
import coldtide.server.http.Problem;
import coldtide.server.named.DefinitionService;
import coldtide.server.store.app.App;
import coldtide.server.store.definition.Segment;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.security.Principal;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
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
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Segments over HTTP. */
@RestController
@RequestMapping(path = "/api/apps/{app}/segments", produces = MediaType.APPLICATION_JSON_VALUE)
class SegmentController {
    private final QueryService asking;
    private final Apps apps;
    private final DefinitionService named;
    private final JsonMapper json;

    SegmentController(QueryService asking, Apps apps, DefinitionService named, JsonMapper json) {
        this.asking = asking;
        this.apps = apps;
        this.named = named;
        this.json = json;
    }

    /**
     * A segment.
     *
     * @param fixed whether it is a list as it was found at a moment
     * @param among the rule of a living one; null for a list
     * @param people how many it holds now: a person of a list who was erased is in none
     * @param origin where a list comes from
     * @param usedBy what else speaks of it
     */
    record SegmentView(
            int id,
            String name,
            String description,
            String owner,
            boolean fixed,

            @Schema(
                    types = {"object", "null"},
                    implementation = Map.class)
            JsonNode among,

            @Schema(types = {"integer", "null"}) Long people,
            String origin,
            Instant changed,
            String changedBy,
            List<String> usedBy) {}

    /** @param among a condition on people; null in a change of a list */
    record SegmentEntry(
            @NotBlank @PlainName @Size(max = 80) String name,
            @NotNull @Size(max = 2_000) String description,
            @NotNull @Size(max = 80) String owner,

            @Schema(
                    types = {"object", "null"},
                    implementation = Map.class)
            JsonNode among,

            boolean fixed) {
        Segment.Words words() {
            return new Segment.Words(name.strip(), description.strip(), owner.strip());
        }
    }

    @GetMapping
    List<SegmentView> list(@PathVariable String app) {
        App of = apps.require(app);
        DefinitionService.Uses uses = named.uses(of);
        return named.segments(of).stream().map(segment -> view(uses, segment)).toList();
    }

    private SegmentView view(App app, Segment segment) {
        return view(named.uses(app), segment);
    }

    private SegmentView view(DefinitionService.Uses uses, Segment segment) {
        return new SegmentView(
                segment.id(),
                segment.words().name(),
                segment.words().description(),
                segment.words().owner(),
                segment.people().isPresent(),
                segment.among().map(json::readTree).orElse(null),
                segment.people().map(people -> (long) people.length).orElse(null),
                segment.origin(),
                segment.changed(),
                segment.changedBy(),
                uses.of("segment", Integer.toString(segment.id())));
    }

    /** A living one is a rule; a fixed one the people for whom the rule holds at this moment. */
    @PostMapping
    @ResponseStatus(HttpStatus.CREATED)
    SegmentView make(@PathVariable String app, @Valid @RequestBody SegmentEntry entry, Principal who) {
        App of = apps.require(app);
        if (entry.among() == null || entry.among().isNull()) {
            throw Problem.badField("among", "A segment needs a condition that says who is in it.");
        }
        String rule = entry.among().toString();
        return asking.ask(app, asked -> {
                    PersonCondition among = asked.reader().people(entry.among(), "among");
                    asked.conditions().of(asked.log(), among);
                    Segment made = entry.fixed()
                            ? Segment.fixed(
                                    of.id(),
                                    entry.words(),
                                    Register.owners(asked.log(), asked.conditions(), among),
                                    cut("Found at the watermark " + asked.log().watermark() + " by " + rule),
                                    who.getName())
                            : Segment.living(of.id(), entry.words(), rule, who.getName());
                    return view(of, named.make(of, made));
                })
                .answer();
    }

    private static String cut(String origin) {
        return origin.length() > 2_000 ? origin.substring(0, 1_999) + "…" : origin;
    }

    @PutMapping("/{id}")
    SegmentView change(
            @PathVariable String app, @PathVariable int id, @Valid @RequestBody SegmentEntry entry, Principal who) {
        App of = apps.require(app);
        Optional<JsonNode> among = Optional.ofNullable(entry.among()).filter(given -> !given.isNull());
        among.ifPresent(rule -> asking.ask(
                app,
                asked -> asked.conditions()
                        .of(asked.log(), asked.readerWithin("segment " + id).people(rule, "among"))));
        return view(of, named.change(of, id, entry.words(), among.map(JsonNode::toString), who.getName()));
    }

    @DeleteMapping("/{id}")
    void remove(@PathVariable String app, @PathVariable int id, Principal who) {
        named.removeSegment(apps.require(app), id, who.getName());
    }
}
