package coldtide.core.funnel.match;

import static java.util.Objects.requireNonNull;

import coldtide.core.measure.Split;

/** Split of the units of a funnel into groups. */
public sealed interface FunnelSplit {
    int MOST = 8;

    /**
     * By the value that a property has in the event that does a step; units that did not do it are without one.
     *
     * @param step 0 is the entry
     * @param top how many values are told apart, the most frequent
     */
    record ByProperty(String property, int step, int top) implements FunnelSplit {
        public ByProperty {
            requireNonNull(property, "property");
            if (top < 1 || top > MOST) {
                throw new IllegalArgumentException("From 1 to " + MOST + " values are told apart, not " + top + ".");
            }
        }
    }

    /** By whether the user is one of some. A user may be in several groups. */
    record ByPeople(Split.ByPeople by) implements FunnelSplit {
        public ByPeople {
            requireNonNull(by, "by");
            if (by.groups().size() > MOST) {
                throw new IllegalArgumentException("At most " + MOST + " groups stand side by side, not "
                        + by.groups().size() + ".");
            }
        }
    }
}
