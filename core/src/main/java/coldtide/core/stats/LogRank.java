package coldtide.core.stats;

import java.util.Arrays;
import org.apache.commons.math3.linear.Array2DRowRealMatrix;
import org.apache.commons.math3.linear.ArrayRealVector;
import org.apache.commons.math3.linear.RealVector;
import org.apache.commons.math3.linear.SingularValueDecomposition;
import org.apache.commons.statistics.distribution.ChiSquaredDistribution;

/**
 * The log-rank test of whether groups last equally long: N. Mantel, Cancer Chemotherapy Reports 50 (1966) 163–170; for several groups
 * R. Peto and J. Peto, JRSS A 135 (1972) 185–207.
 *
 * @param observed by group: ends seen
 * @param expected by group: how many would be, were all alike
 * @param p how often chance alone would set them at least as far apart
 */
public record LogRank(double[] observed, double[] expected, double chiSquared, int degrees, double p) {
    /**
     * @param gone by group and time: ends seen
     * @param open by group and time: followed up to then and still there
     */
    public static LogRank of(long[][] gone, long[][] open) {
        int groups = gone.length;
        long[] atRisk = new long[groups];
        for (int group = 0; group < groups; group++) {
            atRisk[group] = Arrays.stream(gone[group]).sum()
                    + Arrays.stream(open[group]).sum();
        }
        double[] observed = new double[groups];
        double[] expected = new double[groups];
        double[][] variance = new double[groups][groups];
        for (int time = 0; time < gone[0].length; time++) {
            long all = 0;
            long ends = 0;
            for (int group = 0; group < groups; group++) {
                all += atRisk[group];
                ends += gone[group][time];
            }
            for (int group = 0; group < groups && ends > 0; group++) {
                observed[group] += gone[group][time];
                expected[group] += (double) ends * atRisk[group] / all;
                vary(variance[group], group, atRisk, all, ends);
            }
            for (int group = 0; group < groups; group++) {
                atRisk[group] -= gone[group][time] + open[group][time];
            }
        }
        return tested(observed, expected, variance);
    }

    private static void vary(double[] row, int group, long[] atRisk, long all, long ends) {
        if (all < 2) {
            return;
        }
        double common = (double) ends * (all - ends) / (all - 1.0) / all;
        for (int other = 0; other < row.length; other++) {
            row[other] += common * atRisk[group] * ((other == group ? 1 : 0) - (double) atRisk[other] / all);
        }
    }

    /** The differences add up to nothing, so the last group is left out; groups in which nobody's end could be seen say nothing. */
    private static LogRank tested(double[] observed, double[] expected, double[][] variance) {
        int last = observed.length - 1;
        SingularValueDecomposition solved = new SingularValueDecomposition(
                new Array2DRowRealMatrix(variance).getSubMatrix(0, last - 1, 0, last - 1));
        RealVector apart = new ArrayRealVector(observed).subtract(new ArrayRealVector(expected));
        RealVector told = apart.getSubVector(0, last);
        double chiSquared = told.dotProduct(solved.getSolver().solve(told));
        int degrees = solved.getRank();
        double p = degrees == 0 ? 1 : ChiSquaredDistribution.of(degrees).survivalProbability(chiSquared);
        return new LogRank(observed, expected, chiSquared, degrees, p);
    }
}
