package coldtide.core.tidetable;

import static java.util.Objects.requireNonNull;

import coldtide.core.filter.Conditions;
import java.util.Optional;

/**
 * The users and the first-time path that a question about headline metrics is about.
 *
 * @param firstPath the events that end the first-time path; empty if the app has not named any
 * @param among the users whose metrics are asked for; empty for all users
 */
public record MetricScope(Optional<Conditions.Mask> firstPath, Optional<Conditions.Mask> among) {
    /** All users, without a first-time path. */
    public static final MetricScope AT_ALL = new MetricScope(Optional.empty(), Optional.empty());

    public MetricScope {
        requireNonNull(firstPath, "firstPath");
        requireNonNull(among, "among");
    }

    /** All users. */
    public static MetricScope withPath(Optional<Conditions.Mask> firstPath) {
        return new MetricScope(firstPath, Optional.empty());
    }
}
