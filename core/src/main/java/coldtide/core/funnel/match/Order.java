package coldtide.core.funnel.match;

/** Order of the steps of a funnel. */
public enum Order {
    /** One after another; anything may come between. */
    IN_ORDER,
    /** One after another, with no other activity between. */
    BACK_TO_BACK,
    /** Whichever comes first, all within the window of the first. */
    ANY_ORDER
}
