package coldtide.core.stats;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.SplittableRandom;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/**
 * How long people stay, against published values. Remission of leukaemia under 6-MP and placebo in weeks: E. J. Freireich et al., Blood
 * 21 (1963); estimates as R 4 survival prints them (survfit, survdiff), from memory, recomputed by hand where marked.
 */
class LastingTest {
    private static final int[] GONE = {6, 6, 6, 7, 10, 13, 16, 22, 23};
    private static final int[] OPEN = {6, 9, 10, 11, 17, 19, 20, 25, 32, 32, 34, 35};
    private static final int[] PLACEBO = {1, 1, 2, 2, 3, 4, 4, 5, 5, 8, 8, 8, 8, 11, 11, 12, 12, 15, 17, 22, 23};

    private static long[] byTime(int... times) {
        long[] counts = new long[36];
        IntStream.of(times).forEach(time -> counts[time]++);
        return counts;
    }

    @ParameterizedTest
    @CsvSource({
        "0,6,21,0.857,0.0764",
        "1,7,17,0.807,0.0869",
        "2,10,15,0.753,0.0963",
        "3,13,12,0.690,0.1068",
        "4,16,11,0.627,0.1141",
        "5,22,7,0.538,0.1282",
        "6,23,6,0.448,0.1346"
    })
    void productLimitIsThePublishedOne(int at, int time, long atRisk, double share, double error) {
        ProductLimit.Step step =
                ProductLimit.of(byTime(GONE), byTime(OPEN)).steps().get(at);
        assertThat(step.time()).isEqualTo(time);
        assertThat(step.atRisk()).isEqualTo(atRisk);
        assertThat(step.share()).isCloseTo(share, within(0.0006));
        assertThat(step.error()).isCloseTo(error, within(0.00006));
        assertThat(share).isStrictlyBetween(step.low(), step.high());
    }

    /** By hand at 6 weeks: exp(-exp(log(-log 0.857143) ± 1.96 × 0.0764 / (0.857143 × 0.154151))). */
    @Test
    void intervalsAreThoseOfTheLogarithmOfTheLogarithm() {
        ProductLimit.Step step =
                ProductLimit.of(byTime(GONE), byTime(OPEN)).steps().get(0);
        assertThat(step.low()).isCloseTo(0.6197, within(0.0002));
        assertThat(step.high()).isCloseTo(0.9516, within(0.0002));
    }

    @Test
    void theMedianIsTheFirstTimeAtWhichHalfAreGone() {
        assertThat(ProductLimit.of(byTime(GONE), byTime(OPEN)).median()).hasValue(23);
        assertThat(ProductLimit.of(byTime(PLACEBO), byTime()).median()).hasValue(8);
        assertThat(ProductLimit.of(byTime(1), byTime(2, 3)).median()).isEmpty();
    }

    @Test
    void whenNobodyIsOpenItIsThePlainShareLeft() {
        ProductLimit all = ProductLimit.of(byTime(PLACEBO), byTime());
        assertThat(all.steps())
                .allSatisfy(step -> assertThat(step.share())
                        .isCloseTo(
                                IntStream.of(PLACEBO)
                                                .filter(time -> time > step.time())
                                                .count()
                                        / 21.0,
                                within(1e-12)));
        assertThat(all.gone()).isEqualTo(21);
    }

    /** survdiff: observed 9 and 21, expected 19.3 and 10.7, chi-squared 16.8 with 1 degree of freedom, p = 4e-05. */
    @Test
    void theLogRankTestIsThePublishedOne() {
        LogRank test = LogRank.of(new long[][] {byTime(GONE), byTime(PLACEBO)}, new long[][] {byTime(OPEN), byTime()});
        assertThat(test.observed()).containsExactly(9, 21);
        assertThat(test.expected()[0]).isCloseTo(19.3, within(0.06));
        assertThat(test.expected()[1]).isCloseTo(10.7, within(0.06));
        assertThat(test.chiSquared()).isCloseTo(16.8, within(0.05));
        assertThat(test.degrees()).isEqualTo(1);
        assertThat(test.p()).isCloseTo(4.2e-5, within(1e-6));
    }

