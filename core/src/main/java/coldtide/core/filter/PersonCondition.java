package coldtide.core.filter;

import static java.util.Objects.requireNonNull;

import coldtide.core.filter.value.ValueTest;
import java.time.Duration;
import java.util.List;

/** Filter on users, by properties and by behaviour. Conditions are values: equal ones are computed once. */
public sealed interface PersonCondition {
    /** All users. */
    PersonCondition EVERYBODY = new All(List.of());

    /** Which of the values of a property that a user had one after another. */
    enum Which {
        FIRST,
        LATEST
    }

    /** A property that stays the same from event to event passes a test. */
    record Property(String property, Which which, ValueTest test) implements PersonCondition {
        public Property {
            requireNonNull(property, "property");
            requireNonNull(which, "which");
            requireNonNull(test, "test");
        }
    }

    /** Did something between so and so many times; 0 times is that they did not. */
    record Did(EventCondition what, long least, long most, Window when) implements PersonCondition {
        public Did {
            requireNonNull(what, "what");
            requireNonNull(when, "when");
            if (least < 0 || most < least) {
                throw new IllegalArgumentException(
                        "Somebody does something from 0 times upwards, not from " + least + " to " + most + " times.");
            }
        }

        public static Did atLeast(long times, EventCondition what, Window when) {
            return new Did(what, times, Long.MAX_VALUE, when);
        }

        public static Did never(EventCondition what, Window when) {
            return new Did(what, 0, 0, when);
        }
    }

    /** Did something for the first time within a window. */
    record FirstDid(EventCondition what, Window when) implements PersonCondition {
        public FirstDid {
            requireNonNull(what, "what");
            requireNonNull(when, "when");
        }
    }

    /** Did something within a window and, later but within a time, something else. */
    record Then(EventCondition first, EventCondition second, Duration within, Window when) implements PersonCondition {
        public Then {
            requireNonNull(first, "first");
            requireNonNull(second, "second");
            requireNonNull(when, "when");
            if (within.isNegative()) {
                throw new IllegalArgumentException("The time between two events cannot be negative: " + within + ".");
            }
        }
    }

    /** Is one of some users who were named; equal only to itself, since a list may be long. */
    record Listed(PeopleList people) implements PersonCondition {
        public Listed {
            requireNonNull(people, "people");
        }
    }

    /** Is in a cell of a room's answer. */
    record ByRule(PersonRule rule) implements PersonCondition {
        public ByRule {
            requireNonNull(rule, "rule");
        }
    }

    /** All of some conditions; none is all users. */
    record All(List<PersonCondition> of) implements PersonCondition {
        public All {
            of = List.copyOf(of);
        }
    }

    /** One or more of some conditions; none is nobody. */
    record Either(List<PersonCondition> of) implements PersonCondition {
        public Either {
            of = List.copyOf(of);
        }
    }

    /** The others; users without the property are among them. */
    record Not(PersonCondition of) implements PersonCondition {
        public Not {
            requireNonNull(of, "of");
        }
    }

    static PersonCondition all(PersonCondition... of) {
        return new All(List.of(of));
    }
}
