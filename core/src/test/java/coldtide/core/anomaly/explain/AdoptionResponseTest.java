package coldtide.core.anomaly.explain;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import coldtide.core.anomaly.counts.DailyCourse;
import java.util.Random;
import java.util.stream.IntStream;
import org.apache.commons.statistics.distribution.PoissonDistribution;
import org.junit.jupiter.api.Test;

/** What is missing follows one of two rollouts that overlap; which one is drawn and found again. */
class AdoptionResponseTest {
    private static final int DAYS = 60;

    /** Nobody before a day, then a slow rollout. */
    private static double[] share(int from) {
        return IntStream.range(0, DAYS)
                .mapToDouble(day -> day < from ? 0 : 1 - Math.exp(-(day - from + 1) / 8.0))
                .toArray();
    }

    private static DailyCourse course(double[] share, double size, double each) {
        double[] expected = IntStream.range(0, DAYS)
                .mapToDouble(day -> each * (1 + 0.3 * Math.sin(day)))
                .toArray();
        double[] actual = IntStream.range(0, DAYS)
                .mapToDouble(day -> 1.1 * expected[day] * (1 - size * share[day]))
                .toArray();
        return DailyCourse.ofSlice(actual, expected);
    }

    @Test
    void sizeAndLevelAreFoundAgainWhereNothingScatters() {
        double[] share = share(30);
        AdoptionResponse dose = AdoptionResponse.of(course(share, 0.37, 400), share, 0, DAYS);
        assertThat(dose.size()).isCloseTo(0.37, within(1e-9));
        assertThat(dose.misfit()).isCloseTo(0, within(1e-9));
    }

    @Test
    void theRolloutThatTookItAlongFitsBetterThanTheNext() {
        double[] guilty = share(28);
        double[] next = share(38);
        Random random = new Random(5);
        int right = 0;
        for (int world = 0; world < 200; world++) {
            DailyCourse exact = course(guilty, 0.6, 60);
            double[] drawn = IntStream.range(0, DAYS)
                    .mapToDouble(day -> PoissonDistribution.of(exact.actual()[day])
                            .inverseCumulativeProbability(random.nextDouble()))
                    .toArray();
            DailyCourse course = DailyCourse.ofSlice(drawn, exact.expected());
            right += AdoptionResponse.of(course, guilty, 0, DAYS).misfit()
                            < AdoptionResponse.of(course, next, 0, DAYS).misfit()
                    ? 1
                    : 0;
        }
        assertThat(right).isGreaterThan(190);
    }

    @Test
    void daysOfWhichNothingIsExpectedAreLeftOut() {
        double[] share = share(30);
        DailyCourse course = course(share, 0.5, 100);
        double[] expected = course.expected();
        double[] gap = expected.clone();
        new Random(1).ints(8, 0, DAYS).forEach(day -> gap[day] = Double.NaN);
        assertThat(AdoptionResponse.of(DailyCourse.ofSlice(course.actual(), gap), share, 0, DAYS)
                        .size())
                .isCloseTo(0.5, within(1e-9));
    }
}
