package coldtide.core.anomaly.counts;

import static org.assertj.core.api.Assertions.assertThat;

import coldtide.core.tidetable.Figure;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.Random;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

class ExpectedRangeTest {
    private static final double[] WEEK = {0.93, 0.96, 0.96, 0.96, 1.02, 1.14, 1.12};

    /** People a day with a weekday pattern that slowly become more. */
    private static double[] people(long seed, int days) {
        Random random = new Random(seed);
        return IntStream.range(0, days)
                .mapToDouble(day -> (2000 + 3 * day) * WEEK[day % 7] * (1 + 0.02 * random.nextGaussian()))
                .toArray();
    }

    private static ExpectedRange band(Figure figure, double... values) {
        List<OptionalDouble> days = new ArrayList<>();
        for (double value : values) {
            days.add(Double.isNaN(value) ? OptionalDouble.empty() : OptionalDouble.of(value));
        }
        return ExpectedRange.of(ExpectedRange.Scale.of(figure), days);
    }

    @Test
    void forThreeWeeksItLearns() {
        List<Optional<ExpectedRangeDay>> days =
                band(Figure.ACTIVE_PEOPLE, people(1, 40)).days();
        assertThat(days).hasSize(40);
        assertThat(days.subList(0, 21)).allMatch(Optional::isEmpty);
        assertThat(days.subList(23, 40)).allMatch(Optional::isPresent);
    }

    @Test
    void ofQuietDaysAboutNinetyFiveOfAHundredLieInIt() {
        int inside = 0;
        int asked = 0;
        int falls = 0;
        for (long seed = 1; seed <= 40; seed++) {
            double[] values = people(seed, 180);
            ExpectedRange band = band(Figure.ACTIVE_PEOPLE, values);
            falls += band.falls().size();
            for (int day = 0; day < values.length; day++) {
                Optional<ExpectedRangeDay> of = band.days().get(day);
                if (of.isPresent()) {
                    asked++;
                    inside += values[day] >= of.get().low()
                                    && values[day] <= of.get().high()
                            ? 1
                            : 0;
                }
            }
        }
        assertThat((double) inside / asked).isBetween(0.92, 0.98);
        // 40 half-years: at most one a year and figure.
        assertThat(falls).isLessThanOrEqualTo(20);
    }

    @Test
    void aFallByAQuarterIsFoundOnItsDaysAndNotLearntFrom() {
        double[] values = people(2, 120);
        for (int day = 70; day < 80; day++) {
            values[day] *= 0.75;
        }
        ExpectedRange band = band(Figure.ACTIVE_PEOPLE, values);
        assertThat(band.falls()).hasSize(1);
        assertThat(band.falls().get(0).from()).isEqualTo(70);
        assertThat(band.falls().get(0).to()).isEqualTo(80);
        assertThat(band.days().get(79).orElseThrow().low()).isGreaterThan(values[79]);
        assertThat(band.days().get(85).orElseThrow().low()).isLessThan(values[85]);
    }

    @Test
    void oneDayFarBelowIsAFallAndAHolidaysPeakIsNot() {
        double[] values = people(3, 100);
        values[60] *= 0.5;
        values[80] *= 1.5;
        assertThat(band(Figure.ACTIVE_PEOPLE, values).falls())
                .singleElement()
                .satisfies(fall -> assertThat(fall.from()).isEqualTo(60));
    }

    @Test
    void afterFourWeeksTheNewLevelIsTakenForWhatItIs() {
        double[] values = people(4, 160);
        for (int day = 70; day < 160; day++) {
            values[day] *= 0.6;
        }
        ExpectedRange band = band(Figure.ACTIVE_PEOPLE, values);
        assertThat(band.falls()).hasSize(1);
        assertThat(band.falls().get(0).to()).isBetween(96, 105);
        assertThat(band.days().get(150).orElseThrow().expected()).isBetween(values[150] * 0.85, values[150] * 1.15);
    }

    @Test
    void ofAFigureOfLossARiseIsTold() {
        double[] values = people(5, 100);
        values[60] *= 1.6;
        assertThat(band(Figure.UNINSTALLS, values).falls())
                .singleElement()
                .satisfies(fall -> assertThat(fall.from()).isEqualTo(60));
        values = people(5, 100);
        values[60] *= 0.5;
        assertThat(band(Figure.UNINSTALLS, values).falls()).isEmpty();
    }

    @Test
    void daysWithoutAValueAndDaysOfNothingBreakNothing() {
        double[] values = people(6, 80);
        values[0] = Double.NaN;
        values[40] = Double.NaN;
        values[50] = 0;
        ExpectedRange band = band(Figure.ACTIVE_PEOPLE, values);
        assertThat(band.days()).hasSize(80);
        assertThat(band.falls())
                .singleElement()
                .satisfies(fall -> assertThat(fall.from()).isEqualTo(50));
    }

    @Test
    void whatIsMostlyNothingIsNotFollowedByTheDay() {
        double[] values = new double[80];
        for (int day = 0; day < 80; day += 3) {
            values[day] = 5;
        }
        assertThat(band(Figure.REFUNDS, values).days()).allMatch(Optional::isEmpty);
    }
}
