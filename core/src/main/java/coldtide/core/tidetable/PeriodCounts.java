package coldtide.core.tidetable;

import coldtide.core.log.rule.RevenueType;
import coldtide.core.time.DayRange;
import java.util.OptionalDouble;

/** The exact counts of one period, from which every headline metric follows. */
public final class PeriodCounts {
    private static final double MICROS = 1e6;

    private final DayRange period;
    private final int days;
    private final Known known;
    private final long[] counts;
    private final long[] micros;

    /**
     * What is known besides what was counted.
     *
     * @param before who was active in the period before
     * @param firstPath what ends the app's first-time path
     * @param crashes whether there were any, since the app had sent one by then
     */
    record Known(boolean before, boolean firstPath, boolean crashes) {}

    PeriodCounts(DayRange period, int days, Known known, long[] counts, long[] micros) {
        this.period = period;
        this.days = days;
        this.known = known;
        this.counts = counts;
        this.micros = micros;
    }

    public DayRange period() {
        return period;
    }

    /** How many days of the period lie within the log. */
    public int days() {
        return days;
    }

    /** Whether it is known who was active in the period before. */
    boolean knowsBefore() {
        return known.before();
    }

    /** Whether the app has said what ends its first-time path. */
    boolean knowsFirstPath() {
        return known.firstPath();
    }

    /** Whether the app sent crashes by then. */
    boolean knowsCrashes() {
        return known.crashes();
    }

    public OptionalDouble value(Figure figure) {
        return figure.of(this);
    }

    /** Money events left out because their currency has no rate on their day. */
    public long unconverted() {
        return of(Count.UNCONVERTED);
    }

    public long of(Count count) {
        return counts[count.ordinal()];
    }

    double revenue(RevenueType type) {
        return micros[type.ordinal()] / MICROS;
    }

    /** All types, refunds subtracted; summed as whole millionths, so it is exact to the last division. */
    double revenue() {
        long sum = 0;
        for (RevenueType type : RevenueType.values()) {
            sum += type == RevenueType.REFUND ? -micros[type.ordinal()] : micros[type.ordinal()];
        }
        return sum / MICROS;
    }
}
