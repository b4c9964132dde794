package coldtide.core.funnel.dropoff;

import coldtide.core.filter.value.PropertyValue;
import coldtide.core.funnel.FunnelAnswer.Versus;
import java.util.List;

/**
 * Values, and pairs of values, beside everyone else: which share went on to a step from the one before it.
 *
 * @param reached how many got to the step, {@code before} to the last before it that is not optional
 * @param tests how many were compared, all corrected together
 * @param slices those that move most units first; at most {@link #MOST}
 * @param tooMany properties with more values than can be compared one by one
 */
public record SlicesAnswer(long reached, long before, int tests, List<Slice> slices, List<String> tooMany) {
    public static final int MOST = 200;

    public SlicesAnswer {
        slices = List.copyOf(slices);
        tooMany = List.copyOf(tooMany);
    }

    /** @param having what units had at the step before: one, or two that hold together */
    public record Slice(List<PropertyValue> having, Versus versus) {
        public Slice {
            having = List.copyOf(having);
        }

        /** How many more of them went on than would have, were they as all the others; less than zero where they stop more often. */
        public double moved() {
            return versus.own().whole() * versus.difference().value();
        }
    }
}
