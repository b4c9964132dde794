package coldtide.core.funnel;

/** What steps are counted of where each is counted by itself. */
public enum IndependentUnit {
    PEOPLE,
    SESSIONS,
    /** Every time it was done. */
    EVENTS
}
