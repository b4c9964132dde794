package coldtide.core.change;

import coldtide.core.time.DayRange;
import coldtide.core.who.Having;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;

/**
 * One thing that happened: all that fell by it, where, and why.
 *
 * @param drops the furthest first; none of an outage of which no day's figure tells
 * @param days from the first of any drop to the last
 * @param isOver whether it ended before the last full day
 * @param moneyLost in units of the app's currency: what is missing, at what each was worth before; below 0 where dearer
 *     purchases brought more; empty where no money fell
 * @param outage the hours of it
 * @param mixed how much comes of other people having come, of a share of everybody
 * @param worth of purchases that fell in a slice, what one brought
 * @param inside what happened inside the slice; empty lists for everybody
 * @param course of what fell furthest in a slice, by day of the log; empty for everybody
 * @param peak whether days shortly before lay above what was expected
 * @param blamed the release it is linked to
 */
public record Incident(
        Kind kind,
        List<Drop> drops,
        DayRange days,
        boolean isOver,
        OptionalDouble moneyLost,
        Optional<Outage> outage,
        Optional<Mixed> mixed,
        Optional<Worth> worth,
        List<EventChange> events,
        List<PerformanceChange> performance,
        Optional<Spot> spot,
        Course course,
        boolean peak,
        Optional<Blamed> blamed) {
    /**
     * A slice by day.
     *
     * @param actual what was counted
     * @param expected what everybody else lets expect; NaN where nothing does
     */
    public record Course(double[] actual, double[] expected) {
        static final Course NONE = new Course(new double[0], new double[0]);

        public Course {
            actual = actual.clone();
            expected = expected.clone();
        }
    }

    /** Whom it fell for; empty for everybody. */
    public List<Having> slice() {
        return drops.isEmpty() ? List.of() : drops.get(0).slice();
    }
}
