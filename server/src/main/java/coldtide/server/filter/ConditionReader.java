package coldtide.server.filter;

import coldtide.core.filter.EventCondition;
import coldtide.core.filter.PersonCondition;
import coldtide.core.filter.PersonCondition.Did;
import coldtide.core.filter.PersonCondition.Which;
import coldtide.core.filter.Window;
import coldtide.core.funnel.match.FunnelQuestion;
import coldtide.core.log.EventLog;
import coldtide.core.time.DayRange;
import coldtide.server.http.Problem;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Function;
import java.util.function.Supplier;
import tools.jackson.databind.JsonNode;

/**
 * Reads conditions from the JSON of docs/condition-format.md. What cannot be read is refused with a sentence and the place where
 * it stands. What was never received, or is no longer there, is refused too, unless the reader is lenient: then that part of an
 * "all" or "either" is left out, and said.
 */
public final class ConditionReader {
    private static final int MOST_PARTS = 2_000;

    private final EventLog log;
    private final DefinitionResolver names;
    private final boolean lenient;
    private final Set<String> leftOut = new LinkedHashSet<>();
    /** What was looked up: a segment that is named a thousand times is looked up once. */
    private final Map<Integer, Optional<DefinitionResolver.Rule>> segments = new HashMap<>();

    private final Map<String, Optional<JsonNode>> behaviours = new HashMap<>();
    /** Parts read so far, those of the segments and behaviours that are named included, each time that they are. */
    private int parts;

    /** Behaviours and segments being read, each within the one before. */
    private final Deque<String> within = new ArrayDeque<>();

    /** Something that is not there; the message says what. */
    private static final class Unknown extends RuntimeException {
        private static final long serialVersionUID = 1L;

        private final Problem problem;

        Unknown(Problem problem, String sentence) {
            super(sentence);
            this.problem = problem;
        }
    }

    /**
     * @param log whose events and properties are known
     * @param names what else is known
     * @param lenient whether what is not there is left out
     */
    public ConditionReader(EventLog log, DefinitionResolver names, boolean lenient) {
        this.log = log;
        this.names = names;
        this.lenient = lenient;
    }

    /** Reads what a behaviour or a segment shall stand for. @param name by which it would speak of itself */
    public ConditionReader within(String name) {
        within.push(name);
        return this;
    }

    /** Sentences about what was left out so far. */
    public List<String> leftOut() {
        return List.copyOf(leftOut);
    }

    /** Whether a property was ever received; if not and the reader is lenient, it is said and false. */
    public boolean knows(String property, String field) {
        if (log.hasProperty(property)) {
            return true;
        }
        String sentence = "No property named \"" + ConditionJson.shown(property) + "\" was ever received.";
        if (!lenient) {
            throw Problem.badField(field, sentence);
        }
        leftOut.add(sentence);
        return false;
    }

    /** Those a question is asked among: everybody if nothing is given. */
    public PersonCondition among(JsonNode json) {
        return json == null || json.isNull() ? PersonCondition.EVERYBODY : people(json, "among");
    }

    /** A filter over a whole question; any event if nothing is given. */
    public EventCondition only(JsonNode json) {
        return json == null || json.isNull() ? EventCondition.ANY : filter(json, "only");
    }

    /** @throws Problem naming the place at fault */
    public PersonCondition people(JsonNode json, String at) {
        try {
            return people(new ConditionJson(json, at, 0));
        } catch (Unknown unknown) {
            return leaveOut(unknown, PersonCondition.EVERYBODY);
        }
    }

    /** @throws Problem naming the place at fault; an event never received is always a fault here */
    public EventCondition events(JsonNode json, String at) {
        try {
            return event(new ConditionJson(json, at, 0));
        } catch (Unknown unknown) {
            throw unknown.problem;
        }
    }

    /** @param otherwise the events where none are said */
    public EventCondition events(JsonNode json, String at, EventCondition otherwise) {
        return json == null || json.isNull() ? otherwise : events(json, at);
    }

