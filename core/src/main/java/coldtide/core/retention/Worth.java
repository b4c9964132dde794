package coldtide.core.retention;

import static java.util.Objects.requireNonNull;

import coldtide.core.who.EventCondition;

/**
 * What is added up for each person.
 *
 * @param what the events counted; of no meaning for other kinds
 * @param property the number summed; empty for other kinds
 */
public record Worth(Kind kind, EventCondition what, String property) {
    /** What is added up. */
    public enum Kind {
        /** Revenue less refunds, in the app's currency. */
        NET,
        /** Revenue, refunds not taken off. */
        GROSS,
        PURCHASE,
        AD,
        SUBSCRIPTION,
        SESSIONS,
        ACTIVE_DAYS,
        /** How often something was done. */
        TIMES,
        /** A number that comes with single events. */
        SUM;

        public boolean isMoney() {
            return compareTo(SUBSCRIPTION) <= 0;
        }
    }

    public Worth {
        requireNonNull(kind, "kind");
        requireNonNull(what, "what");
        if ((kind == Kind.SUM) == property.isEmpty()) {
            throw new IllegalArgumentException(
                    kind == Kind.SUM ? "A sum needs a property." : "Only a sum has a property.");
        }
    }

    public static Worth of(Kind kind) {
        return new Worth(kind, EventCondition.ANY, "");
    }
}
