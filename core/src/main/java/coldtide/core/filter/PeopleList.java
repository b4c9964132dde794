package coldtide.core.filter;

import it.unimi.dsi.fastutil.longs.LongOpenHashSet;
import it.unimi.dsi.fastutil.longs.LongSet;
import it.unimi.dsi.fastutil.longs.LongSets;

/** Users named one by one, by whose they are (see {@code Shard.owner}). */
public final class PeopleList {
    private final LongSet owners;

    public PeopleList(long... owners) {
        this.owners = LongSets.unmodifiable(new LongOpenHashSet(owners));
    }

    LongSet owners() {
        return owners;
    }

    public int size() {
        return owners.size();
    }
}
