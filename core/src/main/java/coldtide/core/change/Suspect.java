package coldtide.core.change;

import coldtide.core.who.Having;
import java.util.List;

/**
 * A slice that looked guilty, beside the guilty one: two that travel together are told apart by who is in one and not in the other
 * (handbook §10, elimination).
 *
 * @param slice the values it has
 * @param whole all in it
 * @param alone those in it who are not in the guilty slice
 * @param guiltyAlone those in the guilty slice who are not in it
 * @param both those in both
 * @param guilty all in the guilty slice
 */
public record Suspect(List<Having> slice, Change whole, Change alone, Change guiltyAlone, Change both, Change guilty) {
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
