package coldtide.core.funnel;

/** What goes through a funnel. */
public enum Unit {
    /** A person, once, by the attempt that gets deepest; of several, the earliest. */
    PEOPLE,
    /** A session in which there is an entry; all steps lie in it. */
    SESSIONS,
    /** Every entry, until the next one with the same held properties. */
    ATTEMPTS
}
