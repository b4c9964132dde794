package coldtide.core.filter;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Random;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class BitMasksTest {
    @ParameterizedTest
    @ValueSource(ints = {1, 2, 3, 4, 5, 8, 16, 17, 26, 32, 33, 61, 64})
    void rowsBecomeColumns(int columns) {
        Random random = new Random(columns);
        long[] rows = random.longs(64).map(row -> row & -1L >>> 64 - columns).toArray();
        long[] turned = rows.clone();
        BitMasks.turn(turned, columns);
        for (int row = 0; row < 64; row++) {
            for (int column = 0; column < columns; column++) {
                assertThat(turned[column] >>> row & 1)
                        .as("row %d, column %d", row, column)
                        .isEqualTo(rows[row] >>> column & 1);
            }
        }
    }
}
