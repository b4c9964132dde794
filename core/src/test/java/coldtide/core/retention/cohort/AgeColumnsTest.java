package coldtide.core.retention.cohort;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Random;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** Columns of ages against looking at each age of each. */
class AgeColumnsTest {
    private static final int AT = 64;

    static Stream<List<Ages>> whoeverIsThereAtAnyAgeIsThere() {
        return Stream.of(
                Ages.each(60),
                Ages.orLater(60),
                IntStream.rangeClosed(0, 30).mapToObj(to -> new Ages(0, to)).toList(),
                List.of(new Ages(3, 3)),
                List.of(new Ages(1, 7), new Ages(1, 7), new Ages(8, 14), new Ages(8, 20), new Ages(30, 60)),
                List.of(new Ages(0, 9), new Ages(4, 9), new Ages(5, 12), new Ages(9, 12)));
    }

    @ParameterizedTest
    @MethodSource
    void whoeverIsThereAtAnyAgeIsThere(List<Ages> columns) {
        Random random = new Random(60);
        AgeColumns inColumns = new AgeColumns(columns, columns.equals(Ages.each(60)));
        for (int round = 0; round < 5; round++) {
            long[] bits = IntStream.range(0, 3 * AT)
                    .mapToLong(age -> random.nextLong() & random.nextLong() & random.nextLong() & random.nextLong())
                    .toArray();
            assertThat(inColumns.of(bits, AT))
                    .containsExactly(columns.stream()
                            .mapToLong(ages -> IntStream.rangeClosed(ages.from(), ages.to())
                                    .mapToLong(age -> bits[AT + age])
                                    .reduce(0, (one, other) -> one | other))
                            .toArray());
        }
    }
}
