package coldtide.core.measure;

import static java.util.Objects.requireNonNull;

import coldtide.core.who.PersonCondition;
import coldtide.core.who.PersonCondition.Which;
import java.util.Optional;

/**
 * For how many people does a condition hold, and how many of them have each value of a property?
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
     * By a property of people.
     *
     * @param which of the values that a person had one after another
     * @param top how many values are told apart, those of most people; 1 to {@link #MOST_GROUPS}
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
