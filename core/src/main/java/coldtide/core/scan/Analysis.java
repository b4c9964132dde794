package coldtide.core.scan;

import coldtide.core.log.Shard;

/**
 * One question put to a log: one pass over shards of whole users with mergeable partial results, so that it runs on one
 * thread, on all cores, or on a partitioned data set elsewhere without change.
 *
 * <p>Law, held by a test for every analysis: any cut into shards and any order of merging gives the same result.
 *
 * @param <P> partial result; belongs to one thread at a time
 * @param <R> the result
 */
public interface Analysis<P, R> {
    /** A partial result of nothing. */
    P empty();

    /** Adds what {@code shard} holds to {@code partial}. */
    void scan(Shard shard, P partial);

    /** Adds {@code from} to {@code into}; {@code from} is not used again. */
    void merge(P into, P from);

    R finish(P partial);

    /** The same pass, whose result is the partial one of the whole log, for who has to look at it first. */
    default Analysis<P, P> unfinished() {
        Analysis<P, R> self = this;
        return new Analysis<>() {
            @Override
            public P empty() {
                return self.empty();
            }

            @Override
            public void scan(Shard shard, P partial) {
                self.scan(shard, partial);
            }

            @Override
            public void merge(P into, P from) {
                self.merge(into, from);
            }

            @Override
            public P finish(P partial) {
                return partial;
            }
        };
    }
}
