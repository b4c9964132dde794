package coldtide.core.measure.users;

import static java.util.Objects.requireNonNull;

import coldtide.core.filter.PersonCondition;
import coldtide.core.filter.PersonCondition.Which;
import coldtide.core.measure.Split;
import java.util.Optional;

/**
 * For how many users does a condition hold, and how many of them have each value of a property?
 *
 * @param split by which property; nothing for the number alone
 */
public record PeopleQuestion(PersonCondition among, Optional<Split> split) {
    public static final int MOST_GROUPS = 1_000;

    public PeopleQuestion {
        requireNonNull(among, "among");
        requireNonNull(split, "split");
    }

    /**
     * Splits users by the value of a property.
     *
     * @param which the first or the latest of a user's values
     * @param top number of values that are groups of their own, the most common first; 1 to {@link #MOST_GROUPS}
     */
    public record Split(String property, Which which, int top) {
        public Split {
            requireNonNull(property, "property");
            requireNonNull(which, "which");
            if (top < 1 || top > MOST_GROUPS) {
                throw new IllegalArgumentException(
                        "A split tells 1 to " + MOST_GROUPS + " values apart, not " + top + ".");
            }
        }
    }
}
