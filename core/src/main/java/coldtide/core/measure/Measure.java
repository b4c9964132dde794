package coldtide.core.measure;

import static java.util.Objects.requireNonNull;

import coldtide.core.filter.EventCondition;
import java.util.Set;

/**
 * One thing that is counted or computed of some events, by period and group.
 *
 * @param name by which formulas know it: a letter, then letters, digits and underscores
 * @param kind what is computed
 * @param property of which; empty where the kind needs none. {@link #SESSION_LENGTH} is the length of sessions in seconds
 * @param percent which percentile, 0 to 100; of no meaning for other kinds
 * @param what the events; of {@link Kind#SESSIONS} and of session lengths, the sessions in which one of them lies
 */
public record Measure(String name, Kind kind, String property, double percent, EventCondition what) {
    /** In place of a property: the length of sessions, from first to last event, in seconds. */
    public static final String SESSION_LENGTH = "session_length";

    /** Properties that are money in the app's currency. */
    private static final Set<String> AMOUNTS = Set.of("amount", "revenue");

    /** What is computed. */
    public enum Kind {
        /** How often it was done. */
        EVENTS,
        /** How many users did it, each counted once. */
        PEOPLE,
        /** In how many sessions it was done; a session belongs to its start and has the properties of its first event. */
        SESSIONS,
        /** Events per user who did it. */
        EACH,
        /**
         * Users who did it ÷ active users. By values that come with single events of all active users, else of those in the
         * group.
         */
        SHARE,
        /** Of a number; exact to the millionth. */
        SUM,
        MEAN,
        /**
         * Of a number, between the two values nearest in rank (definition 7 of Hyndman and Fan, The American Statistician 50,
         * 1996; {@code percentile_cont} of SQL); the median is that of 50.
         */
        PERCENTILE,
        LEAST,
        MOST,
        /** How many different values there are. */
        DISTINCT;

        /** Whether it is computed of a property. */
        public boolean isOfProperty() {
            return compareTo(SUM) >= 0;
        }

        /** Whether users are counted for it in each period. */
        boolean isOfPeople() {
            return this == PEOPLE || this == EACH || this == SHARE;
        }

        /** Whether several periods can be taken together without looking at each value again. */
        boolean adds() {
            return compareTo(MEAN) <= 0;
        }
    }

    public Measure {
        requireNonNull(kind, "kind");
        requireNonNull(property, "property");
        requireNonNull(what, "what");
        if (!name.matches("[A-Za-z][A-Za-z0-9_]{0,39}")) {
            throw new IllegalArgumentException(
                    "\"" + name + "\" cannot be a measure's name: a letter first, then letters,"
                            + " digits and underscores, 40 at most.");
        }
        if (kind.isOfProperty() == property.isEmpty()) {
            throw new IllegalArgumentException("The measure \"" + name + "\" "
                    + (property.isEmpty() ? "needs a property." : "has a property but is of none."));
        }
        if (kind == Kind.PERCENTILE && !(percent >= 0 && percent <= 100)) {
            throw new IllegalArgumentException("A percentile lies from 0 to 100, not at " + percent + ".");
        }
        if (kind == Kind.DISTINCT && property.equals(SESSION_LENGTH)) {
            throw new IllegalArgumentException(
                    "Lengths of sessions are not counted by how many different ones there are.");
        }
    }

    /** What a value of a measure is. */
    public enum Unit {
        PEOPLE,
        COUNT,
        /** 0 to 1. */
        SHARE,
        /** So many for each. */
        RATIO,
        SECONDS,
        /** In the app's currency. */
        MONEY,
        NUMBER
    }

    public Unit unit() {
        return switch (kind) {
            case PEOPLE -> Unit.PEOPLE;
            case EVENTS, SESSIONS, DISTINCT -> Unit.COUNT;
            case EACH -> Unit.RATIO;
            case SHARE -> Unit.SHARE;
            case SUM, MEAN, PERCENTILE, LEAST, MOST -> unitOfProperty();
        };
    }

    private Unit unitOfProperty() {
        if (property.equals(SESSION_LENGTH)) {
            return Unit.SECONDS;
        }
        return AMOUNTS.contains(property) ? Unit.MONEY : Unit.NUMBER;
    }

    /** Of no property. */
    public static Measure of(String name, Kind kind, EventCondition what) {
        return new Measure(name, kind, "", 0, what);
    }

    /** Of a property. */
    public static Measure of(String name, Kind kind, String property, EventCondition what) {
        return new Measure(name, kind, property, kind == Kind.PERCENTILE ? 50 : 0, what);
    }

    boolean isOfSessions() {
        return kind == Kind.SESSIONS || property.equals(SESSION_LENGTH);
    }
}
