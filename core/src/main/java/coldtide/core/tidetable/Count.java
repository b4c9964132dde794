package coldtide.core.tidetable;

/** Counts added up for a period. Every headline metric is one of these, or a ratio of two. */
public enum Count {
    INSTALLS,
    NEW_PEOPLE,
    /** Users who were new on the day before a day of the period. */
    NEW_THE_DAY_BEFORE,
    /** Users new on the day before who were active on this day. */
    CAME_BACK_NEXT_DAY,
    ACTIVE_PEOPLE,
    /** Pairs of an active user and a day: the sum of DAU. */
    PERSON_DAYS,
    /** Users who for the first time did what ends the first-time path. */
    FIRST_PATHS,
    SESSIONS,
    SESSION_MILLIS,
    /** Sessions of users who had come on an earlier day, and their length: first sessions are unlike all others. */
    LATER_SESSIONS,
    LATER_SESSION_MILLIS,
    /** Sessions in which nothing crashed. */
    CRASH_FREE_SESSIONS,
    /** Events that say how fast frames came, and what they say added up, in millionths of a frame a second. */
    FRAME_SAMPLES,
    FRAME_RATES,
    PURCHASES,
    /** Adverts that were paid for. */
    ADVERTS,
    PAYERS,
    /** Purchases whose amounts are in the revenue: those in a currency with a rate on their day. */
    CONVERTED_PURCHASES,
    /** Payers at least one of whose payments is in the revenue. */
    CONVERTED_PAYERS,
    /** Money events whose currency has no rate on their day, left out of every revenue. */
    UNCONVERTED,
    UNINSTALLS,
    /** Users active in the period before and not in this one. */
    GONE_QUIET
}
