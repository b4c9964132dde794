package coldtide.core.change;

/**
 * How often active people of a slice do something, against everybody else.
 *
 * @param event its name
 * @param before how many a day for each active person of the slice
 * @param after the same after
 * @param change against what everybody else lets expect
 */
public record EventChange(String event, double before, double after, Change change) {}
