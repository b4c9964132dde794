package coldtide.core.retention;

import static java.util.Objects.requireNonNull;

import coldtide.core.measure.PeopleQuestion;
import coldtide.core.measure.Split;

/** By what the people followed are told apart. */
public sealed interface SplitBy {
    /** By a property's first or latest value, those that most of them have. */
    record Property(PeopleQuestion.Split by) implements SplitBy {
        public Property {
            requireNonNull(by, "by");
        }
    }

    /** By groups of people side by side: segments, or what they did in their first days. */
    record People(Split.ByPeople by) implements SplitBy {
        public People {
            requireNonNull(by, "by");
        }
    }
}
