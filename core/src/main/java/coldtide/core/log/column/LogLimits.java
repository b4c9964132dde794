package coldtide.core.log.column;

/**
 * Limits on different event names, versions, properties and texts of one app. Beyond a limit a value counts as {@link #OTHER}, so that memory stays bounded
 * whatever is sent. Values that are known already stay exact. Which values come first depends on the order of events, so beyond a
 * limit a log that is read again can keep other values than the log before it.
 */
public final class LogLimits {
    /** Stands for every text, event name and version beyond a limit. */
    public static final String OTHER = "(other)";

    /** Different event names; their codes are kept in two bytes. */
    public static final int MOST_NAMES = Short.MAX_VALUE - 1;
    /** Different pairs of platform and version; their codes are kept in two bytes. */
    public static final int MOST_RELEASES = Short.MAX_VALUE - 1;
    /** Different properties of events, those with numbers and those with texts counted by themselves. */
    public static final int MOST_COLUMNS = Short.MAX_VALUE;

    /** Different texts that one property may add. */
    public static final int MOST_TEXTS_OF_PROPERTY = 1_000_000;
    /** Characters of all different texts of an app; about a quarter of a gigabyte of memory. */
    public static final long MOST_CHARACTERS = 128_000_000;

    /** Events of a group of users who share installs, directly or through others: with a new event the whole group is rebuilt. */
    public static final int MOST_EVENTS_TOGETHER = 1_000_000;

    /**
     * Limits that tests set lower.
     *
     * @param textsOfProperty different texts that each property may add
     * @param characters of all different texts
     * @param eventsTogether events of a group of users who share installs
     */
    public record Values(int textsOfProperty, long characters, int eventsTogether) {
        public static final Values USUAL = new Values(MOST_TEXTS_OF_PROPERTY, MOST_CHARACTERS, MOST_EVENTS_TOGETHER);
    }

    private LogLimits() {}
}
