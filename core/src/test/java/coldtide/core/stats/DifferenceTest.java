package coldtide.core.stats;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class DifferenceTest {
    /** R. G. Newcombe, Statistics in Medicine 17 (1998) 873–890, table II, method 10; from memory. */
    @ParameterizedTest
    @CsvSource({
        "56,70,48,80,0.0524,0.3339",
        "9,10,3,10,0.1705,0.8090",
        "6,7,2,7,0.0582,0.8062",
        "5,56,0,29,-0.0381,0.1926",
        "0,10,0,20,-0.1611,0.2775",
        "0,10,0,10,-0.2775,0.2775",
        "10,10,0,20,0.6791,1.0000",
        "10,10,0,10,0.6075,1.0000"
    })
    void intervalsOfSharesAreThePublishedOnes(long a, long n, long b, long m, double low, double high) {
        Difference difference = Difference.of(Share.of(a, n), Share.of(b, m));
        assertThat(difference.low()).isCloseTo(low, within(0.00005));
        assertThat(difference.high()).isCloseTo(high, within(0.00005));
        assertThat(difference.value()).isCloseTo((double) a / n - (double) b / m, within(1e-12));
    }

    @Test
    void theTestOfSharesIsThePooledOne() {
        // By hand: pooled 104/150, error sqrt(p q (1/70 + 1/80)) = 0.075472, z = 2.6500, two-sided p = 0.00805.
        assertThat(Difference.of(Share.of(56, 70), Share.of(48, 80)).p()).isCloseTo(0.00805, within(0.00002));
        assertThat(Difference.of(Share.of(0, 10), Share.of(0, 20)).p()).isEqualTo(1);
    }

    /**
     * Approval of a head of government asked twice of 1,600 people: 944, then 880; 150 only first, 86 only second. A. Agresti,
     * Categorical Data Analysis, 2nd ed. 2002, section 10.1: difference 0.04, standard error 0.0095, interval 0.02 to 0.06, z = 4.17;
     * from memory.
     */
    @Test
    void sharesOfTheSamePeopleVaryLessThanOfTwoGroups() {
        Difference difference = Difference.ofTheSame(1_600, 150, 86);
        assertThat(difference.value()).isCloseTo(0.04, within(1e-12));
        assertThat((difference.high() - difference.low()) / 2 / 1.959964).isCloseTo(0.0095, within(0.0001));
        assertThat(difference.low()).isCloseTo(0.021, within(0.0005));
        assertThat(difference.p()).isCloseTo(3.1e-5, within(1e-6));
        assertThat(Difference.ofTheSame(10, 0, 0).p()).isEqualTo(1);
        assertThat(Difference.ofTheSame(10, 0, 0).high()).isPositive();
    }

    /**
     * Admissions to Berkeley in 1973 by the six largest departments, men and women: P. J. Bickel et al., Science 187 (1975); the counts
     * of R's UCBAdmissions, from memory. Of men 14.2 points more were admitted; within departments hardly any, for women rather than men.
     */
    @Test
    void thePooledGapOfTheAdmissionsIsMostlyMix() {
        long[] men = {512, 353, 120, 138, 53, 22};
        long[] ofMen = {825, 560, 325, 417, 191, 373};
        long[] women = {89, 17, 202, 131, 94, 24};
        long[] ofWomen = {108, 25, 593, 375, 393, 341};
        RateDecomposition taken = RateDecomposition.of(men, ofMen, women, ofWomen);
        double gap = 1198.0 / 2691 - 557.0 / 1835;
        assertThat(gap).isCloseTo(0.1416, within(0.0001));
        assertThat(taken.allMix() + taken.allWithin()).isCloseTo(gap, within(1e-12));
        assertThat(taken.allMix()).isGreaterThan(gap);
        assertThat(taken.allWithin()).isNegative();
        // A alone, by hand: sizes 0.3066 and 0.0589, shares 0.6206 and 0.8241, in the middle 0.7223; the whole in the
        // middle 0.3744.
        assertThat(taken.mix()[0]).isCloseTo((0.30658 - 0.05886) * (0.72234 - 0.37436), within(0.0001));
        assertThat(taken.within()[0]).isCloseTo((0.30658 + 0.05886) / 2 * (0.62061 - 0.82407), within(0.0001));
    }

    @Test
    void aGroupThatOnlyOneSideHasDiffersInSizeAlone() {
        RateDecomposition taken =
                RateDecomposition.of(new long[] {10, 0}, new long[] {40, 60}, new long[] {25, 0}, new long[] {100, 0});
        assertThat(taken.allWithin()).isZero();
        assertThat(taken.allMix()).isCloseTo(0.1 - 0.25, within(1e-12));
    }

    /** With 1 for each person below, the ratio is a mean and its error that of the mean. */
    @Test
    void aMeanIsARatioToPeople() {
        double[] values = {3, 1, 4, 1, 5, 9, 2, 6};
        RatioOfSums mean = new RatioOfSums();
        Arrays.stream(values).forEach(value -> mean.add(value, 1));
        double average = Arrays.stream(values).average().orElseThrow();
        double variance =
                Arrays.stream(values).map(v -> (v - average) * (v - average)).sum() / (values.length - 1);
        assertThat(mean.value()).isCloseTo(average, within(1e-12));
        assertThat(mean.standardError()).isCloseTo(Math.sqrt(variance / values.length), within(1e-12));
        assertThat(new RatioOfSums().value()).isNaN();
        assertThat(new RatioOfSums().standardError()).isNaN();
    }

    /** The linearised error against how ratios of samples in fact vary. */
    @Test
    void theErrorOfARatioIsHowMuchItVaries() {
        SplittableRandom random = new SplittableRandom(5);
        double[] ratios = new double[600];
        double error = 0;
        for (int i = 0; i < ratios.length; i++) {
            RatioOfSums ratio = new RatioOfSums();
            for (int person = 0; person < 400; person++) {
                int sessions = 1 + random.nextInt(6);
                ratio.add(sessions * (20 + 30 * random.nextDouble()), sessions);
            }
            ratios[i] = ratio.value();
            error += ratio.standardError() / ratios.length;
        }
        double mean = Arrays.stream(ratios).average().orElseThrow();
        double spread = Math.sqrt(
                Arrays.stream(ratios).map(r -> (r - mean) * (r - mean)).sum() / (ratios.length - 1));
        assertThat(error).isCloseTo(spread, within(0.1 * spread));
    }

    /** The 15 p-values of Benjamini and Hochberg, JRSS B 57 (1995), section 3: at 0.05 the four smallest are rejected. */
    @Test
    void falseDiscoveriesAreCorrectedAsInThePaper() {
        double[] p = {
            0.0001, 0.0004, 0.0019, 0.0095, 0.0201, 0.0278, 0.0298, 0.0344, 0.0459, 0.3240, 0.4262, 0.5719, 0.6528,
            0.7590, 1.000
        };
        double[] adjusted = FalseDiscovery.adjusted(p);
        assertThat(Arrays.stream(adjusted).filter(each -> each <= 0.05)).hasSize(4);
        assertThat(adjusted[3]).isLessThanOrEqualTo(0.05).isCloseTo(0.0095 * 15 / 4, within(1e-12));
        assertThat(adjusted).isSorted();
        // A test that could not be made counts for nothing, wherever it stands.
        double[] withGap = FalseDiscovery.adjusted(0.04, Double.NaN, 0.01);
        assertThat(withGap[0]).isEqualTo(0.04);
        assertThat(withGap[1]).isNaN();
        assertThat(withGap[2]).isEqualTo(0.02);
    }
}
