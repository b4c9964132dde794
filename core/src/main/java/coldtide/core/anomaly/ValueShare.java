package coldtide.core.anomaly;

import coldtide.core.filter.value.PropertyValue;

/**
 * Share of one property value in a drop, as counted and not tested.
 *
 * @param before how many there were of it on the same days of the weeks before, and {@code after} on those of the fall; of a mean, its mean
 * @param ofBefore which part of all it was before; of a mean, which part of the events
 * @param ofMissing which part of all that is missing is missing there; above 1 where others rose
 */
public record ValueShare(PropertyValue having, double before, double after, double ofBefore, double ofMissing) {
    /** How much more is missing there than there was. */
    double excess() {
        return ofMissing - ofBefore;
    }
}
