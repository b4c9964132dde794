package coldtide.core.catalogue;

/**
 * An event that a sender in use does not send though others let it be expected.
 *
 * @param version empty for a platform as a whole
 * @param sent how often it came
 * @param expected how often it would have come at the rate it is measured by
 */
public record Gap(Kind kind, String platform, String version, long sent, double expected) {
    /** What it is measured by. */
    public enum Kind {
        /** Earlier versions of the platform sent it, this one does not: measured by their rate, over the whole log. */
        LOST,
        /** Neither this version nor an earlier one of the platform ever sent it, others do: measured by their rate. */
        NEVER,
        /** The same sender sent it before and has stopped: the last days of the range by the days before them. */
        QUIET
    }
}
