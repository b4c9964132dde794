package coldtide.core.catalogue;

import static org.assertj.core.api.Assertions.assertThat;

import coldtide.core.catalogue.CatalogueProperty.Frequency;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class ValueSampleTest {
    private static ValueSample of(List<Integer> values) {
        ValueSample sample = new ValueSample();
        values.forEach(value -> sample.add(value, 1));
        return sample;
    }

    @Test
    void aThousandValuesAreCountedExactly() {
        ValueSample sample = new ValueSample();
        for (int value = 0; value < ValueSample.MOST; value++) {
            sample.add("value " + value, value + 1L);
        }
        assertThat(sample.isPart()).isFalse();
        assertThat(sample.distinct()).isEqualTo(ValueSample.MOST);
        assertThat(sample.top(2)).containsExactly(new Frequency("value 999", 1000), new Frequency("value 998", 999));
    }

    /** Numbers come in two signs of zero and are one. */
    @Test
    void numbersAreWrittenPlainly() {
        ValueSample sample = new ValueSample();
        sample.add(0.0, 2);
        sample.add(-0.0, 1);
        sample.add(2.50, 1);
        assertThat(sample.top(5)).containsExactly(new Frequency("0", 3), new Frequency("2.5", 1));
    }

    /** Four standard errors of 3.2 %: by chance once in some ten thousand, and these values are always the same. */
    @ParameterizedTest
    @ValueSource(ints = {1_500, 20_000, 300_000})
    void howManyValuesThereAreIsKnownAboutWhereThereAreMore(int distinct) {
        ValueSample sample = new ValueSample();
        for (int value = 0; value < distinct; value++) {
            sample.add("player-" + value, 1);
        }
        assertThat(sample.isPart()).isTrue();
        assertThat((double) sample.distinct() / distinct).isBetween(0.87, 1.13);
    }

    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3})
    void whatStaysAndItsCountsDependNeitherOnOrderNorOnParts(long seed) {
        List<Integer> values = new ArrayList<>();
        Random random = new Random(seed);
        for (int i = 0; i < 60_000; i++) {
            values.add((int) Math.abs(random.nextGaussian() * 3_000));
        }
        ValueSample whole = of(values);
        Collections.shuffle(values, random);
        ValueSample merged = of(values.subList(0, 500));
        merged.addAll(of(values.subList(500, 40_000)));
        merged.addAll(of(values.subList(40_000, 60_000)));
        assertThat(merged.top(ValueSample.MOST)).isEqualTo(whole.top(ValueSample.MOST));
        assertThat(merged.distinct()).isEqualTo(whole.distinct());
        for (Frequency part : whole.top(20)) {
            int value = Integer.parseInt(part.of());
            assertThat(part.count()).isEqualTo(Collections.frequency(values, value));
        }
    }
}
