package coldtide.core.funnel;

import coldtide.core.filter.value.Value;
import coldtide.core.funnel.FunnelAnswer.Stairs;
import coldtide.core.log.EventLog;
import coldtide.core.measure.MeasureAnswer.Kind;
import coldtide.core.measure.MeasureAnswer.Part;
import coldtide.core.measure.TopValues;
import coldtide.core.measure.TopValues.Frequent;
import coldtide.core.scan.ArraySums;
import it.unimi.dsi.fastutil.longs.Long2LongOpenHashMap;
import it.unimi.dsi.fastutil.longs.Long2ObjectMaps;
import it.unimi.dsi.fastutil.longs.Long2ObjectOpenHashMap;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * How far units got, by the value each has: of some values, or of all that there are, as long as these are few. The rest are counted
 * together.
 */
final class CountsByValue {
    /** Most values told apart unless they are named before. */
    private static final int FEW = 1 << 13;

    private final int steps;
    private final int most;
    private final Long2ObjectOpenHashMap<long[]> counts = new Long2ObjectOpenHashMap<>();
    private final long[] other;
    private final long[] notSet;
    private boolean tooMany;

    /** @param only the values told apart; none for whatever there is */
    CountsByValue(int steps, long... only) {
        this.steps = steps;
        most = only.length == 0 ? FEW : only.length;
        other = new long[steps + 1];
        notSet = new long[steps + 1];
        for (long value : only) {
            counts.put(value, new long[steps + 1]);
        }
    }

    /** Whether there were more values than could be told apart. */
    boolean areTooMany() {
        return tooMany;
    }

    /** By step the units of a value that did it, and after the last those still open: to be added to. */
    long[] of(long value) {
        if (value == Value.NONE) {
            return notSet;
        }
        long[] its = counts.get(value);
        if (its == null && counts.size() == most) {
            tooMany = true;
            return other;
        }
        if (its == null) {
            its = new long[steps + 1];
            counts.put(value, its);
        }
        return its;
    }

    void add(CountsByValue from) {
        tooMany |= from.tooMany;
        ArraySums.add(other, from.other);
        ArraySums.add(notSet, from.notSet);
        // A table filled in the order of a larger one of its kind would be a single long chain.
        counts.ensureCapacity(counts.size() + from.counts.size());
        Long2ObjectMaps.fastForEach(from.counts, each -> ArraySums.add(of(each.getLongKey()), each.getValue()));
    }

    /** The most frequent values, then all others together and those without a value, each if there are any; nothing is left to add to. */
    List<FunnelAnswer.Group> told(EventLog log, int top) {
        Long2LongOpenHashMap units = new Long2LongOpenHashMap(counts.size());
        Long2ObjectMaps.fastForEach(
                counts, each -> units.put(each.getLongKey(), each.getValue()[0] + each.getValue()[steps]));
        List<FunnelAnswer.Group> told = new ArrayList<>();
        for (Frequent value : TopValues.of(log, units, top)) {
            tell(told, Kind.VALUE, Optional.of(value.text()), counts.remove(Value.of(log.texts(), value.text())));
        }
        Long2ObjectMaps.fastForEach(counts, each -> ArraySums.add(other, each.getValue()));
        counts.clear();
        tell(told, Kind.OTHER, Optional.empty(), other);
        tell(told, Kind.NOT_SET, Optional.empty(), notSet);
        return told;
    }

    private static void tell(List<FunnelAnswer.Group> told, Kind kind, Optional<String> value, long... counts) {
        Stairs stairs = Stairs.of(counts);
        if (stairs.reached().get(0) + stairs.open() > 0) {
            told.add(new FunnelAnswer.Group(new Part(kind, value), stairs, List.of()));
        }
    }
}