    /** A filter: what is not there leaves every event. */
    public EventCondition filter(JsonNode json, String at) {
        try {
            return event(new ConditionJson(json, at, 0));
        } catch (Unknown unknown) {
            return leaveOut(unknown, EventCondition.ANY);
        }
    }

    /**
     * A funnel, of everybody and without a split.
     *
     * @throws Problem naming the place at fault; an event or property never received is always a fault here
     */
    public FunnelQuestion funnel(JsonNode json, String at) {
        try {
            ConditionJson part = new ConditionJson(json, at, 0);
            return part.made(() -> new FunnelReader(this::event, this::known).funnel(part));
        } catch (Unknown unknown) {
            throw unknown.problem;
        }
    }

    private <T> T leaveOut(Unknown unknown, T otherwise) {
        if (!lenient) {
            throw unknown.problem;
        }
        leftOut.add(unknown.getMessage());
        return otherwise;
    }

    private <T> List<T> list(ConditionJson part, String name, Function<ConditionJson, T> each) {
        return part
                .only(name)
                .list(name, inner -> {
                    try {
                        return Optional.of(each.apply(inner));
                    } catch (Unknown unknown) {
                        return leaveOut(unknown, Optional.<T>empty());
                    }
                })
                .stream()
                .flatMap(Optional::stream)
                .toList();
    }

    private PersonCondition segment(ConditionJson part) {
        int id = (int) part.only("segment").whole("segment", 0);
        notWithin(part, "segment " + id);
        DefinitionResolver.Rule rule = segments.computeIfAbsent(id, names::segment)
                .orElseThrow(() -> new Unknown(
                        part.fault("segment", "names segment number " + id + ", which is not there"),
                        "There is no segment number " + id + "."));
        if (rule instanceof DefinitionResolver.Removed removed) {
            throw new Unknown(Problem.badField("segment", removed.sentence()), removed.sentence());
        }
        if (rule instanceof DefinitionResolver.Fixed fixed) {
            return new PersonCondition.Listed(fixed.people());
        }
        return inside("segment " + id, () -> people(part.of(((DefinitionResolver.Living) rule).among(), "segment")));
    }

    private EventCondition behaviour(ConditionJson part) {
        String name = part.only("behaviour").text("behaviour");
        notWithin(part, "behaviour " + name);
        JsonNode what = behaviours
                .computeIfAbsent(name, names::behaviour)
                .orElseThrow(() -> new Unknown(
                        part.fault(
                                "behaviour",
                                "names \"" + ConditionJson.shown(name) + "\", a behaviour that is not there"),
                        "There is no behaviour \"" + ConditionJson.shown(name) + "\"."));
        return inside("behaviour " + name, () -> event(part.of(what, "behaviour")));
    }

    private void notWithin(ConditionJson part, String name) {
        if (within.contains(name)) {
            throw part.fault("speaks of the " + name + " within itself");
        }
    }

    private <T> T inside(String name, Supplier<T> reading) {
        within.push(name);
        try {
            return reading.get();
        } finally {
            within.pop();
        }
    }

    private void count(ConditionJson part) {
        if (++parts > MOST_PARTS) {
            throw part.fault("makes the question too large: it may have at most " + MOST_PARTS
                    + " conditions, those of the segments and behaviours that it names included");
        }
    }

