package coldtide.core.tidetable;

/** What is added up for a period; every headline figure is one of these or a ratio of two. */
enum Count {
    INSTALLS,
    NEW_PEOPLE,
    ACTIVE_PEOPLE,
    /** Pairs of an active person and a day: the sum of DAU. */
    PERSON_DAYS,
    /** People who for the first time did what ends the first-time path. */
    FIRST_PATHS,
    SESSIONS,
    SESSION_MILLIS,
    PURCHASES,
    PAYERS,
    /** Money events whose currency has no rate on their day, left out of every revenue. */
    UNCONVERTED,
    UNINSTALLS,
    /** People active in the period before and not in this one. */
    GONE_QUIET
}
