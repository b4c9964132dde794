package coldtide.server.store.event;

import coldtide.core.log.column.LogLimits;
import coldtide.server.store.intake.RejectedRow.Fault;
import coldtide.server.store.intake.RejectedRow.Kind;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/**
 * What became of events that were to be stored.
 *
 * @param outcomes in the order of the events
 */
public record MergeResult(List<Outcome> outcomes) {
    /** Different event names an app may have. */
    public static final int MOST_NAMES = 2_000;
    /** Different versions an app may have, each platform's counted by itself. */
    public static final int MOST_VERSIONS = 10_000;

    /** What became of one event. */
    public enum Outcome {
        ACCEPTED(null, null),
        /** The same sender and id is stored already, stands before it, or is of a user who was erased. */
        DUPLICATE(null, null),
        TOO_MANY_NAMES(
                "name",
                "This app already has " + MOST_NAMES + " different event names, the most there may be. Put what differs"
                        + " from event to event into a property."),
        TOO_MANY_VERSIONS(
                "app_version", "This app already has " + MOST_VERSIONS + " different versions, the most there may be."),
        TOO_MANY_OF_INSTALL("install", tooMany("install")),
        TOO_MANY_OF_ACCOUNT("account", tooMany("account"));

        private final String field;
        private final String reason;

        Outcome(String field, String reason) {
            this.field = field;
            this.reason = reason;
        }

        private static String tooMany(String key) {
            return String.format(
                    Locale.ROOT,
                    "This %s and those it shares users with have more than %,d events together, the most there may be."
                            + " An install is one app on one device, an account is one user: do many send the same?",
                    key,
                    LogLimits.MOST_EVENTS_TOGETHER);
        }

        public boolean isRejected() {
            return reason != null;
        }

        /** Why it was rejected, as a row is told of. */
        public Fault fault(long line, String content) {
            return new Fault(line, Kind.LIMIT, Optional.of(field), reason, content);
        }
    }

    public MergeResult {
        outcomes = List.copyOf(outcomes);
    }

    public long accepted() {
        return outcomes.stream().filter(outcome -> outcome == Outcome.ACCEPTED).count();
    }

    public long duplicates() {
        return outcomes.stream().filter(outcome -> outcome == Outcome.DUPLICATE).count();
    }

    /** Places of the events that were rejected, ascending. */
    public List<Integer> rejected() {
        List<Integer> places = new ArrayList<>();
        for (int i = 0; i < outcomes.size(); i++) {
            if (outcomes.get(i).isRejected()) {
                places.add(i);
            }
        }
        return places;
    }
}
