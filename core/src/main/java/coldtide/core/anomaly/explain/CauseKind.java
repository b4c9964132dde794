package coldtide.core.anomaly.explain;

/** Kinds of cause (handbook, Sudden changes). */
public enum CauseKind {
    /** The product hurts those users: frames, loading or crashes got worse for them. */
    PRODUCT_FAULT,
    /** Buying fails, while users go as far as before. */
    PAYMENT,
    /** Fewer buy, since each purchase costs otherwise. */
    PRICE,
    /** Other users came; nobody behaves otherwise. */
    MIX,
    /** An event is no longer sent, while what goes with it carries on. */
    LOST_TRACKING,
    /** For some hours hardly anything arrived from anybody. */
    OUTAGE,
    /** A day unlike others, for all users. */
    CALENDAR,
    /** Nothing that was looked at tells why. */
    UNEXPLAINED
}
