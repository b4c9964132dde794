package coldtide.core.retention;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Random;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Bits counted many words at a time, against counting each by itself; through the halves of rows in which they come. */
class BitCountsTest {
    private static final int BITS = 61;
    /** So many stand somewhere at a time. */
    private static final int STANDING = 677;

    private final Random random = new Random(61);

    /** Some rows have very many, some few, the first none. */
    private int row(int rows) {
        return 1 + (int) ((rows - 1) * Math.pow(random.nextDouble(), 3));
    }

    private long word() {
        return random.nextLong() & random.nextLong() >>> random.nextInt(60) & -1L >>> 64 - BITS;
    }

    private static long some(int row) {
        return -1L >>> row % BITS + 2;
    }

    /** What is counted of words of two ways, the second of which has none. */
    private static final class Counted {
        private final BitCounts counts;
        private final BitCounts following = new BitCounts(1, BITS);
        private final int[][] plain;
        private final int[] plainFollowing = new int[BITS];
        private final Waiting waiting;

        Counted(int rows) {
            counts = new BitCounts(rows, BITS);
            plain = new int[rows][BITS];
            waiting = new Waiting(2, rows, this::take);
        }

        private void take(int way, int row, long[] words, int from, int to) {
            if (way == 0) {
                counts.add(row, words, from, to, following, some(row));
                return;
            }
            for (int i = from; i < to; i++) {
                assertThat(words[i]).isZero();
            }
        }

        private void plain(int row, long word) {
            long follows = word & word << 1 & some(row);
            for (int bit = 0; bit < BITS; bit++) {
                plain[row][bit] += (int) (word >>> bit & 1);
                plainFollowing[bit] += (int) (follows >>> bit & 1);
            }
        }
    }

    @ParameterizedTest
    @CsvSource({"37, false", "37, true", "1, false", "1, true", "5000, true"})
    void countsAreThoseOfEachWordByItself(int rows, boolean isStanding) {
        Counted first = new Counted(rows);
        Counted second = new Counted(rows);
        for (int i = 0; i < 150; i++) {
            Counted one = i % 2 == 0 ? first : second;
            long[] standing = new long[STANDING];
            // A bit that is not counted is set in all.
            one.waiting.stand(new long[][] {standing, new long[STANDING]}, -1L >>> 64 - BITS);
            for (int place = 0; place < STANDING; place++) {
                int row = rows == 1 ? 0 : row(rows);
                long word = word();
                standing[place] = word | 1L << BITS;
                one.plain(row, word);
                if (isStanding) {
                    one.waiting.add(row, place);
                } else {
                    one.waiting.add(row, word, 0);
                }
            }
            one.waiting.settle();
        }
        first.waiting.takeAll();
        first.waiting.takeAll();
        second.waiting.takeAll();
        assertThat(first.following.of(0)).containsExactly(first.plainFollowing);

        first.counts.add(second.counts);
        for (int row = 0; row < rows; row++) {
            for (int bit = 0; bit < BITS; bit++) {
                first.plain[row][bit] += second.plain[row][bit];
            }
        }
        assertThat(first.counts.of(0, rows)).isDeepEqualTo(first.plain);
        assertThat(first.plain[rows / 37][0]).isGreaterThan(rows > 100 ? 1 : 1 << 11);
    }
}
