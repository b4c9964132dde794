package coldtide.core.measure;

import coldtide.core.filter.value.Value;
import coldtide.core.log.EventLog;
import coldtide.core.log.Shard;
import coldtide.core.log.column.Dictionary;
import coldtide.core.scan.Analysis;
import coldtide.core.scan.ScanRunner;
import it.unimi.dsi.fastutil.HashCommon;
import it.unimi.dsi.fastutil.ints.IntArrays;
import it.unimi.dsi.fastutil.longs.Long2LongMap;
import it.unimi.dsi.fastutil.longs.Long2LongMaps;
import it.unimi.dsi.fastutil.longs.Long2LongOpenHashMap;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.Comparator;
import java.util.List;
import java.util.PriorityQueue;

/**
 * The most frequent of any number of values: exact, and in bounded space.
 *
 * <p>The first pass counts values as long as they are few, and from then on how many things fall into each of some buckets by a
 * hash of their value. Only then do further passes follow. Each counts the values of so many buckets, the fullest
 * first, that no more values than there is room for can be in them; the passes end when no bucket is left that holds as much as
 * the least frequent of the values found. So there is a pass for each {@code room} of things at the worst, and never an error.
 *
 * @param top most frequent first, equally frequent ones by text
 * @param all how many things were counted
 * @param notSet how many of them have no value
 */
public record TopValues(List<Frequent> top, long all, long notSet) {
    /** A value and how often it is there. */
    public record Frequent(String text, long count) {}

    /** Takes the value of one thing after another. */
    public interface Into {
        /** @param value as {@link Value} writes it */
        void take(long value);
    }

    /** Gives the values of all things in a shard, the same each time. */
    public interface Source {
        void each(Shard shard, Into into);
    }

    private static final int ROOM = 1 << 20;
    private static final int FEW = 1 << 13;
    private static final int BUCKET_BITS = 16;

    private static final Comparator<Frequent> BEST_LAST =
            Comparator.comparingLong(Frequent::count).thenComparing(Frequent::text, Comparator.reverseOrder());

    public static TopValues of(EventLog log, ScanRunner runner, Source source, int top) {
        return of(log, runner, source, top, FEW, ROOM);
    }

    /**
     * @param few most values told apart in the first pass
     * @param room most values told apart in each further pass, if no single bucket holds more
     */
    public static TopValues of(EventLog log, ScanRunner runner, Source source, int top, int few, int room) {
        Counts first = runner.run(log, new Pass(source, new BitSet(), few));
        Best best = new Best(top, log.texts());
        if (first.values != null) {
            best.offer(first.values);
        } else {
            int[] order = fullestFirst(first.buckets);
            for (int at = 0; at < order.length && best.mayBeIn(first.buckets[order[at]]); ) {
                BitSet wanted = new BitSet();
                for (long things = 0; at < order.length; at++) {
                    things += first.buckets[order[at]];
                    if (things > room && !wanted.isEmpty()) {
                        break;
                    }
                    wanted.set(order[at]);
                }
                best.offer(runner.run(log, new Pass(source, wanted, Integer.MAX_VALUE)).values);
            }
        }
        return new TopValues(best.inOrder(), first.all, first.notSet);
    }

    /** The most frequent of values that have been counted already. */
    public static List<Frequent> of(EventLog log, Long2LongOpenHashMap counted, int top) {
        Best best = new Best(top, log.texts());
        best.offer(counted);
        return best.inOrder();
    }

    private static int[] fullestFirst(long[] buckets) {
        int[] order = new int[buckets.length];
        for (int bucket = 0; bucket < order.length; bucket++) {
            order[bucket] = bucket;
        }
        IntArrays.quickSort(order, (a, b) -> Long.compare(buckets[b], buckets[a]));
        return order;
    }

    /** How many things have other values than those at the top. */
    public long other() {
        return all - notSet - top.stream().mapToLong(Frequent::count).sum();
    }

    private static int bucket(long value) {
        return (int) (HashCommon.mix(value) >>> 64 - BUCKET_BITS);
    }

    /** What one pass has counted: how often each value is there, or once they were too many, how much is in each bucket. */
    private static final class Counts {
        Long2LongOpenHashMap values = new Long2LongOpenHashMap();
        long[] buckets;
        long all;
        long notSet;

        void add(long value, long count, int most) {
            if (buckets != null) {
                buckets[bucket(value)] += count;
                return;
            }
            values.addTo(value, count);
            if (values.size() > most) {
                toBuckets();
            }
        }

        private void toBuckets() {
            buckets = new long[1 << BUCKET_BITS];
            Long2LongMaps.fastForEach(values, entry -> buckets[bucket(entry.getLongKey())] += entry.getLongValue());
            values = null;
        }

        /** With room made before: a table filled in the order of a larger one of its kind would be a single long chain. */
        void add(Counts from, int most) {
            all += from.all;
            notSet += from.notSet;
            if (from.buckets == null) {
                if (buckets == null) {
                    values.ensureCapacity(values.size() + from.values.size());
                }
                Long2LongMaps.fastForEach(from.values, entry -> add(entry.getLongKey(), entry.getLongValue(), most));
                return;
            }
            if (buckets == null) {
                toBuckets();
            }
            for (int bucket = 0; bucket < buckets.length; bucket++) {
                buckets[bucket] += from.buckets[bucket];
            }
        }
    }

    /** Counts the values of some buckets, or of all if none is named. */
    private record Pass(Source source, BitSet wanted, int most) implements Analysis<Counts, Counts> {
        @Override
        public Counts empty() {
            return new Counts();
        }

        @Override
        public void scan(Shard shard, Counts partial) {
            source.each(shard, value -> {
                partial.all++;
                if (value == Value.NONE) {
                    partial.notSet++;
                } else if (wanted.isEmpty() || wanted.get(bucket(value))) {
                    partial.add(value, 1, most);
                }
            });
        }

        @Override
        public void merge(Counts into, Counts from) {
            into.add(from, most);
        }

        @Override
        public Counts finish(Counts partial) {
            return partial;
        }
    }

    /** The best so far, the worst of them at the head. */
    private static final class Best {
        private final int most;
        private final Dictionary texts;
        private final PriorityQueue<Frequent> queue = new PriorityQueue<>(BEST_LAST);

        Best(int most, Dictionary texts) {
            this.most = most;
            this.texts = texts;
        }

        /** Whether a value that is there at most so often may belong to them. */
        boolean mayBeIn(long count) {
            return count > 0 && (queue.size() < most || count >= queue.element().count());
        }

        void offer(Long2LongOpenHashMap values) {
            for (Long2LongMap.Entry each : values.long2LongEntrySet()) {
                if (mayBeIn(each.getLongValue())) {
                    queue.add(new Frequent(Value.written(texts, each.getLongKey()), each.getLongValue()));
                    if (queue.size() > most) {
                        queue.remove();
                    }
                }
            }
        }

        List<Frequent> inOrder() {
            List<Frequent> values = new ArrayList<>(queue);
            values.sort(BEST_LAST.reversed());
            return values;
        }
    }
}
