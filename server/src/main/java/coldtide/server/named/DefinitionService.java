package coldtide.server.named;

import coldtide.core.filter.PeopleList;
import coldtide.server.access.Audit;
import coldtide.server.filter.DefinitionResolver;
import coldtide.server.http.Problem;
import coldtide.server.store.CommittedCache;
import coldtide.server.store.StoredForms;
import coldtide.server.store.anomaly.StoredMonitorRepository;
import coldtide.server.store.app.App;
import coldtide.server.store.definition.Behaviour;
import coldtide.server.store.definition.BehaviourRepository;
import coldtide.server.store.definition.Segment;
import coldtide.server.store.definition.SegmentRepository;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.JsonNode;

/**
 * Behaviours and segments: finds, saves and removes them, and knows which definitions mention which.
 */
@Service
public class DefinitionService {
    private static final DateTimeFormatter DAY = DateTimeFormatter.ofPattern("d MMM yyyy", java.util.Locale.ENGLISH);

    private final BehaviourRepository behaviours;
    private final SegmentRepository segments;
    private final StoredMonitorRepository watched;
    private final Audit audit;
    private final StoredForms forms;
    /** Lists by the number of their segment: equal ones are one, so that what was computed for them is found again. */
    private final CommittedCache<Integer, PeopleList> lists = new CommittedCache<>();

    DefinitionService(
            BehaviourRepository behaviours,
            SegmentRepository segments,
            StoredMonitorRepository watched,
            Audit audit,
            StoredForms forms) {
        this.behaviours = behaviours;
        this.segments = segments;
        this.watched = watched;
        this.audit = audit;
        this.forms = forms;
    }

    public List<Behaviour> behaviours(App app) {
        return behaviours.ofApp(app.id());
    }

    public List<Segment> segments(App app) {
        return segments.findByAppIdAndEndedIsNullOrderByName(app.id());
    }

    /** @throws Problem if there is none, or it was removed */
    public Segment segment(App app, int id) {
        return segments.findByAppIdAndId(app.id(), id)
                .filter(segment -> segment.ended().isEmpty())
                .orElseThrow(() -> Problem.notFound("There is no segment number " + id + " of " + app.name() + "."));
    }

    /** The names of an app, for reading conditions. */
    public DefinitionResolver of(App app) {
        return new DefinitionResolver() {
            @Override
            public Optional<JsonNode> behaviour(String name) {
                return behaviours
                        .named(app.id(), name)
                        .map(behaviour -> forms.tree(behaviour.format(), behaviour.what()));
            }

            @Override
            public Optional<JsonNode> firstPath() {
                return behaviours
                        .firstPath(app.id())
                        .map(behaviour -> forms.tree(behaviour.format(), behaviour.what()));
            }

            @Override
            public Optional<Rule> segment(int id) {
                return segments.findByAppIdAndId(app.id(), id).map(segment -> rule(app, segment));
            }
        };
    }

    private DefinitionResolver.Rule rule(App app, Segment segment) {
        if (segment.ended().isPresent()) {
            ZoneId zone = app.zone();
            return new DefinitionResolver.Removed(
                    "The segment \"" + segment.words().name() + "\" was removed on "
                            + DAY.format(segment.ended().get().atZone(zone)) + " by " + segment.endedBy() + ".");
        }
        return segment.among()
                .<DefinitionResolver.Rule>map(
                        among -> new DefinitionResolver.Living(forms.tree(segment.format(), among)))
                .orElseGet(() -> new DefinitionResolver.Fixed(
                        lists.get(segment.id(), () -> segment.people().map(PeopleList::new))
                                .orElseThrow()));
    }

    @Transactional
    public Behaviour write(App app, Behaviour behaviour) {
        boolean known = behaviours.named(app.id(), behaviour.name()).isPresent();
        audit.note(app, known ? "behaviour changed" : "behaviour named", behaviour.name() + ": " + behaviour.what());
        if (behaviour.endsFirstPath()) {
            behaviours.firstPathEndsByNoOtherThan(app.id(), behaviour.name());
        }
        return behaviours.save(behaviour);
    }

    @Transactional
    public void removeBehaviour(App app, String name) {
        Behaviour behaviour = behaviours
                .named(app.id(), name)
                .orElseThrow(() -> Problem.notFound("There is no behaviour \"" + name + "\" of " + app.name() + "."));
        refuseIfUsed("The behaviour", name, usesOf(app, "behaviour", name));
        behaviours.delete(behaviour);
        audit.note(app, "behaviour removed", name + ": " + behaviour.what());
    }

