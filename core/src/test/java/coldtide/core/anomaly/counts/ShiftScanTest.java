package coldtide.core.anomaly.counts;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Arrays;
import java.util.List;
import java.util.Random;
import org.apache.commons.math3.distribution.PoissonDistribution;
import org.apache.commons.math3.random.Well19937c;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class ShiftScanTest {
    /**
     * Annual flow of the Nile at Aswan, 1871 to 1970: G. W. Cobb, Biometrika 65 (1978) 243–251; R's {@code Nile}. Typed from memory of the
     * R data set.
     */
    private static final double[] NILE = {
        1120, 1160, 963, 1210, 1160, 1160, 813, 1230, 1370, 1140, 995, 935, 1110, 994, 1020, 960, 1180, 799, 958, 1140,
        1100, 1210, 1150, 1250, 1260, 1220, 1030, 1100, 774, 840, 874, 694, 940, 833, 701, 916, 692, 1020, 1050, 969,
        831, 726, 456, 824, 702, 1120, 1100, 832, 764, 821, 768, 845, 864, 862, 698, 845, 744, 796, 1040, 759, 781, 865,
        845, 944, 984, 897, 822, 1010, 771, 676, 649, 846, 812, 742, 801, 1040, 860, 874, 848, 890, 744, 749, 838, 1050,
        918, 986, 797, 923, 975, 815, 1020, 906, 901, 1170, 912, 746, 919, 718, 714, 740
    };

    private static double[] all(int days, double value) {
        double[] values = new double[days];
        Arrays.fill(values, value);
        return values;
    }

    private static List<Shift> falls(double[] slice, double[] others, double least) {
        double[] everybody = new double[slice.length];
        for (int day = 0; day < slice.length; day++) {
            everybody[day] = slice[day] + others[day];
        }
        double[] ones = all(slice.length, 1);
        return new ShiftScan(Rate.ACTIVE_PEOPLE, slice, ones, everybody, ones, true).falls(least);
    }

    private static double[] poisson(long seed, int days, double mean) {
        return Arrays.stream(new PoissonDistribution(new Well19937c(seed), mean, 1e-12, 100).sample(days))
                .asDoubleStream()
                .toArray();
    }

    @Test
    void theNileFellOnceAfter1898() {
        double[] steady = all(NILE.length, 1e12);
        List<Shift> falls = new ShiftScan(Rate.SESSIONS, NILE, all(NILE.length, 1), steady, steady, false).falls(4);
        assertThat(falls).hasSize(1);
        assertThat(1871 + falls.get(0).from()).isEqualTo(1899);
    }

    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3, 4, 5, 6, 7, 8})
    void aFallByAFifthOfTwoHundredADayIsFoundWithItsFirstDay(long seed) {
        double[] slice = poisson(seed, 180, 200);
        double[] lower = poisson(100 + seed, 180, 160);
        System.arraycopy(lower, 70, slice, 70, 28);
        List<Shift> falls = falls(slice, poisson(200 + seed, 180, 4000), 4);
        assertThat(falls).as("seed %s", seed).isNotEmpty();
        Shift first = falls.get(0);
        assertThat(first.from()).isBetween(60, 85);
        assertThat(first.to()).isBetween(80, 112);
    }

    /** Of half a year or less, weeks of a fall are most of what it could be held against: what is usual is asked of all other days. */
    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3, 4, 5, 6, 7, 8})
    void aLongFallInAShortPastDoesNotLookUsual(long seed) {
        double[] slice = poisson(seed, 140, 14);
        System.arraycopy(poisson(100 + seed, 140, 5), 75, slice, 75, 26);
        List<Shift> falls = falls(slice, poisson(200 + seed, 140, 80), 4.8);
        assertThat(falls).as("seed %s", seed).hasSize(1);
        assertThat(falls.get(0).from()).isBetween(65, 85);
    }

    @Test
    void ofManyQuietSlicesHardlyOneIsTold() {
        int told = 0;
        for (long seed = 1; seed <= 100; seed++) {
            told += falls(poisson(seed, 180, 60), poisson(1000 + seed, 180, 2000), 4.5)
                    .size();
        }
        assertThat(told).isLessThanOrEqualTo(1);
    }

    @Test
    void whatFollowsABurstIsNoFall() {
        double[] slice = poisson(11, 120, 100);
        for (int day = 50; day < 57; day++) {
            slice[day] *= 8;
        }
        assertThat(falls(slice, poisson(12, 120, 2000), 4)).isEmpty();
    }

    @Test
    void aRiseOfTheOthersIsNoFallOfASlice() {
        double[] others = poisson(14, 120, 2000);
        for (int day = 60; day < 80; day++) {
            others[day] *= 1.5;
        }
        assertThat(falls(poisson(13, 120, 300), others, 4)).isEmpty();
    }

    @Test
    void aSliceThatDriftsMustMoveFurther() {
        int told = 0;
        for (long seed = 5; seed < 25; seed++) {
            Random random = new Random(seed);
            double[] slice = new double[180];
            double level = Math.log(300);
            for (int day = 0; day < slice.length; day++) {
                level += 0.05 * random.nextGaussian();
                slice[day] = Math.exp(level);
            }
            told += falls(slice, all(180, 5000), 4.5).size();
        }
        assertThat(told).isLessThanOrEqualTo(1);
    }

    @Test
    void tooYoungASliceIsNotJudged() {
        double[] slice = all(60, 0);
        Arrays.fill(slice, 45, 60, 50);
        slice[58] = 1;
        slice[59] = 1;
        double[] ones = all(60, 1);
        double[] under = all(60, 0);
        Arrays.fill(under, 45, 60, 20);
        assertThat(new ShiftScan(Rate.SESSIONS, slice, under, all(60, 500), ones, false).falls(3))
                .isEmpty();
    }
}
