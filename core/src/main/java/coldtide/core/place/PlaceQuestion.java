package coldtide.core.place;

import static java.util.Objects.requireNonNull;

import coldtide.core.filter.EventCondition;
import coldtide.core.filter.PersonCondition;
import coldtide.core.time.DayRange;

/**
 * Where is something done, or how does the app run there?
 *
 * @param what events, on one level; of these, those with numbers {@code x} and {@code y} are looked at
 * @param among whose
 * @param square the side of a cell, in the units of {@code x} and {@code y}; cells begin at whole multiples of it
 * @param property of which a mean or percentile is told; empty for events and users
 * @param percent of a percentile, from 1 to 99
 * @param least of a cell with fewer users than this nothing is told
 */
public record PlaceQuestion(
        EventCondition what,
        DayRange range,
        PersonCondition among,
        Against against,
        double square,
        PlaceMeasure measure,
        String property,
        int percent,
        int least) {

    /** What it is set against. */
    public sealed interface Against {
        /** Nothing. */
        record Nothing() implements Against {}

        /** Comparison with the same users on other days. */
        record Days(DayRange range) implements Against {}

        /** Comparison of the users for whom a condition holds with the other users of the filter. */
        record People(PersonCondition first) implements Against {}
    }

    public PlaceQuestion {
        requireNonNull(what, "what");
        requireNonNull(range, "range");
        requireNonNull(among, "among");
        requireNonNull(against, "against");
        requireNonNull(measure, "measure");
        requireNonNull(property, "property");
        if (!(square > 0 && square < 1e9)) {
            throw new IllegalArgumentException("The side of a square must be a number above 0, and is " + square + ".");
        }
        if (percent < 1 || percent > 99) {
            throw new IllegalArgumentException("A percentile is of 1 to 99 percent, and is " + percent + ".");
        }
        if (least < 1) {
            throw new IllegalArgumentException("The least number of users of a square is 1, and is " + least + ".");
        }
    }
}
