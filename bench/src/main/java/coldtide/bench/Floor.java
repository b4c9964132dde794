package coldtide.bench;

import coldtide.core.log.EventLog;
import coldtide.core.log.Shard;
import coldtide.core.scan.Analysis;
import coldtide.core.scan.ScanRunner;
import java.util.function.ToLongFunction;

/** How fast memory gives columns when all threads read the day and the time of every event once: faster, nothing can be read. */
final class Floor {
    private static final int BYTES = 6;

    private final EventLog log;
    private final double millis;

    Floor(EventLog log, ScanRunner runner, int rounds) {
        this.log = log;
        double[] each = new double[2 * rounds + 1];
        for (int round = 0; round < each.length; round++) {
            each[round] = Bench.millis(() -> runner.run(log, new Touch()));
        }
        millis = Bench.median(each);
    }

    /** The least time in which some columns can be read, in milliseconds. */
    double millis(ToLongFunction<Shard> columns) {
        return millis * log.shards().stream().mapToLong(columns).sum() / BYTES / log.events();
    }

    void print() {
        System.out.printf(
                "reading day and time of every event once: %.2f ms, %.1f GB/s%n",
                millis, BYTES * log.events() / millis / 1e6);
    }

    private static final class Touch implements Analysis<long[], Long> {
        @Override
        public long[] empty() {
            return new long[1];
        }

        @Override
        public void scan(Shard shard, long[] partial) {
            long sum = 0;
            for (int row = 0; row < shard.events(); row++) {
                sum += shard.eventDay[row] + shard.eventMillisOfDay[row];
            }
            partial[0] += sum;
        }

        @Override
        public void merge(long[] into, long[] from) {
            into[0] += from[0];
        }

        @Override
        public Long finish(long[] partial) {
            if (partial[0] == 0) {
                throw new IllegalStateException("All events are of the first moment of the first day.");
            }
            return partial[0];
        }
    }
}
