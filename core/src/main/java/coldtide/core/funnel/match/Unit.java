package coldtide.core.funnel.match;

/** Unit that is counted by a funnel: users, sessions or attempts. */
public enum Unit {
    /** A user, once, by the attempt that gets deepest; of several, the earliest. */
    PEOPLE,
    /** A session in which there is an entry; all steps lie in it. */
    SESSIONS,
    /** Every entry, until the next one with the same held properties. */
    ATTEMPTS
}
