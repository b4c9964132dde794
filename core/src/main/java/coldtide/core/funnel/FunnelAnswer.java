package coldtide.core.funnel;

import coldtide.core.measure.MeasureAnswer.Part;
import coldtide.core.stats.Difference;
import coldtide.core.stats.PredictionInterval;
import coldtide.core.stats.Share;
import coldtide.core.time.DayRange;
import java.util.List;
import java.util.Optional;
import java.util.stream.LongStream;

/**
 * Answer of a funnel: units by step, group and period.
 *
 * @param times by step how long it took all who did it since the one done before it, if there was one
 * @param groups empty without a split
 * @param periods of entry, in order; empty if none were asked for
 */
public record FunnelAnswer(Stairs all, List<Times> times, List<Group> groups, List<Period> periods) {
    public FunnelAnswer {
        times = List.copyOf(times);
        groups = List.copyOf(groups);
        periods = List.copyOf(periods);
    }

    /**
     * How many got to each step.
     *
     * @param reached by step the units that did it; never more than did any step before it that is not optional
     * @param open units of which nothing can be said, since the window of all their entries has not passed; not among the others
     */
    public record Stairs(List<Long> reached, long open) {
        public Stairs {
            reached = List.copyOf(reached);
        }

        /** @param counts by step, and after the last those still open */
        static Stairs of(long... counts) {
            int steps = counts.length - 1;
            return new Stairs(LongStream.of(counts).limit(steps).boxed().toList(), counts[steps]);
        }
    }

    /**
     * How long something took, in milliseconds: of the middle, the quarters and the last tenth, by definition 7 of Hyndman and
     * Fan; not a number if nobody did it.
     *
     * @param counts how many took up to each of {@link FunnelAnalysis#TIME_BOUNDS}, and the rest
     */
    public record Times(double quarter, double median, double threeQuarters, double nineTenths, List<Long> counts) {
        public Times {
            counts = List.copyOf(counts);
        }
    }

    /**
     * Units told apart.
     *
     * @param versus by step, how many went on to it from the last step before it that is not optional, here and among everyone else;
     *     empty where there are too few to tell, and at the first step
     */
    public record Group(Part part, Stairs stairs, List<Optional<Versus>> versus) {
        public Group {
            versus = List.copyOf(versus);
        }
    }

    /**
     * Some units beside all the others.
     *
     * @param adjusted p-value of the difference corrected for all that the answer compares (Benjamini and Hochberg)
     */
    public record Versus(Share own, Share others, double adjusted) {
        /** Share in the group minus share among all others. */
        public Difference difference() {
            return Difference.of(own, others);
        }
    }

    /**
     * Units that entered in one period.
     *
     * @param isWhole whether all of it lies in the range
     * @param expected by step, where its share of those who entered would lie, were it as in all the other periods; empty where there is
     *     nothing to compare
     */
    public record Period(
            DayRange days,
            boolean isWhole,
            List<Long> reached,
            long open,
            List<Optional<PredictionInterval>> expected) {
        public Period {
            reached = List.copyOf(reached);
            expected = List.copyOf(expected);
        }
    }
}
