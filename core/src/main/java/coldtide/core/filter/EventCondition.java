package coldtide.core.filter;

import static java.util.Objects.requireNonNull;

import coldtide.core.filter.value.ValueTest;
import java.util.List;
import java.util.Set;

/** Filter on events. Conditions are values: equal ones are computed once. */
public sealed interface EventCondition {
    /** Every event. */
    EventCondition ANY = new All(List.of());

    /** Its name is one of these; names never received are no fault, no event has them. */
    record Named(Set<String> names) implements EventCondition {
        public Named {
            names = Set.copyOf(names);
        }
    }

    /** Every event that is activity of a user, rather than something that was done to them. */
    record Active() implements EventCondition {}

    /** A property of the event, its own or of its context, passes a test. */
    record Property(String property, ValueTest test) implements EventCondition {
        public Property {
            requireNonNull(property, "property");
            requireNonNull(test, "test");
        }
    }

    /** All of some conditions; none is every event. */
    record All(List<EventCondition> of) implements EventCondition {
        public All {
            of = List.copyOf(of);
        }
    }

    /** One or more of some conditions; none is no event. */
    record Either(List<EventCondition> of) implements EventCondition {
        public Either {
            of = List.copyOf(of);
        }
    }

    /** The others; events without the property are among them. */
    record Not(EventCondition of) implements EventCondition {
        public Not {
            requireNonNull(of, "of");
        }
    }

    static EventCondition named(String... names) {
        return new Named(Set.of(names));
    }

    static EventCondition all(EventCondition... of) {
        return new All(List.of(of));
    }
}