    /** Alike groups are told apart in one of twenty draws: that is what p means. */
    @Test
    void threeAlikeGroupsAreSeldomToldApart() {
        SplittableRandom random = new SplittableRandom(4);
        int told = 0;
        for (int draw = 0; draw < 400; draw++) {
            long[][] gone = new long[3][36];
            long[][] open = new long[3][36];
            for (int person = 0; person < 240; person++) {
                int end = (int) Math.min(35, -8 * Math.log(1 - random.nextDouble()));
                int seen = random.nextInt(36);
                (end <= seen ? gone : open)[person % 3][Math.min(end, seen)]++;
            }
            LogRank test = LogRank.of(gone, open);
            assertThat(test.degrees()).isEqualTo(2);
            told += test.p() < 0.05 ? 1 : 0;
        }
        assertThat(told).isBetween(8, 34);
    }

    @Test
    void aGroupOfNobodySaysNothing() {
        long[][] gone = {byTime(GONE), byTime(PLACEBO), byTime()};
        LogRank test = LogRank.of(gone, new long[][] {byTime(OPEN), byTime(), byTime()});
        assertThat(test.degrees()).isEqualTo(1);
        assertThat(test.chiSquared()).isCloseTo(16.8, within(0.05));
    }

    /**
     * Fader and Hardie (2007): shares left of both segments, the first seven years fitted, the next five foretold; α and β as published,
     * from memory. They come out of seven years, not of the four that our handbook names.
     */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "0.668 | 3.806 | 86.9,74.3,65.3,59.3,55.1,51.7,49.1 | 46.8,44.5,42.7,40.9,39.4",
                "0.704 | 1.182 | 63.1,46.8,38.2,32.6,28.9,26.2,24.1 | 22.3,20.7,19.4,18.3,17.3"
            })
    void projectionsAreThePublishedOnes(double alpha, double beta, String fitted, String later) {
        double[] left = numbers(fitted);
        double[] gone = new double[left.length];
        for (int age = 0; age < gone.length; age++) {
            gone[age] = 10 * ((age == 0 ? 100 : left[age - 1]) - left[age]);
        }
        ShiftedBetaGeometric model = ShiftedBetaGeometric.ofLosses(gone, 10 * left[left.length - 1]);
        assertThat(model.alpha()).isCloseTo(alpha, within(0.002));
        assertThat(model.beta()).isCloseTo(beta, within(0.006));
        double[] after = numbers(later);
        for (int i = 0; i < after.length; i++) {
            ShiftedBetaGeometric.Left at = model.at(left.length + 1 + i);
            assertThat(100 * at.share()).isCloseTo(after[i], within(2.0));
            assertThat(at.share()).isBetween(at.low(), at.high());
        }
    }

    private static double[] numbers(String text) {
        return java.util.Arrays.stream(text.split(","))
                .mapToDouble(each -> Double.parseDouble(each.trim()))
                .toArray();
    }

    /** Shares drawn from the model: its interval at a later age holds the truth about as often as it says. */
    @Test
    void intervalsHoldTheTruthAsOftenAsTheySay() {
        SplittableRandom random = new SplittableRandom(9);
        ShiftedBetaGeometric truth = new ShiftedBetaGeometric(0.6, 1.1, 1, new double[2][2]);
        int[] ages = {1, 2, 3, 4, 5, 6, 7, 8};
        int held = 0;
        for (int draw = 0; draw < 200; draw++) {
            double[] people = new double[ages.length];
            double[] back = new double[ages.length];
            for (int i = 0; i < ages.length; i++) {
                people[i] = 2_000 - 150.0 * i;
                double share = truth.at(ages[i]).share();
                back[i] = random.doubles((long) people[i])
                        .filter(chance -> chance < share)
                        .count();
            }
            ShiftedBetaGeometric model = ShiftedBetaGeometric.ofShares(ages, back, people);
            ShiftedBetaGeometric.Left at = model.at(16);
            held += at.low() <= truth.at(16).share() && truth.at(16).share() <= at.high() ? 1 : 0;
        }
        assertThat(held).isBetween(180, 200);
    }

    @Test
    void aMeanHasTheErrorOfPeople() {
        // 3, 1, 4, 1, 5: mean 2.8, variance 3.2, error 0.8.
        Mean mean = Mean.of(5, 14, 52);
        assertThat(mean.value()).isCloseTo(2.8, within(1e-12));
        assertThat(mean.high() - mean.value()).isCloseTo(1.959964 * 0.8, within(1e-6));
        assertThat(Mean.of(1, 3, 9).low()).isNaN();
    }
}
