package coldtide.server.catalogue;

import coldtide.server.apps.Apps;
import coldtide.server.engine.QueryService;
import coldtide.server.http.PlainName;
import coldtide.server.named.DefinitionService;
import coldtide.server.store.app.App;
import coldtide.server.store.definition.Behaviour;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.security.Principal;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Named behaviours over HTTP. */
@RestController
@RequestMapping(path = "/api/apps/{app}/behaviours", produces = MediaType.APPLICATION_JSON_VALUE)
class BehaviourController {
    private final QueryService asking;
    private final Apps apps;
    private final DefinitionService named;
    private final JsonMapper json;

    BehaviourController(QueryService asking, Apps apps, DefinitionService named, JsonMapper json) {
        this.asking = asking;
        this.apps = apps;
        this.named = named;
        this.json = json;
    }

    /** @param usedBy what else speaks of it */
    record BehaviourView(
            String name,
            String description,
            String owner,
            @Schema(implementation = Map.class) JsonNode what,
            boolean endsFirstPath,
            Instant changed,
            String changedBy,
            List<String> usedBy) {}

    /** @param what a condition on events; @param endsFirstPath then no other does any more */
    record BehaviourEntry(
            @NotBlank @PlainName @Size(max = 80) String name,
            @NotNull @Size(max = 2_000) String description,
            @NotNull @Size(max = 80) String owner,
            @NotNull @Schema(implementation = Map.class) JsonNode what,
            boolean endsFirstPath) {}

    @GetMapping
    List<BehaviourView> list(@PathVariable String app) {
        App of = apps.require(app);
        DefinitionService.Uses uses = named.uses(of);
        return named.behaviours(of).stream()
                .map(behaviour -> view(uses, behaviour))
                .toList();
    }

    private BehaviourView view(App app, Behaviour behaviour) {
        return view(named.uses(app), behaviour);
    }

    private BehaviourView view(DefinitionService.Uses uses, Behaviour behaviour) {
        return new BehaviourView(
                behaviour.name(),
                behaviour.description(),
                behaviour.owner(),
                json.readTree(behaviour.what()),
                behaviour.endsFirstPath(),
                behaviour.changed(),
                behaviour.changedBy(),
                uses.of("behaviour", behaviour.name()));
    }

    /** Names a behaviour, or changes what the name stands for; everything that speaks of it follows. */
    @PutMapping
    BehaviourView write(@PathVariable String app, @Valid @RequestBody BehaviourEntry entry, Principal who) {
        App of = apps.require(app);
        asking.ask(
                app,
                asked -> asked.conditions()
                        .of(
                                asked.log(),
                                asked.readerWithin("behaviour " + entry.name().strip())
                                        .events(entry.what(), "what")));
        return view(
                of,
                named.write(
                        of,
                        new Behaviour(
                                of.id(),
                                entry.name().strip(),
                                new Behaviour.Words(
                                        entry.description().strip(),
                                        entry.owner().strip(),
                                        entry.what().toString(),
                                        entry.endsFirstPath()),
                                who.getName())));
    }

    @DeleteMapping
    void remove(@PathVariable String app, @RequestParam String name) {
        named.removeBehaviour(apps.require(app), name);
    }
}
