package coldtide.core.retention;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Arrays;
import java.util.Random;
import java.util.stream.IntStream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Who is there counted 64 at a time, against counting each by itself; through the batches in which they come. */
class BitCountsTest {
    private static final int PEOPLE = 677;

    private final Random random = new Random(61);

    /** Some rows have very many, some few, the first none. */
    private int row(int rows) {
        return rows == 1 ? 0 : 1 + (int) ((rows - 1) * Math.pow(random.nextDouble(), 3));
    }

    private long word() {
        return random.nextLong() & random.nextLong() >>> random.nextInt(60);
    }

    /** Of the first half of rows. */
    private static int[] complete(int rows, int ages) {
        return IntStream.range(0, (rows + 1) / 2)
                .map(row -> (row + 20) % (ages + 1))
                .toArray();
    }

    /** What is counted of two ways, in the second of which nobody comes back. */
    private static final class Counted {
        private final int ages;
        private final BitCounts counts;
        private final BitCounts nobody;
        private final int[][] plain;
        private final int[] plainStayed;
        private final UserBlock batch;
        private final CohortBuffer waiting;

        Counted(int rows, int ages) {
            this.ages = ages;
            plainStayed = new int[ages];
            counts = new BitCounts(rows, ages, complete(rows, ages));
            nobody = new BitCounts(rows, ages, complete(rows, ages));
            plain = new int[rows][ages];
            batch = new UserBlock(rows, this::take);
            waiting = new CohortBuffer(2, ages, rows, this::take);
        }

        private void take(int way, long[] bits, int at) {
            batch.count(way == 0 ? counts : nobody, Arrays.copyOfRange(bits, at, at + ages));
        }

        private void take(int way, int row, long members, long[] bits) {
            (way == 0 ? counts : nobody).add(row, members, bits);
        }

        private void plain(int row, long agesThere) {
            for (int age = 0; age < ages; age++) {
                boolean isThere = (agesThere >>> age & 1) == 1;
                boolean wasThere = age > 0 && (agesThere >>> age - 1 & 1) == 1;
                plain[row][age] += isThere ? 1 : 0;
                plainStayed[age] += isThere && wasThere && isComplete(row, age) ? 1 : 0;
            }
        }

        private boolean isComplete(int row, int age) {
            int[] complete = complete(plain.length, ages);
            return row < complete.length && age < complete[row];
        }

        /** Everybody is of one row, every other one of a second, too. */
        private void shard(BitCountsTest test, int rows, boolean isStanding) {
            long[] standing = new long[(PEOPLE + 63) / 64 * 64];
            batch.stand(standing, new long[standing.length]);
            for (int person = 0; person < PEOPLE; person++) {
                long agesThere = test.word() & -1L >>> Long.SIZE - ages;
                for (int age = 0; age < ages; age++) {
                    standing[person / 64 * 64 + age] |= (agesThere >>> age & 1) << person % 64;
                }
                int row = test.row(rows);
                add(row, person, agesThere, isStanding);
                if (person % 2 == 0 && rows > 1) {
                    add((row + 1) % rows, person, agesThere, isStanding);
                }
            }
            batch.settle();
        }

        private void add(int row, int person, long agesThere, boolean isStanding) {
            plain(row, agesThere);
            if (isStanding) {
                batch.add(row, person);
            } else {
                waiting.add(row, agesThere, 0);
            }
        }
    }

    @ParameterizedTest
    @CsvSource({
        "37, 61, false",
        "37, 61, true",
        "37, 26, false",
        "1, 61, false",
        "1, 61, true",
        "1, 7, false",
        "5000, 61, true",
        "5000, 61, false",
        "5000, 26, false",
        "5000, 7, false"
    })
    void countsAreThoseOfEachByItself(int rows, int ages, boolean isStanding) {
        Counted first = new Counted(rows, ages);
        Counted second = new Counted(rows, ages);
        for (int shard = 0; shard < 15; shard++) {
            first.shard(this, rows, isStanding);
            second.shard(this, rows, !isStanding);
        }
        first.waiting.settle();
        second.waiting.settle();
        assertThat(first.counts.stayed()).containsExactly(first.plainStayed);
        assertThat(second.counts.stayed()).containsExactly(second.plainStayed);

        first.counts.add(second.counts);
        for (int row = 0; row < rows; row++) {
            for (int age = 0; age < ages; age++) {
                first.plain[row][age] += second.plain[row][age];
            }
        }
        assertThat(first.counts.there(0, rows)).isDeepEqualTo(first.plain);
        assertThat(first.plain[rows / 37][1]).isGreaterThan(rows > 100 ? 1 : 100);
        assertThat(first.nobody.there(0, rows)).isDeepEqualTo(new int[rows][ages]);
    }
}
