package coldtide.core.measure;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class PercentileTest {
    private static final int CELLS = 3;

    /** Whether the values were written down, counted, or some of both: it is by the definition, written out here. */
    @ParameterizedTest
    @CsvSource({
        "1,1000,1000000,5000",
        "2,1000,20,300",
        "3,1,5,1",
        "4,2,2,5",
        "5,999,250,10",
        "6,5000,1,6000",
        "8,40000,1000000,50000",
        "9,40000,700,50000",
        "10,40000,2,50000",
        "7,800,7,400"
    })
    void itIsTheDefinitions(long seed, int size, int kinds, int mostSingle) {
        SplittableRandom random = new SplittableRandom(seed);
        List<Samples> parts = List.of(new Samples(CELLS, mostSingle), new Samples(CELLS, mostSingle));
        List<List<Double>> values = List.of(new ArrayList<>(), new ArrayList<>(), new ArrayList<>());
        for (int i = 0; i < size; i++) {
            double value = random.nextInt(kinds) / 8.0 - 40;
            int cell = random.nextInt(CELLS);
            values.get(cell).add(value);
            parts.get(random.nextInt(2)).add(cell, value);
        }
        Samples all = new Samples(CELLS, mostSingle);
        parts.forEach(all::add);
        Samples.ByCell byCell = all.byCell();
        for (double p : new double[] {0, 0.01, 0.25, 0.5, 0.9, 0.999, 1}) {
            assertSame(byCell.percentile(new int[] {0}, CELLS, p), values, p);
            assertSame(byCell.percentile(new int[] {0, 2}, 1, p), List.of(values.get(0), values.get(2)), p);
            for (int cell = 0; cell < CELLS; cell++) {
                assertSame(byCell.percentile(new int[] {cell}, 1, p), List.of(values.get(cell)), p);
            }
        }
    }

    private static void assertSame(double actual, List<List<Double>> cells, double p) {
        List<Double> values = cells.stream().flatMap(List::stream).sorted().toList();
        if (values.isEmpty()) {
            assertThat(actual).isNaN();
            return;
        }
        double rank = (values.size() - 1) * p;
        int below = (int) Math.floor(rank);
        int above = Math.min(below + 1, values.size() - 1);
        double expected = values.get(below) + (rank - below) * (values.get(above) - values.get(below));
        assertThat(actual).isCloseTo(expected, within(1e-9));
    }

    @Test
    void ofNothingThereIsNone() {
        assertThat(new Samples(2, 10).byCell().percentile(new int[] {0}, 2, 0.5))
                .isNaN();
        Samples counted = new Samples(2, 1);
        counted.add(1, -0.0);
        assertThat(counted.byCell().percentile(new int[] {0}, 1, 0.5)).isNaN();
        assertThat(counted.byCell().percentile(new int[] {0}, 2, 0.5)).isZero();
        assertThat(counted.different()).isEqualTo(1);
    }
}
