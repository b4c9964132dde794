package coldtide.core.stats;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import java.util.Random;
import java.util.stream.IntStream;
import org.apache.commons.statistics.descriptive.Quantile;
import org.junit.jupiter.api.Test;

class PercentileIntervalTest {
    private static double[] drawn(Random random, int size, double shift) {
        double[] values = IntStream.range(0, size)
                .mapToDouble(i -> shift + random.nextGaussian())
                .toArray();
        Arrays.sort(values);
        return values;
    }

    /** Against commons-statistics, whose usual method is median unbiased; definition 7 is asked for. */
    @Test
    void theValueIsThatOfTheLibrary() {
        double[] values = drawn(new Random(1), 137, 0);
        double expected =
                Quantile.withDefaults().with(Quantile.EstimationMethod.HF7).evaluate(values.clone(), 0.1);
        assertThat(PercentileInterval.of(values, 0.1, 137).value()).isCloseTo(expected, within(1e-12));
    }

    /** The lowest tenth of a standard normal lies at −1.2816 (any table). */
    @Test
    void theIntervalHoldsTheTruthAboutNineteenTimesOfTwenty() {
        Random random = new Random(2);
        long held = IntStream.range(0, 2_000)
                .filter(world -> {
                    PercentileInterval of = PercentileInterval.of(drawn(random, 200, 0), 0.1, 200);
                    return of.low() <= -1.2816 && -1.2816 <= of.high();
                })
                .count();
        assertThat(held / 2_000.0).isBetween(0.92, 0.98);
    }

    @Test
    void aDifferenceOfNoneIsHeldAndAShiftIsTold() {
        Random random = new Random(3);
        int held = 0;
        int told = 0;
        for (int world = 0; world < 1_000; world++) {
            PercentileInterval first = PercentileInterval.of(drawn(random, 300, 0), 0.1, 300);
            Difference none = first.less(PercentileInterval.of(drawn(random, 300, 0), 0.1, 300));
            held += none.low() <= 0 && 0 <= none.high() ? 1 : 0;
            told += first.less(PercentileInterval.of(drawn(random, 300, 0.6), 0.1, 300))
                                    .p()
                            < 0.05
                    ? 1
                    : 0;
        }
        assertThat(held / 1_000.0).isBetween(0.92, 0.985);
        assertThat(told / 1_000.0).isGreaterThan(0.9);
    }

    @Test
    void ofNothingNothingIsTold() {
        assertThat(PercentileInterval.of(new double[0], 0.5, 0).value()).isNaN();
    }
}
