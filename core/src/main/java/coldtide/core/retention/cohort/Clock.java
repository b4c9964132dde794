package coldtide.core.retention.cohort;

/** Clock by which ages are counted: calendar days, or time since each user's start. */
public enum Clock {
    /** By the calendar: the difference of period numbers. */
    CALENDAR,
    /** By each user's own: whole blocks of 24 hours, of 7 or of 30 times as many, since their start. */
    OWN
}
