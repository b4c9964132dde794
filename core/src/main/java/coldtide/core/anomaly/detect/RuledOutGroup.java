package coldtide.core.anomaly.detect;

import coldtide.core.filter.value.PropertyValue;
import java.util.List;

/**
 * A group that looked like the cause, compared with the group that is: two groups that overlap are separated by users who are in one of them only
 * (handbook, Ruled out).
 *
 * @param slice the property values of the candidate
 * @param whole change of all its users
 * @param alone change of its users outside the guilty group
 * @param guiltyAlone change of users of the guilty group outside it
 * @param both change of users in both
 * @param guilty change of all users of the guilty group
 */
public record RuledOutGroup(
        List<PropertyValue> slice, Change whole, Change alone, Change guiltyAlone, Change both, Change guilty) {
    /** What may be said of it. */
    public enum Fate {
        /** Without the guilty slice it is healthy: it only travels with it, or has it as its part. */
        RULED_OUT,
        /** It fell without the guilty slice, too. */
        FELL_TOO,
        /** Too few are in one and not in the other. */
        NOT_TOLD_APART
    }

    public Fate fate() {
        if (alone.isFall()) {
            return Fate.FELL_TOO;
        }
        // Not merely uncertain: it is told that it did not fall as far.
        return alone.isKnown() && alone.low() > guilty.high() ? Fate.RULED_OUT : Fate.NOT_TOLD_APART;
    }
}
