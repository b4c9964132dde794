package coldtide.core.measure;

import static java.util.Objects.requireNonNull;

import coldtide.core.filter.PersonCondition;
import java.util.List;

/** By what a measure is told apart. */
public sealed interface Split {
    /** How many values one split tells apart at the most. */
    int MOST_VALUES = 1_000;

    /**
     * Splits events by the value of a property.
     *
     * @param values the values that are groups of their own; if empty, the {@code top} values with most users
     * @param top 1 to {@link #MOST_VALUES}
     */
    record ByProperty(String property, List<String> values, int top) implements Split {
        public ByProperty {
            requireNonNull(property, "property");
            values = values.stream().distinct().toList();
            if (top < 1 || top > MOST_VALUES || values.size() > MOST_VALUES) {
                throw new IllegalArgumentException("A split tells 1 to " + MOST_VALUES + " values apart, not "
                        + Math.max(top, values.size()) + ".");
            }
        }

        /** By the largest values. */
        public static ByProperty top(String property, int top) {
            return new ByProperty(property, List.of(), top);
        }
    }

    /** By groups of users, side by side; a user may be in several, or in none. */
    record ByPeople(List<NamedPeople> groups) implements Split {
        public ByPeople {
            groups = List.copyOf(groups);
            if (groups.isEmpty() || groups.size() > MOST_VALUES) {
                throw new IllegalArgumentException(
                        "Groups side by side are 1 to " + MOST_VALUES + ", not " + groups.size() + ".");
            }
        }
    }

    /** Some users and what they are called. */
    record NamedPeople(String name, PersonCondition who) {
        public NamedPeople {
            requireNonNull(name, "name");
            requireNonNull(who, "who");
        }
    }
}
