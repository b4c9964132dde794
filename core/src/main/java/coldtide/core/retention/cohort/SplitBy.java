package coldtide.core.retention.cohort;

import static java.util.Objects.requireNonNull;

import coldtide.core.measure.Split;
import coldtide.core.measure.users.PeopleQuestion;

/** Split of cohort members into groups. */
public sealed interface SplitBy {
    /** By a property's first or latest value, those that most of them have. */
    record Property(PeopleQuestion.Split by) implements SplitBy {
        public Property {
            requireNonNull(by, "by");
        }
    }

    /** By groups of users side by side: segments, or what they did in their first days. */
    record People(Split.ByPeople by) implements SplitBy {
        public People {
            requireNonNull(by, "by");
        }
    }
}
