package coldtide.core.funnel;

/** Unit in which a step is counted on its own: users, sessions or events. */
public enum IndependentUnit {
    PEOPLE,
    SESSIONS,
    /** Every time it was done. */
    EVENTS
}
