package coldtide.core.retention;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Random;
import org.junit.jupiter.api.Test;

/** Bits counted eight words at a time, against counting each by itself; through the batches in which they come. */
class BitCountsTest {
    private static final int ROWS = 37;
    private static final int BITS = 61;

    private final Random random = new Random(61);
    private final int[][] plain = new int[ROWS][BITS];
    private final int[] plainFollowing = new int[BITS];

    /** Some rows have very many, some few, the first none. */
    private int row() {
        return 1 + (int) ((ROWS - 1) * Math.pow(random.nextDouble(), 3));
    }

    private long word() {
        return random.nextLong() & random.nextLong() >>> random.nextInt(60) & -1L >>> 64 - BITS;
    }

    private static long some(int row) {
        return -1L >>> row + 2;
    }

    private void count(int row, long word) {
        long following = word & word << 1 & some(row);
        for (int bit = 0; bit < BITS; bit++) {
            plain[row][bit] += (int) (word >>> bit & 1);
            plainFollowing[bit] += (int) (following >>> bit & 1);
        }
    }

    /** Words of two ways, the second of which has none. */
    private void take(Waiting waiting, BitCounts counts, BitCounts following) {
        waiting.take((way, from, words) -> {
            for (int row = 0; row < ROWS; row++) {
                if (way == 0) {
                    counts.add(row, words, from[row], from[row + 1], following, some(row));
                } else {
                    for (int i = from[row]; i < from[row + 1]; i++) {
                        assertThat(words[i]).isZero();
                    }
                }
            }
        });
    }

    @Test
    void countsAreThoseOfEachWordByItself() {
        BitCounts first = new BitCounts(ROWS, BITS);
        BitCounts second = new BitCounts(ROWS, BITS);
        BitCounts following = new BitCounts(1, BITS);
        Waiting waiting = new Waiting(2, ROWS);
        int full = 0;
        for (int i = 0; i < 100_000; i++) {
            if (waiting.isFull()) {
                take(waiting, full++ % 2 == 0 ? first : second, following);
            }
            int row = row();
            long word = word();
            waiting.add(row, word, 0);
            count(row, word);
        }
        take(waiting, second, following);
        take(waiting, second, following);
        assertThat(full).isGreaterThan(4);

        first.add(second);
        assertThat(first.of(0, ROWS)).isDeepEqualTo(plain);
        assertThat(first.of(5, 7)).isDeepEqualTo(new int[][] {plain[5], plain[6]});
        assertThat(following.of(0)).containsExactly(plainFollowing);
        assertThat(plain[0]).containsOnly(0);
        assertThat(plain[1][0]).isGreaterThan(1 << 12);
    }
}
