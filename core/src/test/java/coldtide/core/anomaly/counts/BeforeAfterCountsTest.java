package coldtide.core.anomaly.counts;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import coldtide.core.anomaly.detect.Change;
import org.apache.commons.math3.stat.inference.AlternativeHypothesis;
import org.apache.commons.math3.stat.inference.BinomialTest;
import org.apache.commons.math3.stat.regression.OLSMultipleLinearRegression;
import org.apache.commons.statistics.distribution.NormalDistribution;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class BeforeAfterCountsTest {
    private static final double MANY = 1e12;

    /** Counts of a part alone, over equal times, with others that never change. */
    private static BeforeAfterCounts alone(double before, double after) {
        return new BeforeAfterCounts(before, 1, after, 1, MANY, 1, MANY, 1);
    }

    /**
     * Given the sum, as many before as after is a coin thrown: the exact test of commons-math. The root of the deviance, corrected
     * by a half, is about as far out.
     */
    @ParameterizedTest
    @CsvSource({"100,70", "400,330", "50,28", "1000,930", "20,8", "12,2"})
    void theDistanceOfTwoCountsIsThatOfTheExactBinomialTest(int before, int after) {
        BinomialTest exact = new BinomialTest();
        double upTo = exact.binomialTest(before + after, after, 0.5, AlternativeHypothesis.LESS_THAN);
        double distance = alone(before, after).distance();
        assertThat(NormalDistribution.of(0, 1).cumulativeProbability(distance))
                .isCloseTo(upTo, within(0.12 * upTo + 1e-4));
    }

    /** A share against one that is known: the exact test of commons-math again. */
    @ParameterizedTest
    @CsvSource({"200,66,0.4", "60,17,0.4", "400,345,0.9"})
    void theDistanceOfAShareIsThatOfTheExactBinomialTest(int of, int are, double usual) {
        double upTo = new BinomialTest().binomialTest(of, are, usual, AlternativeHypothesis.LESS_THAN);
        BeforeAfterCounts spans = new BeforeAfterCounts(
                1e9 * usual,
                1e9,
                are,
                of,
                BeforeAfterCounts.STEADY,
                BeforeAfterCounts.STEADY,
                BeforeAfterCounts.STEADY,
                BeforeAfterCounts.STEADY);
        assertThat(NormalDistribution.of(0, 1).cumulativeProbability(Rate.NEXT_DAY.distance(spans)))
                .isCloseTo(upTo, within(0.3 * upTo));
    }

    /** Difference in differences is what two times and two groups have in common in a regression of the logarithms: commons-math. */
    @Test
    void theChangeAgainstOthersIsTheInteractionOfARegression() {
        BeforeAfterCounts spans = new BeforeAfterCounts(300, 1000, 180, 900, 2000, 5000, 2300, 5200);
        double[] rates = {
            Math.log(2000.0 / 5000), Math.log(2300.0 / 5200), Math.log(300.0 / 1000), Math.log(180.0 / 900)
        };
        // Each cell twice, since a regression wants more rows than it has coefficients.
        double[] y = new double[8];
        double[][] x = new double[8][];
        for (int i = 0; i < 8; i++) {
            int cell = i % 4;
            int part = cell / 2;
            int after = cell % 2;
            y[i] = rates[cell];
            x[i] = new double[] {part, after, part * after};
        }
        OLSMultipleLinearRegression regression = new OLSMultipleLinearRegression();
        regression.newSampleData(y, x);
        assertThat(spans.against()).isCloseTo(regression.estimateRegressionParameters()[3], within(1e-9));
        assertThat(spans.expected()).isCloseTo(300 * 0.9 * (2300.0 / 5200) / (2000.0 / 5000), within(1e-9));
    }

    @Test
    void backwardsInTimeTheChangeIsTheOppositeAndAsFar() {
        BeforeAfterCounts there = new BeforeAfterCounts(300, 1000, 180, 900, 2000, 5000, 2300, 5200);
        BeforeAfterCounts back = new BeforeAfterCounts(180, 900, 300, 1000, 2300, 5200, 2000, 5000);
        assertThat(back.against()).isCloseTo(-there.against(), within(1e-12));
        assertThat(Math.signum(back.distance())).isEqualTo(-Math.signum(there.distance()));
    }

    @Test
    void fewOthersMakeItLessSure() {
        BeforeAfterCounts sure = new BeforeAfterCounts(300, 1000, 180, 1000, 30_000, 100_000, 30_000, 100_000);
        BeforeAfterCounts unsure = new BeforeAfterCounts(300, 1000, 180, 1000, 30, 100, 30, 100);
        assertThat(unsure.distance()).isGreaterThan(sure.distance()).isNegative();
        assertThat(Change.of(sure, 1).isFall()).isTrue();
        assertThat(Change.of(unsure, 1).isFall()).isFalse();
    }

    @Test
    void whereNothingWasBeforeNothingIsKnown() {
        BeforeAfterCounts spans = new BeforeAfterCounts(0, 1000, 180, 1000, 300, 1000, 300, 1000);
        assertThat(spans.isKnown()).isFalse();
        assertThat(Change.of(spans, 1).isKnown()).isFalse();
    }

    @Test
    void theIntervalOfAChangeHoldsItAndWidensWithScatter() {
        Change change = Change.of(alone(1000, 800), 1);
        Change scattered = Change.of(alone(1000, 800), 3);
        assertThat(change.part()).isCloseTo(-0.2, within(1e-9));
        assertThat(change.low()).isLessThan(-0.2).isGreaterThan(scattered.low());
        assertThat(change.high()).isGreaterThan(-0.2).isLessThan(scattered.high());
        assertThat(change.lost()).isCloseTo(200, within(1e-6));
    }
}
