package coldtide.core.change;

import coldtide.core.who.Having;

/**
 * The part of one value in what is missing, as counted: no test is made.
 *
 * @param before how many there were of it on the same days of the weeks before, and {@code after} on those of the fall; of a mean, its mean
 * @param ofBefore which part of all it was before; of a mean, which part of the events
 * @param ofMissing which part of all that is missing is missing there; above 1 where others rose
 */
public record Portion(Having having, double before, double after, double ofBefore, double ofMissing) {
    /** How much more is missing there than there was. */
    double excess() {
        return ofMissing - ofBefore;
    }
}
