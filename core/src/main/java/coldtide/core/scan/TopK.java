package coldtide.core.scan;

import java.util.Comparator;
import java.util.List;
import java.util.PriorityQueue;

/**
 * Keeps the first {@code k} of many elements by an order. Not safe for several threads.
 */
public final class TopK<T> {
    private final Comparator<T> bestFirst;
    private final int room;
    /** The worst at the head. */
    private final PriorityQueue<T> kept;

    public TopK(Comparator<T> bestFirst, int room) {
        this.bestFirst = bestFirst;
        this.room = room;
        kept = new PriorityQueue<>(bestFirst.reversed());
    }

    public void offer(T candidate) {
        if (kept.size() < room) {
            kept.add(candidate);
        } else if (room > 0 && bestFirst.compare(candidate, kept.element()) < 0) {
            kept.remove();
            kept.add(candidate);
        }
    }

    public void offerAll(TopK<T> others) {
        others.kept.forEach(this::offer);
    }

    /** Those kept, the best first, without the first {@code from}. */
    public List<T> from(int from) {
        return kept.stream().sorted(bestFirst).skip(from).toList();
    }
}
