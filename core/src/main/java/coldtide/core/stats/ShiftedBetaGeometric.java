package coldtide.core.stats;

import java.util.function.ToDoubleFunction;
import java.util.stream.IntStream;
import org.apache.commons.math3.analysis.MultivariateFunction;
import org.apache.commons.math3.optim.InitialGuess;
import org.apache.commons.math3.optim.MaxEval;
import org.apache.commons.math3.optim.nonlinear.scalar.GoalType;
import org.apache.commons.math3.optim.nonlinear.scalar.ObjectiveFunction;
import org.apache.commons.math3.optim.nonlinear.scalar.noderiv.NelderMeadSimplex;
import org.apache.commons.math3.optim.nonlinear.scalar.noderiv.SimplexOptimizer;
import org.apache.commons.statistics.distribution.NormalDistribution;

/**
 * Each user stays from one age to the next with a chance of their own, and these chances are spread by a beta distribution: the
 * shifted-beta-geometric model of P. Fader and B. Hardie, Journal of Interactive Marketing 21 (2007) 76–90. What is left at age t is
 * S(t) = B(α, β + t) ÷ B(α, β).
 *
 * @param spread how many times as much as chance the data lie off the curve, at least 1
 * @param covariance of ln α and ln β, chance alone
 */
public record ShiftedBetaGeometric(double alpha, double beta, double spread, double[][] covariance) {
    private static final double Z = NormalDistribution.of(0, 1).inverseCumulativeProbability(0.975);
    private static final int MOST_STEPS = 20_000;
    private static final double SMALL = 1e-4;
    /** Beyond e to this the model is a plain geometric one and the parameters mean nothing by themselves. */
    private static final double MOST_LOG = 12;

    /** What is left at an age with its 95 % interval. */
    public record Left(double share, double low, double high) {}

    /**
     * Of one cohort, by greatest likelihood, as the paper does.
     *
     * @param gone from age 1: how many went between the age before and it
     * @param left how many were there at the last age
     */
    public static ShiftedBetaGeometric ofLosses(double[] gone, double left) {
        return fitted(
                logs -> {
                    double[] lefts = logLefts(logs, gone.length);
                    double likelihood = left * lefts[gone.length];
                    for (int age = 1; age <= gone.length; age++) {
                        likelihood +=
                                gone[age - 1] * (lefts[age - 1] + Math.log(-Math.expm1(lefts[age] - lefts[age - 1])));
                    }
                    return likelihood;
                },
                logs -> 1);
    }

    /**
     * Of shares at ages, each of its own cohorts, as of binomial counts. Where they lie further off the curve than chance alone would
     * bring them, intervals are widened by as much (McCullagh and Nelder, Generalized Linear Models, 2nd ed. 1989, section 4.5).
     *
     * @param ages at least 3, each at least 1
     * @param back how many were there at each of them, of {@code people}
     */
    public static ShiftedBetaGeometric ofShares(int[] ages, double[] back, double[] people) {
        int last = IntStream.of(ages).max().orElseThrow();
        return fitted(
                logs -> {
                    double[] lefts = logLefts(logs, last);
                    double likelihood = 0;
                    for (int i = 0; i < ages.length; i++) {
                        double log = lefts[ages[i]];
                        likelihood += back[i] * log + (people[i] - back[i]) * Math.log(-Math.expm1(log));
                    }
                    return likelihood;
                },
                logs -> {
                    double[] lefts = logLefts(logs, last);
                    double sum = 0;
                    for (int i = 0; i < ages.length; i++) {
                        double share = Math.exp(lefts[ages[i]]);
                        double off = back[i] - people[i] * share;
                        sum += off * off / (people[i] * share * (1 - share));
                    }
                    return Math.max(1, sum / (ages.length - 2));
                });
    }

    private static ShiftedBetaGeometric fitted(
            ToDoubleFunction<double[]> likelihood, ToDoubleFunction<double[]> spread) {
        MultivariateFunction bounded = logs -> Math.max(Math.abs(logs[0]), Math.abs(logs[1])) > MOST_LOG
                ? Double.NEGATIVE_INFINITY
                : likelihood.applyAsDouble(logs);
        double[] best = new SimplexOptimizer(1e-12, 1e-12)
                .optimize(
                        new MaxEval(MOST_STEPS),
                        new ObjectiveFunction(bounded),
                        GoalType.MAXIMIZE,
                        new InitialGuess(new double[] {0, 0}),
                        new NelderMeadSimplex(2, 0.5))
                .getPoint();
        return new ShiftedBetaGeometric(
                Math.exp(best[0]), Math.exp(best[1]), spread.applyAsDouble(best), covariance(likelihood, best));
    }

    /** The inverse of how sharply the likelihood falls off around its top. */
    private static double[][] covariance(ToDoubleFunction<double[]> likelihood, double... best) {
        double[][] curve = new double[2][2];
        for (int i = 0; i < 2; i++) {
            for (int j = 0; j < 2; j++) {
                curve[i][j] = -(at(likelihood, best, i, SMALL, j, SMALL)
                                - at(likelihood, best, i, SMALL, j, -SMALL)
                                - at(likelihood, best, i, -SMALL, j, SMALL)
                                + at(likelihood, best, i, -SMALL, j, -SMALL))
                        / (4 * SMALL * SMALL);
            }
        }
        double determinant = curve[0][0] * curve[1][1] - curve[0][1] * curve[1][0];
        return new double[][] {
            {curve[1][1] / determinant, -curve[0][1] / determinant},
            {-curve[1][0] / determinant, curve[0][0] / determinant}
        };
    }

    private static double at(
            ToDoubleFunction<double[]> likelihood, double[] best, int i, double byFirst, int j, double bySecond) {
        double[] logs = best.clone();
        logs[i] += byFirst;
        logs[j] += bySecond;
        return likelihood.applyAsDouble(logs);
    }

    /** By age up to the last: S(t) ÷ S(t − 1) = (β + t − 1) ÷ (α + β + t − 1), which costs much less than a beta function. */
    private static double[] logLefts(double[] logs, int last) {
        double alpha = Math.exp(logs[0]);
        double beta = Math.exp(logs[1]);
        double[] lefts = new double[last + 1];
        for (int age = 1; age <= last; age++) {
            lefts[age] = lefts[age - 1] - Math.log1p(alpha / (beta + age - 1));
        }
        return lefts;
    }

    /** The share left at an age; its interval by the delta method on the scale of log odds. */
    public Left at(int age) {
        double[] logs = {Math.log(alpha), Math.log(beta)};
        double odds = logOdds(logs, age);
        double[] slope = new double[2];
        for (int i = 0; i < 2; i++) {
            double[] above = logs.clone();
            double[] below = logs.clone();
            above[i] += SMALL;
            below[i] -= SMALL;
            slope[i] = (logOdds(above, age) - logOdds(below, age)) / (2 * SMALL);
        }
        double variance = slope[0] * slope[0] * covariance[0][0]
                + 2 * slope[0] * slope[1] * covariance[0][1]
                + slope[1] * slope[1] * covariance[1][1];
        double half = Z * Math.sqrt(Math.max(0, variance) * spread);
        return new Left(share(odds), share(odds - half), share(odds + half));
    }

    private static double logOdds(double[] logs, int age) {
        double log = logLefts(logs, age)[age];
        return log - Math.log(-Math.expm1(log));
    }

    private static double share(double logOdds) {
        return 1 / (1 + Math.exp(-logOdds));
    }
}
