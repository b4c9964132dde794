package coldtide.core.tidetable;

import static java.util.Objects.requireNonNull;

import coldtide.core.who.Conditions;
import java.util.Optional;

/**
 * At what is looked of a log.
 *
 * @param firstPath the events that end the first-time path, if the app has said so
 * @param among the people whose figures are asked for; everybody's if absent
 */
public record Looking(Optional<Conditions.Mask> firstPath, Optional<Conditions.Mask> among) {
    /** Everybody, without a first-time path. */
    public static final Looking AT_ALL = new Looking(Optional.empty(), Optional.empty());

    public Looking {
        requireNonNull(firstPath, "firstPath");
        requireNonNull(among, "among");
    }

    /** Everybody. */
    public static Looking withPath(Optional<Conditions.Mask> firstPath) {
        return new Looking(firstPath, Optional.empty());
    }
}
