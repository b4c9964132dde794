package coldtide.core.stats;

import org.apache.commons.math3.linear.Array2DRowRealMatrix;
import org.apache.commons.math3.linear.ArrayRealVector;
import org.apache.commons.math3.linear.RealMatrix;
import org.apache.commons.math3.linear.RealVector;
import org.apache.commons.statistics.distribution.TDistribution;

/**
 * A level, its growth and a pattern that repeats, followed step by step, each step forecast from those before it alone: the dynamic
 * linear model of a linear trend and all harmonics of the pattern, with discounting and a variance learnt from the series itself. M. West
 * and J. Harrison, Bayesian Forecasting and Dynamic Models, 2nd ed. 1997, sections 6.3, 8.6 and 10.8 (cited from memory).
 *
 * <p>A step may be passed over, for want of a value or because it is not to be learnt from; what is known then only grows older. Costs
 * some hundred multiplications a step.
 */
public final class SeasonalTrend {
    /** How much of what was known of level and growth is still known a step later, and of the pattern. */
    private static final double TREND_KEPT = 0.93;

    private static final double PATTERN_KEPT = 0.985;
    /** Smoothing factor of the variance: it is learnt from about the last two months. */
    private static final double VARIANCE_KEPT = 0.98;
    /** How much of the growth is left after a step that is passed over. */
    private static final double GROWTH_KEPT = 0.9;
    /** Growth is not known to within a step's scatter over this many steps, squared. */
    private static final double GROWTH_UNKNOWN = 100;
    /** What is known at the start, in variances of a step: nothing. */
    private static final double VAGUE = 1e4;

    private static final double VAGUE_GROWTH = 10;

    private final RealMatrix forward;
    private final RealVector seen;
    private RealVector state;
    private RealMatrix spread;
    private RealMatrix older;
    private double variance;
    private double freedom;
    /** How many values must be learnt before there is one that was not needed to know the state itself. */
    private int toKnow;

    /** The forecast of the next step: Student's t about {@code mean}. */
    public record Forecast(double mean, double scale, double freedom) {
        /** The value below which it lies with a probability, given as its quantile of t for this forecast's freedom. */
        public double quantile(double probability) {
            return mean + scale * TDistribution.of(freedom).inverseCumulativeProbability(probability);
        }

        /** How many scales a value lies above the mean. */
        public double distance(double value) {
            return (value - mean) / scale;
        }

        /** How probable a value as low as this is. */
        public double below(double value) {
            return TDistribution.of(freedom).cumulativeProbability(distance(value));
        }
    }

    /**
     * @param period of the pattern in steps, at least 2: 7 for days of a week
     * @param first about where the series begins
     * @param variance about how far steps lie apart, squared, above 0; soon outweighed by what is learnt
     */
    public SeasonalTrend(int period, double first, double variance) {
        if (period < 2 || !(variance > 0)) {
            throw new IllegalArgumentException("A pattern needs a period of 2 or more, not " + period
                    + ", and a variance above 0, not " + variance + ".");
        }
        int harmonics = period - 1;
        forward = new Array2DRowRealMatrix(2 + harmonics, 2 + harmonics);
        seen = new ArrayRealVector(2 + harmonics);
        forward.setEntry(0, 0, 1);
        forward.setEntry(0, 1, 1);
        forward.setEntry(1, 1, 1);
        seen.setEntry(0, 1);
        for (int at = 2, harmonic = 1; at < 2 + harmonics; at += 2, harmonic++) {
            rotation(at, 2 * Math.PI * harmonic / period);
            seen.setEntry(at, 1);
        }
        state = new ArrayRealVector(2 + harmonics);
        state.setEntry(0, first);
        spread = new Array2DRowRealMatrix(2 + harmonics, 2 + harmonics);
        for (int i = 0; i < 2 + harmonics; i++) {
            spread.setEntry(i, i, i == 1 ? variance / GROWTH_UNKNOWN * VAGUE_GROWTH : VAGUE * variance);
        }
        this.variance = variance;
        freedom = 1;
        toKnow = 2 + harmonics;
        step(discounted());
    }

    /** The last harmonic of an even period has no second half. */
    private void rotation(int at, double angle) {
        if (at + 1 == forward.getRowDimension()) {
            forward.setEntry(at, at, -1);
            return;
        }
        forward.setEntry(at, at, Math.cos(angle));
        forward.setEntry(at, at + 1, Math.sin(angle));
        forward.setEntry(at + 1, at, -Math.sin(angle));
        forward.setEntry(at + 1, at + 1, Math.cos(angle));
    }

    /** A copy that goes its own way from here. */
    public SeasonalTrend copy() {
        return new SeasonalTrend(this);
    }

    private SeasonalTrend(SeasonalTrend other) {
        forward = other.forward;
        seen = other.seen;
        state = other.state.copy();
        spread = other.spread.copy();
        older = other.older;
        variance = other.variance;
        freedom = other.freedom;
        toKnow = other.toKnow;
    }

    /** Forecast of the next step. */
    public Forecast next() {
        return new Forecast(
                seen.dotProduct(state),
                Math.sqrt(seen.dotProduct(spread.operate(seen)) + variance),
                Math.max(1, freedom));
    }

    /** Goes on by a step with its value. */
    public void learn(double value) {
        double error = value - seen.dotProduct(state);
        RealVector both = spread.operate(seen);
        double around = seen.dotProduct(both) + variance;
        RealVector gain = both.mapDivide(around);
        double before = variance;
        if (toKnow > 0) {
            toKnow--;
        } else {
            freedom = VARIANCE_KEPT * freedom + 1;
            variance += variance / freedom * (error * error / around - 1);
        }
        state = state.add(gain.mapMultiply(error));
        spread = spread.subtract(gain.outerProduct(gain).scalarMultiply(around)).scalarMultiply(variance / before);
        step(discounted());
    }

    /**
     * Goes on by a step without a value. What is unknown grows by as much as at the step before, and growth slows down: E. S. Gardner and
     * E. McKenzie, Management Science 31 (1985) 1237–1246, on why a trend is not to be drawn on for ever (cited from memory).
     */
    public void pass() {
        state.setEntry(1, GROWTH_KEPT * state.getEntry(1));
        step(older);
    }

    /** Forgets level and growth: after a step from which on all is known to be otherwise. The pattern is kept. */
    public void levelIsNew() {
        state.setEntry(1, 0);
        for (int i = 0; i < state.getDimension(); i++) {
            spread.setEntry(0, i, 0);
            spread.setEntry(i, 0, 0);
            spread.setEntry(1, i, 0);
            spread.setEntry(i, 1, 0);
        }
        spread.setEntry(0, 0, VAGUE * variance);
        spread.setEntry(1, 1, variance / GROWTH_UNKNOWN);
    }

    private RealMatrix discounted() {
        RealMatrix moved = forward.multiply(spread).multiply(forward.transpose());
        RealMatrix added = moved.createMatrix(moved.getRowDimension(), moved.getColumnDimension());
        for (int i = 0; i < moved.getRowDimension(); i++) {
            for (int j = 0; j < moved.getColumnDimension(); j++) {
                boolean isTrend = i < 2 && j < 2;
                boolean isPattern = i >= 2 && j >= 2;
                double kept = isTrend ? TREND_KEPT : isPattern ? PATTERN_KEPT : 1;
                added.setEntry(i, j, moved.getEntry(i, j) * (1 / kept - 1));
            }
        }
        return added;
    }

    private void step(RealMatrix added) {
        older = added;
        state = forward.operate(state);
        spread = forward.multiply(spread).multiply(forward.transpose()).add(added);
    }
}
