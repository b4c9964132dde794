package coldtide.core.retention.value;

import static java.util.Objects.requireNonNull;

import coldtide.core.filter.EventCondition;

/**
 * Value that is added up for each user: revenue, sessions, active days, a count or a sum.
 *
 * @param kind revenue, a number of events, or a numeric property
 * @param what the events that are counted; without meaning for other kinds
 * @param property the number that is summed; empty for other kinds
 */
public record ValueMetric(Kind kind, EventCondition what, String property) {
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

    public ValueMetric {
        requireNonNull(kind, "kind");
        requireNonNull(what, "what");
        if ((kind == Kind.SUM) == property.isEmpty()) {
            throw new IllegalArgumentException(
                    kind == Kind.SUM ? "A sum needs a property." : "Only a sum has a property.");
        }
    }

    public static ValueMetric of(Kind kind) {
        return new ValueMetric(kind, EventCondition.ANY, "");
    }
}
