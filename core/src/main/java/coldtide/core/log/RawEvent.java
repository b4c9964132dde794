package coldtide.core.log;

/**
 * One event on its way into a log. Mutable and reused, so that reading millions of rows allocates nothing for each; the
 * builder copies what it needs.
 */
public final class RawEvent {
    /** The store's number of the person and of the install. */
    public long person;

    public long install;

    /** Milliseconds since 1970 UTC, by the sender's (corrected) clock and by ours. */
    public long timeMillis;

    public long receivedMillis;

    /** Codes from the builder's dictionaries. */
    public int name;

    public int release;

    /** Null when the event carries no money. */
    public Money money;
}
