package coldtide.core.retention;

import static java.util.Objects.requireNonNull;

import coldtide.core.time.DayRange;
import coldtide.core.time.Grain;
import coldtide.core.who.PersonCondition;
import java.util.List;

/**
 * Of the people who started in each period of a range, how many came back at each age?
 *
 * @param range days of the starts
 * @param grain length of a cohort's period and of an age
 * @param columns the ages looked at, both ends ascending
 * @param returns ways of coming back, side by side, 1 to {@link #MOST_RETURNS}
 * @param among whose starts are looked at
 */
public record RetentionQuestion(
        DayRange range,
        Grain grain,
        Clock clock,
        Start start,
        List<Ages> columns,
        List<Returning> returns,
        PersonCondition among) {
    public static final int MOST_RETURNS = 6;

    public RetentionQuestion {
        requireNonNull(range, "range");
        requireNonNull(grain, "grain");
        requireNonNull(clock, "clock");
        requireNonNull(start, "start");
        requireNonNull(among, "among");
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

    /** Everybody who arrived, coming back with any activity at each age by the calendar. */
    public static RetentionQuestion ofArrivals(DayRange range, Grain grain, int ages) {
        return new RetentionQuestion(
                range,
                grain,
                Clock.CALENDAR,
                Start.ARRIVAL,
                Ages.each(ages),
                List.of(Returning.ANY_ACTIVITY),
                PersonCondition.EVERYBODY);
    }

    public RetentionQuestion among(PersonCondition people) {
        return new RetentionQuestion(range, grain, clock, start, columns, returns, people);
    }

    public RetentionQuestion returning(Returning... ways) {
        return new RetentionQuestion(range, grain, clock, start, columns, List.of(ways), among);
    }

    public RetentionQuestion counting(List<Ages> ages) {
        return new RetentionQuestion(range, grain, clock, start, ages, returns, among);
    }

    /** The last age of all columns. */
    int lastAge() {
        return columns.get(columns.size() - 1).to();
    }

    /** Whether a way of coming back is the start done again, so that the start itself is a return at age 0. */
    boolean isStart(Returning way) {
        return way.what().equals(start.what());
    }
}
