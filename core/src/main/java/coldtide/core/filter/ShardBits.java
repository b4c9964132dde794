package coldtide.core.filter;

import coldtide.core.log.EventLog;
import coldtide.core.log.Shard;
import java.util.List;
import java.util.function.ToIntFunction;

/**
 * A condition computed shard by shard: a bit for each row, or for each user; or a value for each user. The logs it is asked about are all of one builder.
 */
abstract class ShardBits {
    static final ToIntFunction<Shard> ROWS = Shard::events;
    static final ToIntFunction<Shard> PEOPLE = Shard::people;

    final ShardCache kept = new ShardCache();

    final long[] bits(EventLog log, Shard shard) {
        return kept.of(shard, () -> compute(log, shard));
    }

    abstract long[] compute(EventLog log, Shard shard);

    /** All, or one or more, of some conditions. */
    static final class Joined extends ShardBits {
        private final List<ShardBits> parts;
        private final boolean all;
        private final ToIntFunction<Shard> size;

        Joined(List<ShardBits> parts, boolean all, ToIntFunction<Shard> size) {
            this.parts = parts;
            this.all = all;
            this.size = size;
        }

        @Override
        long[] compute(EventLog log, Shard shard) {
            int bitCount = size.applyAsInt(shard);
            long[] bits = all ? BitMasks.all(bitCount) : BitMasks.of(bitCount);
            for (ShardBits part : parts) {
                if (all) {
                    BitMasks.and(bits, part.bits(log, shard));
                } else {
                    BitMasks.or(bits, part.bits(log, shard));
                }
            }
            return bits;
        }
    }

    /** Those for whom a condition does not hold. */
    static final class Others extends ShardBits {
        private final ShardBits of;
        private final ToIntFunction<Shard> size;

        Others(ShardBits of, ToIntFunction<Shard> size) {
            this.of = of;
            this.size = size;
        }

        @Override
        long[] compute(EventLog log, Shard shard) {
            return BitMasks.not(of.bits(log, shard), size.applyAsInt(shard));
        }
    }
}
