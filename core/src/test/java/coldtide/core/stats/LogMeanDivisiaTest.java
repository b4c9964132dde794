package coldtide.core.stats;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import java.util.SplittableRandom;
import java.util.stream.DoubleStream;
import org.junit.jupiter.api.Test;

class LogMeanDivisiaTest {
    private static final SplittableRandom RANDOM = new SplittableRandom(20050);

    private static double[] factors(int count) {
        return DoubleStream.generate(() -> Math.exp(RANDOM.nextDouble(-6, 6)))
                .limit(count)
                .toArray();
    }

    private static double product(double[] factors) {
        return Arrays.stream(factors).reduce(1, (left, right) -> left * right);
    }

    /**
     * The example of two sectors of B. W. Ang, Energy Policy 33 (2005) 867–871: activity, share of it, intensity. Inputs and results from
     * memory; the results were also computed by hand from the formula.
     */
    @Test
    void theWorkedExampleOfTwoSectors() {
        double[] first = LogMeanDivisia.adds(new double[] {50, 0.2, 3}, new double[] {80, 0.5, 2});
        double[] second = LogMeanDivisia.adds(new double[] {50, 0.8, 0.5}, new double[] {80, 0.5, 0.4});
        assertThat(first[0] + second[0]).isCloseTo(32.38, within(0.005));
        assertThat(first[1] + second[1]).isCloseTo(38.28, within(0.005));
        assertThat(first[2] + second[2]).isCloseTo(-24.67, within(0.005));
        assertThat(DoubleStream.concat(DoubleStream.of(first), DoubleStream.of(second))
                        .sum())
                .isCloseTo(96 - 50, within(1e-9));
    }

    @Test
    void nothingRemainsAndTheWayBackIsTheWayThereTurnedRound() {
        for (int round = 0; round < 2_000; round++) {
            int count = 1 + RANDOM.nextInt(5);
            double[] before = factors(count);
            double[] after = factors(count);
            double[] there = LogMeanDivisia.adds(before, after);
            double[] back = LogMeanDivisia.adds(after, before);
            double change = product(after) - product(before);
            double size = Math.max(product(after), product(before));
            assertThat(Arrays.stream(there).sum()).isCloseTo(change, within(1e-9 * size));
            for (int i = 0; i < count; i++) {
                assertThat(back[i]).isCloseTo(-there[i], within(1e-9 * size));
                assertThat(Math.signum(there[i])).isEqualTo(Math.signum(after[i] - before[i]));
            }
        }
    }

    /** What vanishes takes all; it is what ever smaller numbers come near to. */
    @Test
    void whatVanishesTakesAll() {
        double[] before = {40, 0.1, 2, 5};
        assertThat(LogMeanDivisia.adds(before, new double[] {30, 0, 2, 5})).containsExactly(0, -40, 0, 0);
        assertThat(LogMeanDivisia.adds(new double[] {40, 0, 0, 5}, before)).containsExactly(0, 20, 20, 0);
        double[] near = LogMeanDivisia.adds(before, new double[] {30, 1e-300, 2, 5});
        assertThat(near[1]).isCloseTo(-40, within(0.1));
        assertThat(LogMeanDivisia.adds(new double[] {0, 3}, new double[] {0, 7}))
                .containsExactly(0, 0);
    }

    @Test
    void theMeanLiesBetweenAndOfEqualsIsTheSame() {
        assertThat(LogMeanDivisia.mean(7, 7)).isEqualTo(7);
        assertThat(LogMeanDivisia.mean(7, 7 * (1 + 1e-12))).isCloseTo(7, within(1e-9));
        // Geometric below, arithmetic above: B. C. Carlson, The American Mathematical Monthly 79 (1972) 615–618.
        assertThat(LogMeanDivisia.mean(2, 32)).isBetween(8.0, 17.0);
    }
}
