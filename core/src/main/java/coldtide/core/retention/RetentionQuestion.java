package coldtide.core.retention;

import static java.util.Objects.requireNonNull;

import coldtide.core.filter.PersonCondition;
import coldtide.core.retention.cohort.Ages;
import coldtide.core.retention.cohort.CohortDefinition;
import coldtide.core.retention.cohort.ReturnCriterion;
import coldtide.core.retention.cohort.SplitBy;
import coldtide.core.time.DayRange;
import coldtide.core.time.Grain;
import java.util.List;
import java.util.Optional;

/**
 * Question for retention: the share of users who started in each period and came back at each age.
 *
 * @param columns the ages looked at, both ends ascending
 * @param returns ways of coming back, side by side, 1 to {@link #MOST_RETURNS}
 * @param among whose starts are looked at
 * @param split into groups, each followed beside all together; empty for none
 */
public record RetentionQuestion(
        CohortDefinition following,
        List<Ages> columns,
        List<ReturnCriterion> returns,
        PersonCondition among,
        Optional<SplitBy> split) {
    public static final int MOST_RETURNS = 6;

    public RetentionQuestion {
        requireNonNull(following, "following");
        requireNonNull(among, "among");
        requireNonNull(split, "split");
        columns = List.copyOf(columns);
        returns = List.copyOf(returns);
        if (columns.isEmpty() || columns.size() > Ages.MOST + 1) {
            throw new IllegalArgumentException(
                    "A triangle has from 1 to " + (Ages.MOST + 1) + " columns, not " + columns.size() + ".");
        }
        for (int i = 1; i < columns.size(); i++) {
            Ages before = columns.get(i - 1);
            Ages ages = columns.get(i);
            if (ages.from() < before.from() || ages.to() < before.to()) {
                throw new IllegalArgumentException("Columns ascend by their first and last ages; " + ages
                        + " does not come after " + before + ".");
            }
        }
        if (returns.isEmpty() || returns.size() > MOST_RETURNS) {
            throw new IllegalArgumentException("From 1 to " + MOST_RETURNS
                    + " ways of coming back stand side by side, not " + returns.size() + ".");
        }
    }

    /** All users who arrived, coming back with any activity at each age by the calendar. */
    public static RetentionQuestion ofArrivals(DayRange range, Grain grain, int ages) {
        return new RetentionQuestion(
                CohortDefinition.arrivals(range, grain),
                Ages.each(ages),
                List.of(ReturnCriterion.ANY_ACTIVITY),
                PersonCondition.EVERYBODY,
                Optional.empty());
    }

    public RetentionQuestion among(PersonCondition people) {
        return new RetentionQuestion(following, columns, returns, people, split);
    }

    public RetentionQuestion returning(ReturnCriterion... ways) {
        return new RetentionQuestion(following, columns, List.of(ways), among, split);
    }

    public RetentionQuestion counting(List<Ages> ages) {
        return new RetentionQuestion(following, ages, returns, among, split);
    }

    public RetentionQuestion splitBy(SplitBy groups) {
        return new RetentionQuestion(following, columns, returns, among, Optional.of(groups));
    }

    /** The last age of all columns. */
    int lastAge() {
        return columns.get(columns.size() - 1).to();
    }

    /** Whether the columns are single ages, one after the other from 0. */
    boolean isEachAge() {
        for (int column = 0; column < columns.size(); column++) {
            if (columns.get(column).from() != column || columns.get(column).to() != column) {
                return false;
            }
        }
        return true;
    }
}