    private PersonCondition people(ConditionJson part) {
        count(part);
        if (part.has("all")) {
            return new PersonCondition.All(list(part, "all", this::people));
        }
        if (part.has("either")) {
            return new PersonCondition.Either(list(part, "either", this::people));
        }
        if (part.has("not")) {
            return new PersonCondition.Not(people(part.only("not").inner("not")));
        }
        if (part.has("firstDid")) {
            part.only("firstDid", "when");
            return new PersonCondition.FirstDid(event(part.inner("firstDid")), window(part));
        }
        if (part.has("then")) {
            part.only("did", "then", "within", "when");
            return part.made(() -> new PersonCondition.Then(
                    event(part.inner("did")), event(part.inner("then")), part.duration("within"), window(part)));
        }
        if (part.has("did")) {
            part.only("did", "atLeast", "atMost", "when");
            long most = part.whole("atMost", Long.MAX_VALUE);
            // "At most twice" includes users who never did it.
            long least = part.whole("atLeast", part.has("atMost") ? 0 : 1);
            return part.made(() -> new Did(event(part.inner("did")), least, most, window(part)));
        }
        if (part.has("property")) {
            boolean first = part.has("value")
                    && part.word("value", Set.of("FIRST", "LATEST")).equals("FIRST");
            return TestReader.tested(
                    part,
                    known(part),
                    (property, test) ->
                            new PersonCondition.Property(property, first ? Which.FIRST : Which.LATEST, test),
                    PersonCondition.Not::new,
                    "value");
        }
        if (part.has("segment")) {
            return segment(part);
        }
        if (part.has("followed")) {
            return part.made(() -> FollowedReader.people(part, this::event));
        }
        if (part.has("funnel")) {
            return part.made(() -> new FunnelReader(this::event, this::known).people(part));
        }
        throw part.fault(
                "is not a condition on users; it needs one of all, either, not, did, firstDid, followed, funnel, property,"
                        + " segment");
    }

    private EventCondition event(ConditionJson part) {
        count(part);
        if (part.has("all")) {
            return new EventCondition.All(list(part, "all", this::event));
        }
        if (part.has("either")) {
            return new EventCondition.Either(list(part, "either", this::event));
        }
        if (part.has("not")) {
            return new EventCondition.Not(event(part.only("not").inner("not")));
        }
        if (part.has("active")) {
            part.only("active").word("active", Set.of("true"));
            return new EventCondition.Active();
        }
        if (part.has("behaviour")) {
            return behaviour(part);
        }
        if (part.has("event")) {
            Set<String> names = new TreeSet<>(part.only("event").texts("event"));
            for (String name : names) {
                if (log.nameCode(name).isEmpty()) {
                    throw new Unknown(
                            part.fault(
                                    "event",
                                    "names \"" + ConditionJson.shown(name) + "\", an event that was never received"),
                            "No event named \"" + ConditionJson.shown(name) + "\" was ever received.");
                }
            }
            return new EventCondition.Named(names);
        }
        if (part.has("property")) {
            return TestReader.tested(part, known(part), EventCondition.Property::new, EventCondition.Not::new);
        }
        throw part.fault(
                "is not a condition on events; it needs one of all, either, not, event, behaviour, active, property");
    }

    /** A property that some event or context has. */
    private String known(ConditionJson part) {
        return known(part, "property", part.text("property"));
    }

    private String known(ConditionJson part, String field, String property) {
        if (!log.hasProperty(property)) {
            throw new Unknown(
                    part.fault(
                            field,
                            "names \"" + ConditionJson.shown(property) + "\", a property that was never received"),
                    "No property named \"" + ConditionJson.shown(property) + "\" was ever received.");
        }
        return property;
    }

    private Window window(ConditionJson did) {
        if (!did.has("when")) {
            return Window.EVER;
        }
        ConditionJson when = did.inner("when");
        if (when.has("lastDays")) {
            int days = (int) when.only("lastDays").whole("lastDays", 0);
            if (days < 1) {
                throw when.fault("lastDays", "must be at least 1");
            }
            return when.made(() -> new Window.Days(DayRange.endingBefore(log.endOfFullDays(), days)));
        }
        if (when.has("fromDay")) {
            when.only("fromDay", "toDay");
            int to = (int) when.whole("toDay", Integer.MAX_VALUE);
            return when.made(() -> new Window.OfPerson((int) when.whole("fromDay", 0), to));
        }
        when.only("from", "to");
        return when.made(() -> new Window.Days(when.range()));
    }
}
