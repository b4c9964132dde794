package coldtide.core.change;

/** Kinds of cause that are told apart (handbook §10), payment and price apart. */
public enum Kind {
    /** The product hurts those people: frames, loading or crashes got worse for them. */
    PRODUCT_FAULT,
    /** Buying fails, while people go as far as before. */
    PAYMENT,
    /** Fewer buy, since each purchase costs otherwise. */
    PRICE,
    /** Other people came; nobody behaves otherwise. */
    MIX,
    /** An event is no longer sent, while what goes with it carries on. */
    LOST_TRACKING,
    /** For some hours hardly anything arrived from anybody. */
    OUTAGE,
    /** A day unlike others, for everybody. */
    CALENDAR,
    /** Nothing that was looked at tells why. */
    UNEXPLAINED
}
