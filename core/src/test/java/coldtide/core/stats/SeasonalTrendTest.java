package coldtide.core.stats;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class SeasonalTrendTest {
    private static final double[] PATTERN = {0, -0.1, -0.2, 0, 0.1, 0.3, -0.1};

    /** A level that drifts, a weekday pattern and scatter. */
    private static double[] series(long seed, int length, double drift, double scatter) {
        Random random = new Random(seed);
        double[] values = new double[length];
        double level = 5;
        for (int day = 0; day < length; day++) {
            level += drift * random.nextGaussian() + 0.002;
            values[day] = level + PATTERN[day % 7] + scatter * random.nextGaussian();
        }
        return values;
    }

    @ParameterizedTest
    @ValueSource(doubles = {0, 0.01, 0.02})
    void ofAHundredForecastBandsNinetyFiveHoldTheNextValue(double drift) {
        int inside = 0;
        int asked = 0;
        for (long seed = 1; seed <= 60; seed++) {
            double[] values = series(seed, 120, drift, 0.05);
            SeasonalTrend trend = new SeasonalTrend(7, values[0], 0.01);
            for (int day = 0; day < values.length; day++) {
                if (day > 28) {
                    double below = trend.next().below(values[day]);
                    asked++;
                    inside += below > 0.025 && below < 0.975 ? 1 : 0;
                }
                trend.learn(values[day]);
            }
        }
        assertThat((double) inside / asked).as("drift %s", drift).isBetween(0.92, 0.975);
    }

    @Test
    void whatHasNoScatterIsForecastExactly() {
        SeasonalTrend trend = new SeasonalTrend(7, 5, 0.01);
        for (int day = 0; day < 70; day++) {
            trend.learn(5 + 0.01 * day + PATTERN[day % 7]);
        }
        assertThat(trend.next().mean()).isCloseTo(5.7 + PATTERN[0], within(1e-3));
        trend.pass();
        assertThat(trend.next().mean()).isCloseTo(5.71 + PATTERN[1], within(5e-3));
    }

    @Test
    void anEvenPeriodHasAllItsHarmonics() {
        SeasonalTrend trend = new SeasonalTrend(4, 0, 1);
        double[] pattern = {3, -1, 0, -2};
        for (int step = 0; step < 80; step++) {
            trend.learn(pattern[step % 4]);
        }
        for (double expected : pattern) {
            assertThat(trend.next().mean()).isCloseTo(expected, within(1e-3));
            trend.pass();
        }
    }

    @Test
    void stepsWithoutAValueMakeItLessSureAndANewLevelIsFoundAtOnce() {
        SeasonalTrend trend = new SeasonalTrend(7, 5, 0.01);
        double[] values = series(3, 70, 0, 0.05);
        for (double value : values) {
            trend.learn(value);
        }
        double sure = trend.next().scale();
        SeasonalTrend copy = trend.copy();
        for (int day = 0; day < 7; day++) {
            trend.pass();
        }
        assertThat(trend.next().scale()).isGreaterThan(sure);
        copy.levelIsNew();
        copy.learn(8 + PATTERN[0]);
        assertThat(copy.next().mean()).isCloseTo(8 + PATTERN[1], within(0.15));
    }

    @Test
    void aPeriodOfOneIsRefused() {
        assertThatThrownBy(() -> new SeasonalTrend(1, 0, 1)).hasMessageContaining("not 1");
        assertThatThrownBy(() -> new SeasonalTrend(7, 0, 0)).hasMessageContaining("0.0");
    }
}
