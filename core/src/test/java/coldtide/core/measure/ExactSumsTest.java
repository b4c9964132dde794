package coldtide.core.measure;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.math.BigDecimal;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Held to {@link BigDecimal}. */
class ExactSumsTest {
    @Test
    void aTenthAndTwoTenthsAreThreeTenths() {
        ExactSums sums = new ExactSums(1);
        sums.add(0, 0.1, 1);
        sums.add(0, 0.2, 1);
        assertThat(sums.value(0)).isEqualTo(0.3);
    }

    /** Six instants in nanoseconds are more than a long holds. */
    @ParameterizedTest
    @ValueSource(doubles = {1.8e18, -1.8e18, 9.2e18, -9.2e18, 1.7e12, 123.456789, -0.000001})
    void manyLargeNumbersAreAddedExactly(double number) {
        ExactSums sums = new ExactSums(2);
        for (int i = 0; i < 1_000_000; i++) {
            sums.add(1, number, 1);
        }
        double expected =
                new BigDecimal(number).multiply(BigDecimal.valueOf(1_000_000)).doubleValue();
        assertThat(sums.value(1)).isCloseTo(expected, within(Math.abs(expected) * 1e-9));
        assertThat(sums.value(0)).isZero();
    }

    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3})
    void partsInAnyOrderGiveTheSameAsOnePass(long seed) {
        SplittableRandom random = new SplittableRandom(seed);
        ExactSums one = new ExactSums(4);
        ExactSums[] parts = {new ExactSums(4), new ExactSums(4), new ExactSums(4)};
        BigDecimal[] truth = {BigDecimal.ZERO, BigDecimal.ZERO, BigDecimal.ZERO, BigDecimal.ZERO};
        for (int i = 0; i < 10_000; i++) {
            double number = Math.round(random.nextDouble(-1e6, 1e6) * 1000) / 1000.0;
            int cell = random.nextInt(4);
            int times = random.nextInt(8) == 0 ? -1 : 1;
            one.add(cell, number, times);
            parts[random.nextInt(3)].add(cell, number, times);
            truth[cell] = truth[cell].add(BigDecimal.valueOf(number).multiply(BigDecimal.valueOf(times)));
        }
        parts[2].add(parts[0]);
        parts[2].add(parts[1]);
        double[] running = one.running(0, 4);
        BigDecimal sum = BigDecimal.ZERO;
        for (int cell = 0; cell < 4; cell++) {
            sum = sum.add(truth[cell]);
            assertThat(parts[2].value(cell)).isEqualTo(one.value(cell)).isEqualTo(truth[cell].doubleValue());
            assertThat(running[cell]).isEqualTo(sum.doubleValue());
        }
        one.addCell(0, 1);
        assertThat(one.value(1)).isEqualTo(truth[0].add(truth[1]).doubleValue());
    }
}
