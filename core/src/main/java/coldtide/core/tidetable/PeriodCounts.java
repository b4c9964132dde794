package coldtide.core.tidetable;

import coldtide.core.log.RevenueType;
import coldtide.core.time.DayRange;
import java.util.OptionalDouble;

/** The exact counts of one period, from which every headline figure follows. */
public final class PeriodCounts {
    private static final double MICROS = 1e6;

    private final DayRange period;
    private final int days;
    private final boolean knowsBefore;
    private final boolean knowsFirstPath;
    private final long[] counts;
    private final long[] micros;

    PeriodCounts(DayRange period, int days, boolean knowsBefore, boolean knowsFirstPath, long[] counts, long[] micros) {
        this.period = period;
        this.days = days;
        this.knowsBefore = knowsBefore;
        this.knowsFirstPath = knowsFirstPath;
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
        return knowsBefore;
    }

    /** Whether the app has said what ends its first-time path. */
    boolean knowsFirstPath() {
        return knowsFirstPath;
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
