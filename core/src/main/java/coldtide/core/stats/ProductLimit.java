package coldtide.core.stats;

import java.util.ArrayList;
import java.util.List;
import java.util.OptionalInt;
import org.apache.commons.statistics.distribution.NormalDistribution;

/**
 * The product-limit estimate of how long something lasts when some are still open: E. L. Kaplan and P. Meier, JASA 53 (1958) 457–481.
 * Errors by Greenwood; the 95 % interval is that of log(−log S) (J. D. Kalbfleisch and R. L. Prentice, The Statistical Analysis of
 * Failure Time Data, 1980, section 1.3), which stays within 0 and 1.
 *
 * @param people how many are followed, and {@code gone} of how many the end was seen
 * @param steps one for each time at which a user's end was seen, ascending
 */
public record ProductLimit(long people, long gone, List<Step> steps) {
    private static final double Z = NormalDistribution.of(0, 1).inverseCumulativeProbability(0.975);

    public ProductLimit {
        steps = List.copyOf(steps);
    }

    /**
     * At one time.
     *
     * @param atRisk followed up to then, and {@code gone} of them at just that time
     * @param share of all that last longer
     * @param error its standard error
     */
    public record Step(int time, long atRisk, long gone, double share, double error, double low, double high) {}

    /**
     * @param gone by time from 0: of how many the end was seen at it
     * @param open by time: how many were followed up to it and were still there
     */
    public static ProductLimit of(long[] gone, long[] open) {
        long atRisk = 0;
        long ends = 0;
        for (int time = 0; time < gone.length; time++) {
            atRisk += gone[time] + open[time];
            ends += gone[time];
        }
        long people = atRisk;
        List<Step> steps = new ArrayList<>();
        double share = 1;
        double greenwood = 0;
        for (int time = 0; time < gone.length; time++) {
            if (gone[time] > 0) {
                share *= 1 - (double) gone[time] / atRisk;
                greenwood += (double) gone[time] / atRisk / (atRisk - gone[time]);
                steps.add(step(time, atRisk, gone[time], share, greenwood));
            }
            atRisk -= gone[time] + open[time];
        }
        return new ProductLimit(people, ends, steps);
    }

    private static Step step(int time, long atRisk, long gone, double share, double greenwood) {
        if (gone == atRisk) {
            return new Step(time, atRisk, gone, 0, 0, 0, 0);
        }
        double half = Z * Math.sqrt(greenwood) / Math.log(share);
        return new Step(
                time,
                atRisk,
                gone,
                share,
                share * Math.sqrt(greenwood),
                Math.pow(share, Math.exp(-half)),
                Math.pow(share, Math.exp(half)));
    }

    /** The first time by which half of them are gone; empty if more than half are still there at the end. */
    public OptionalInt median() {
        return steps.stream()
                .filter(step -> step.share() <= 0.5)
                .mapToInt(Step::time)
                .findFirst();
    }
}
