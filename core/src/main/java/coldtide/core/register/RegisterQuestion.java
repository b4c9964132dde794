package coldtide.core.register;

import static java.util.Objects.requireNonNull;

import coldtide.core.filter.PersonCondition;
import java.util.List;

/**
 * Question for the user list: a filter, an order, and a page.
 *
 * @param columns properties shown of each
 * @param from how many of them stand before the first shown
 * @param most how many are shown
 */
public record RegisterQuestion(PersonCondition among, Order order, List<String> columns, int from, int most) {
    public static final int MOST_ROWS = 500;
    public static final int MOST_COLUMNS = 20;
    /** Nobody leafs so far; a question for users further on is better asked by a narrower condition. */
    public static final int FURTHEST = 100_000;

    public RegisterQuestion {
        requireNonNull(among, "among");
        requireNonNull(order, "order");
        columns = List.copyOf(columns);
        if (columns.size() > MOST_COLUMNS) {
            throw new IllegalArgumentException(
                    "At most " + MOST_COLUMNS + " properties are shown side by side, not " + columns.size() + ".");
        }
        if (from < 0 || from > FURTHEST || most < 1 || most > MOST_ROWS) {
            throw new IllegalArgumentException("A page has 1 to " + MOST_ROWS + " users and begins after 0 to "
                    + FURTHEST + " of them, not " + most + " after " + from + ".");
        }
    }

    /**
     * By what users are put in order; those without a value of the property come last.
     *
     * @param by one figure
     * @param property of which the latest value counts; for {@link By#PROPERTY} only
     */
    public record Order(By by, String property, boolean largestFirst) {
        public Order {
            requireNonNull(by, "by");
            requireNonNull(property, "property");
        }

        public static Order by(By by) {
            return new Order(by, "", true);
        }
    }

    /** Figures of one user over the whole log. */
    public enum By {
        REVENUE,
        PURCHASES,
        EVENTS,
        SESSIONS,
        ACTIVE_DAYS,
        FIRST_SEEN,
        /** The latest event, passive ones too. */
        LAST_SEEN,
        /** The latest day with activity. */
        LAST_ACTIVE,
        PROPERTY
    }
}
