package coldtide.server.who;

import coldtide.core.log.EventLog;
import coldtide.core.time.DayRange;
import coldtide.core.who.EventCondition;
import coldtide.core.who.PersonCondition;
import coldtide.core.who.PersonCondition.Did;
import coldtide.core.who.PersonCondition.Which;
import coldtide.core.who.Window;
import coldtide.server.http.Problem;
import java.time.Duration;
import java.time.LocalDate;
import java.time.format.DateTimeParseException;
import java.util.Set;
import java.util.TreeSet;
import tools.jackson.databind.JsonNode;

/**
 * Reads conditions from the JSON of docs/condition-format.md. What cannot be read, and events and properties that were never
 * received, are refused with a sentence and the place where they stand.
 */
public final class ConditionReader {
    private final EventLog log;

    /** @param log whose events and properties are known */
    public ConditionReader(EventLog log) {
        this.log = log;
    }

    /** @throws Problem naming the place at fault */
    public PersonCondition people(JsonNode json, String at) {
        return people(new Part(json, at, 0));
    }

    /** @throws Problem naming the place at fault */
    public EventCondition events(JsonNode json, String at) {
        return event(new Part(json, at, 0));
    }

    private PersonCondition people(Part part) {
        if (part.has("all")) {
            return new PersonCondition.All(part.only("all").list("all", this::people));
        }
        if (part.has("either")) {
            return new PersonCondition.Either(part.only("either").list("either", this::people));
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
                    event(part.inner("did")), event(part.inner("then")), duration(part), window(part)));
        }
        if (part.has("did")) {
            part.only("did", "atLeast", "atMost", "when");
            long most = part.whole("atMost", Long.MAX_VALUE);
            long least = part.whole("atLeast", most == 0 ? 0 : 1);
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
        throw part.fault("is no condition on people; it needs one of all, either, not, did, firstDid, property");
    }

    private EventCondition event(Part part) {
        if (part.has("all")) {
            return new EventCondition.All(part.only("all").list("all", this::event));
        }
        if (part.has("either")) {
            return new EventCondition.Either(part.only("either").list("either", this::event));
        }
        if (part.has("not")) {
            return new EventCondition.Not(event(part.only("not").inner("not")));
        }
        if (part.has("active")) {
            part.only("active").word("active", Set.of("true"));
            return new EventCondition.Active();
        }
        if (part.has("event")) {
            Set<String> names = new TreeSet<>(part.only("event").texts("event"));
            for (String name : names) {
                if (log.nameCode(name).isEmpty()) {
                    throw part.fault("event", "names \"" + Part.shown(name) + "\", an event that was never received");
                }
            }
            return new EventCondition.Named(names);
        }
        if (part.has("property")) {
            return TestReader.tested(part, known(part), EventCondition.Property::new, EventCondition.Not::new);
        }
        throw part.fault("is no condition on events; it needs one of all, either, not, event, active, property");
    }

    /** A property that some event or context has. */
    private String known(Part part) {
        String property = part.text("property");
        if (!log.hasProperty(property)) {
            throw part.fault("property", "names \"" + Part.shown(property) + "\", a property that was never received");
        }
        return property;
    }

    private static Duration duration(Part part) {
        String text = part.text("within");
        try {
            return Duration.parse(text);
        } catch (DateTimeParseException e) {
            throw part.fault("within", "is no length of time like PT36H or P7D: \"" + Part.shown(text) + "\"");
        }
    }

    private Window window(Part did) {
        if (!did.has("when")) {
            return Window.EVER;
        }
        Part when = did.inner("when");
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
        return when.made(() -> new Window.Days(new DayRange(day(when, "from"), day(when, "to"))));
    }

    private static LocalDate day(Part when, String name) {
        String text = when.text(name);
        try {
            return LocalDate.parse(text);
        } catch (DateTimeParseException e) {
            throw when.fault(name, "is no day like 2026-07-14: \"" + Part.shown(text) + "\"");
        }
    }
}
