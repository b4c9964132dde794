package coldtide.core.funnel;

import coldtide.core.funnel.FunnelAnswer.Times;
import coldtide.core.measure.Samples;
import coldtide.core.scan.ArraySums;
import java.time.Duration;
import java.util.List;
import java.util.stream.IntStream;
import java.util.stream.LongStream;

/** Times between steps: percentiles, and counts up to each bound. */
public final class TimesTaken {
    private static final long[] BOUNDS =
            FunnelAnalysis.TIME_BOUNDS.stream().mapToLong(Duration::toMillis).toArray();

    private final Samples samples;
    private final long[][] spread;

    public TimesTaken(int kinds) {
        samples = new Samples(kinds);
        spread = new long[kinds][BOUNDS.length + 1];
    }

    public void add(int kind, long millis) {
        samples.add(kind, millis);
        // Without a branch, since how long something takes is as good as chance to the processor.
        int bound = 0;
        for (long each : BOUNDS) {
            bound += millis > each ? 1 : 0;
        }
        spread[kind][bound]++;
    }

    public void add(TimesTaken from) {
        samples.add(from.samples);
        ArraySums.add(spread, from.spread);
    }

    public List<Times> told() {
        Samples.ByCell took = samples.byCell();
        return IntStream.range(0, spread.length)
                .mapToObj(kind -> new Times(
                        took.percentile(kind, 0.25),
                        took.percentile(kind, 0.5),
                        took.percentile(kind, 0.75),
                        took.percentile(kind, 0.9),
                        LongStream.of(spread[kind]).boxed().toList()))
                .toList();
    }
}
