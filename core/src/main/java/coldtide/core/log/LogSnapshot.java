package coldtide.core.log;

import coldtide.core.log.column.BlockReader;
import coldtide.core.log.column.BlockWriter;
import java.time.LocalDate;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;

/**
 * A copy of a log builder's state that is written to storage and opened again much faster than the events can be read. It is of one moment and may be
 * read on another thread.
 */
public final class LogSnapshot {
    /** Changes whenever the bytes mean something else; what was sealed by another is not opened. */
    public static final int FORMAT = 4;

    private final byte[] head;
    private final Map<Integer, Shard> shards;
    private final LocalDate firstDay;

    /** @param firstDay from which the shards number days now; a block keeps the one it was written by */
    LogSnapshot(byte[] head, Map<Integer, Shard> shards, LocalDate firstDay) {
        this.head = head;
        this.firstDay = firstDay;
        this.shards = new TreeMap<>(shards);
    }

    /** Dictionaries, contexts, settings and bounds. */
    public byte[] head() {
        return head;
    }

    /** Numbers of the blocks. What a number means never changes, but for who is gone from it. */
    public Set<Integer> blocks() {
        return shards.keySet();
    }

    /** The columns of a block, about a megabyte. */
    public byte[] columns(int block) {
        BlockWriter out = new BlockWriter();
        out.number(firstDay.toEpochDay());
        shards.get(block).write(out);
        return out.bytes();
    }

    /**
     * A block's columns and who is gone, as they were sealed.
     *
     * @param firstDay from which days are numbered
     */
    static Shard read(byte[] columns, byte[] gone, LocalDate firstDay) {
        BlockReader in = new BlockReader(columns);
        long writtenBy = in.number();
        Shard shard = new Shard(in).earlier((int) (writtenBy - firstDay.toEpochDay()));
        return gone.length == 0 ? shard : shard.without(new BlockReader(gone).longs());
    }

    /** Users removed from a block since it was written; empty if there are none. */
    public byte[] gone(int block) {
        long[] gone = shards.get(block).gone();
        if (gone.length == 0) {
            return new byte[0];
        }
        BlockWriter out = new BlockWriter();
        out.array(gone);
        return out.bytes();
    }
}
