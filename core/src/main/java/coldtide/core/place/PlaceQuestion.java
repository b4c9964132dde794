package coldtide.core.place;

import static java.util.Objects.requireNonNull;

import coldtide.core.time.DayRange;
import coldtide.core.who.EventCondition;
import coldtide.core.who.PersonCondition;

/**
 * Where is something done, or how does the app run there?
 *
 * @param what events, on one level; of these, those with numbers {@code x} and {@code y} are looked at
 * @param among whose
 * @param square the side of a cell, in the units of {@code x} and {@code y}; cells begin at whole multiples of it
 * @param property of which a mean or percentile is told; empty for events and people
 * @param percent of a percentile, from 1 to 99
 * @param least of a cell with fewer people than this nothing is told
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

        /** The same on other days. */
        record Days(DayRange range) implements Against {}

        /** Of those among whom it is asked, the people for whom a condition holds against the rest of them. */
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
            throw new IllegalArgumentException("The least number of people of a square is 1, and is " + least + ".");
        }
    }
}
