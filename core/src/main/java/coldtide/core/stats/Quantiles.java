package coldtide.core.stats;

import org.apache.commons.statistics.descriptive.Quantile;
import org.apache.commons.statistics.descriptive.Quantile.EstimationMethod;

/** Quantiles by definition 7 of Hyndman and Fan, The American Statistician 50 (1996): {@code percentile_cont} of SQL. */
public final class Quantiles {
    private static final Quantile SELECTION =
            Quantile.withDefaults().with(EstimationMethod.HF7).withCopy(false);

    private Quantiles() {}

    /**
     * Of values, whose order it changes.
     *
     * @param p each from 0 to 1
     * @return in the order of {@code p}; not a number where there is no value
     */
    public static double[] of(double[] values, double... p) {
        return SELECTION.evaluate(values, p);
    }
}
