package coldtide.core.measure;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import it.unimi.dsi.fastutil.doubles.Double2LongOpenHashMap;
import java.util.ArrayList;
import java.util.List;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class PercentileTest {
    /** Values that seldom repeat are selected from, others counted; both by the definition, written out here. */
    @ParameterizedTest
    @CsvSource({"1,1000,1000000", "2,1000,20", "3,1,5", "4,2,2", "5,999,250", "6,5000,1"})
    void itIsTheDefinitions(long seed, int size, int kinds) {
        SplittableRandom random = new SplittableRandom(seed);
        List<Double2LongOpenHashMap> parts =
                List.of(new Double2LongOpenHashMap(), new Double2LongOpenHashMap(), new Double2LongOpenHashMap());
        List<Double> values = new ArrayList<>();
        for (int i = 0; i < size; i++) {
            double value = random.nextInt(kinds) / 8.0 - 40;
            values.add(value);
            parts.get(random.nextInt(parts.size())).addTo(value, 1);
        }
        values.sort(null);
        for (double p : new double[] {0, 0.01, 0.25, 0.5, 0.9, 0.999, 1}) {
            double rank = (size - 1) * p;
            int below = (int) Math.floor(rank);
            int above = Math.min(below + 1, size - 1);
            double expected = values.get(below) + (rank - below) * (values.get(above) - values.get(below));
            assertThat(Percentile.of(parts, p)).isCloseTo(expected, within(1e-9));
        }
    }

    @Test
    void ofNothingThereIsNone() {
        assertThat(Percentile.of(List.of(), 0.5)).isNaN();
        assertThat(Percentile.of(List.of(new Double2LongOpenHashMap()), 0.5)).isNaN();
    }
}