    @Transactional
    public Segment make(App app, Segment segment) {
        refuseTaken(app, segment.words().name(), OptionalInt.empty());
        return save(app, segment, "segment made");
    }

    /** Changes what is said of a segment, and the rule of a living one. */
    @Transactional
    public Segment change(App app, int id, Segment.Words words, Optional<String> among, String byUser) {
        Segment segment = segment(app, id);
        if (among.isPresent() && segment.among().isEmpty()) {
            throw Problem.badField("among", "A fixed segment is a list; it has no rule to change.");
        }
        refuseTaken(app, words.name(), OptionalInt.of(id));
        segment.change(words, byUser);
        among.ifPresent(segment::changeRule);
        return save(app, segment, "segment changed");
    }

    /** Asked before anything is changed: the database would refuse it without a sentence. */
    private void refuseTaken(App app, String name, OptionalInt own) {
        segments.findByAppIdAndNameAndEndedIsNull(app.id(), name)
                .filter(other -> own.isEmpty() || other.id() != own.getAsInt())
                .ifPresent(other -> {
                    throw Problem.conflict("name", "There is already a segment \"" + name + "\".");
                });
    }

    private Segment save(App app, Segment segment, String action) {
        audit.note(
                app,
                action,
                segment.words().name() + ": "
                        + segment.among().orElseGet(() -> segment.people().orElseThrow().length + " people"));
        return segments.save(segment);
    }

    /** Removes a definition unless another one uses it. An address that names a removed one gets a sentence that says so. */
    @Transactional
    public void removeSegment(App app, int id, String byUser) {
        Segment segment = segment(app, id);
        refuseIfUsed("The segment", segment.words().name(), usesOf(app, "segment", Integer.toString(id)));
        segment.end(byUser);
        segments.save(segment);
        audit.note(app, "segment removed", segment.words().name());
    }

    private static void refuseIfUsed(String what, String name, List<String> uses) {
        if (!uses.isEmpty()) {
            throw Problem.conflict(what + " \"" + name + "\" is used by " + String.join(" and ", uses)
                    + ". Change or remove that first.");
        }
    }

    /** Behaviours and segments whose conditions speak of one, and what is watched that does. */
    private List<String> usesOf(App app, String kind, String name) {
        return uses(app).of(kind, name);
    }

    /** All conditions of an app, read once. */
    public Uses uses(App app) {
        Map<String, JsonNode> conditions = new LinkedHashMap<>();
        behaviours(app)
                .forEach(behaviour -> conditions.put(
                        "the behaviour \"" + behaviour.name() + "\"",
                        forms.tree(behaviour.format(), behaviour.what())));
        segments(app)
                .forEach(segment -> segment.among()
                        .ifPresent(among -> conditions.put(
                                "the segment \"" + segment.words().name() + "\"",
                                forms.tree(segment.format(), among))));
        watched.findByAppIdAndEndedIsNullOrderByName(app.id())
                .forEach(each -> conditions.put(
                        "the watched \"" + each.name() + "\"", forms.tree(each.format(), each.question())));
        return new Uses(conditions);
    }

    /** @param conditions by what has them, in words */
    public record Uses(Map<String, JsonNode> conditions) {
        /** Definition that uses a behaviour or segment. */
        public List<String> of(String kind, String name) {
            return conditions.entrySet().stream()
                    .filter(each -> speaksOf(each.getValue(), kind, name))
                    .map(Map.Entry::getKey)
                    .toList();
        }
    }

    private static boolean speaksOf(JsonNode condition, String kind, String name) {
        JsonNode said = condition.get(kind);
        if (said != null && said.isValueNode() && said.asString().equals(name)) {
            return true;
        }
        for (JsonNode part : condition) {
            if (part.isContainer() && speaksOf(part, kind, name)) {
                return true;
            }
        }
        return false;
    }

    /** Takes somebody out of every list. */
    @Transactional
    public void forget(App app, long owner) {
        for (Segment segment : segments.findByAppId(app.id())) {
            segment.people().ifPresent(people -> {
                long[] left = java.util.Arrays.stream(people)
                        .filter(each -> each != owner)
                        .toArray();
                if (left.length < people.length) {
                    segment.changePeople(left);
                    segments.save(segment);
                    lists.evictAfterCommit();
                }
            });
        }
    }
}
