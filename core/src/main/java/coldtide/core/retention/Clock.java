package coldtide.core.retention;

/** How ages are told. */
public enum Clock {
    /** By the calendar: the difference of period numbers. */
    CALENDAR,
    /** By each person's own: whole blocks of 24 hours, of 7 or of 30 times as many, since their start. */
    OWN
}
