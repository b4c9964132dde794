package coldtide.server.catalogue;

import coldtide.core.log.EventLog;
import coldtide.server.apps.Apps;
import coldtide.server.engine.QueryService;
import coldtide.server.named.DefinitionService;
import coldtide.server.store.app.App;
import coldtide.server.store.definition.Behaviour;
import coldtide.server.store.definition.Segment;
import java.util.List;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RestController;

/** Everything a question can speak of, by name: what an interface offers to choose from. */
@RestController
class WordController {
    private final QueryService asking;
    private final Apps apps;
    private final DefinitionService named;

    WordController(QueryService asking, Apps apps, DefinitionService named) {
        this.asking = asking;
        this.apps = apps;
        this.named = named;
    }

    /** In the order of the alphabet. */
    record Words(
            List<EventWord> events,
            List<PropertyWord> properties,
            List<String> behaviours,
            List<SegmentWord> segments) {}

    /** @param active whether it counts as activity */
    record EventWord(String name, boolean active) {}

    /**
     * @param numbers whether events have it as a number
     * @param ofContexts whether it stays the same from event to event of an install
     */
    record PropertyWord(String name, boolean numbers, boolean ofContexts) {}

    record SegmentWord(int id, String name, boolean fixed) {}

    @GetMapping(path = "/api/apps/{app}/words", produces = MediaType.APPLICATION_JSON_VALUE)
    Words words(@PathVariable String app) {
        App of = apps.require(app);
        List<String> behaviours =
                named.behaviours(of).stream().map(Behaviour::name).toList();
        List<SegmentWord> segments =
                named.segments(of).stream().map(WordController::word).toList();
        return asking.ask(app, asked -> {
                    EventLog log = asked.log();
                    return new Words(
                            log.eventNames().stream()
                                    .sorted()
                                    .map(name -> new EventWord(
                                            name,
                                            !log.isPassive(log.nameCode(name).orElseThrow())))
                                    .toList(),
                            log.properties().stream()
                                    .map(name -> new PropertyWord(name, log.hasNumbers(name), log.isOfContexts(name)))
                                    .toList(),
                            behaviours,
                            segments);
                })
                .answer();
    }

    private static SegmentWord word(Segment segment) {
        return new SegmentWord(
                segment.id(), segment.words().name(), segment.people().isPresent());
    }
}
