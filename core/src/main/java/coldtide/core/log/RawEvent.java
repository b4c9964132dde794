package coldtide.core.log;

/**
 * One event on its way into a log. Mutable and reused, so that reading millions of rows allocates nothing for each; the
 * builder copies what it needs.
 */
public final class RawEvent {
    /** In place of an account where none is named. */
    public static final long NOBODY = 0;

    /** The store's number of the install. */
    public long install;

    /** The store's number of the account that this event names, or {@link #NOBODY}. */
    public long account = NOBODY;

    /** Milliseconds since 1970 UTC, by the sender's (corrected) clock and by ours. */
    public long timeMillis;

    public long receivedMillis;

    /** Codes from the builder's dictionaries. */
    public int name;

    public int release;

    /** Null when the event carries no money. */
    public Money money;
}
