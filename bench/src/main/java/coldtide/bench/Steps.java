package coldtide.bench;

import coldtide.core.log.EventLog;
import coldtide.core.log.Shard;
import coldtide.core.scan.Analysis;
import java.util.Arrays;
import java.util.List;

/**
 * People who got to each of some steps, in order and within a time of their entry, by their best attempt: a sketch that proves the
 * shape. One pass; the only state is, for each step, the latest entry from which it was reached, since a later entry leaves more
 * time.
 */
final class Steps implements Analysis<long[], List<Long>> {
    private static final int NONE = -1;

    private final EventLog log;
    private final int steps;
    private final long windowMillis;
    private final byte[] stepOf;

    Steps(EventLog log, List<String> names, long windowMillis) {
        this.log = log;
        this.windowMillis = windowMillis;
        steps = names.size();
        stepOf = new byte[log.eventNames().size()];
        Arrays.fill(stepOf, (byte) NONE);
        for (int step = 0; step < steps; step++) {
            stepOf[log.nameCode(names.get(step)).orElseThrow()] = (byte) step;
        }
    }

    @Override
    public long[] empty() {
        return new long[steps];
    }

    @Override
    public void scan(Shard shard, long[] partial) {
        long[] entry = new long[steps];
        for (int person = shard.person(0); person < shard.people(); person = shard.person(person + 1)) {
            int deepest = NONE;
            for (int row = shard.eventFrom[person]; row < shard.eventFrom[person + 1]; row++) {
                int step = stepOf[shard.eventName[row]];
                if (step == NONE || step > deepest + 1) {
                    continue;
                }
                long time = log.millisAt(shard, row);
                if (step == 0) {
                    entry[0] = time;
                    deepest = Math.max(deepest, 0);
                } else if (time - entry[step - 1] <= windowMillis) {
                    entry[step] = entry[step - 1];
                    deepest = Math.max(deepest, step);
                    if (step == steps - 1) {
                        break;
                    }
                }
            }
            for (int step = 0; step <= deepest; step++) {
                partial[step]++;
            }
        }
    }

    @Override
    public void merge(long[] into, long[] from) {
        for (int step = 0; step < steps; step++) {
            into[step] += from[step];
        }
    }

    @Override
    public List<Long> finish(long[] partial) {
        return Arrays.stream(partial).boxed().toList();
    }
}
