package coldtide.core.place;

import coldtide.core.log.EventLog;
import coldtide.core.log.Shard;
import coldtide.core.log.column.PropertyColumn;
import coldtide.core.scan.Analysis;
import coldtide.core.scan.ScanRunner;
import it.unimi.dsi.fastutil.doubles.Double2ObjectOpenHashMap;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** The levels on which something has a place, and how far it lies apart there. One pass over the events with a place. */
public final class Levels implements Analysis<Map<Double, Levels.Extent>, List<Levels.Level>> {
    /** More levels than this are no levels but something else. */
    private static final int MOST = 1_000;

    /**
     * A level.
     *
     * @param number its value of {@code level}
     * @param events how many have a place on it
     */
    public record Level(double number, long events, double minX, double minY, double maxX, double maxY) {}

    /** How far places lie apart so far. */
    static final class Extent {
        private long events;
        private double minX = Double.POSITIVE_INFINITY;
        private double minY = Double.POSITIVE_INFINITY;
        private double maxX = Double.NEGATIVE_INFINITY;
        private double maxY = Double.NEGATIVE_INFINITY;

        private void add(double x, double y) {
            add(1, x, y, x, y);
        }

        private void add(Extent other) {
            add(other.events, other.minX, other.minY, other.maxX, other.maxY);
        }

        private void add(long howMany, double left, double top, double right, double bottom) {
            events += howMany;
            minX = Math.min(minX, left);
            minY = Math.min(minY, top);
            maxX = Math.max(maxX, right);
            maxY = Math.max(maxY, bottom);
        }
    }

    private final EventLog log;

    private Levels(EventLog log) {
        this.log = log;
    }

    /** In order; the thousand with most events where there are more. */
    public static List<Level> of(EventLog log, ScanRunner runner) {
        return runner.run(log, new Levels(log));
    }

    @Override
    public Map<Double, Extent> empty() {
        return new Double2ObjectOpenHashMap<>();
    }

    @Override
    public void scan(Shard shard, Map<Double, Extent> partial) {
        Optional<PropertyColumn> xs = log.numbers(shard, "x");
        Optional<PropertyColumn> ys = log.numbers(shard, "y");
        Optional<PropertyColumn> levels = log.numbers(shard, "level");
        if (xs.isEmpty() || ys.isEmpty() || levels.isEmpty()) {
            return;
        }
        int y = 0;
        int level = 0;
        for (int x = 0; x < xs.get().size(); x++) {
            int row = xs.get().row(x);
            y = forward(ys.get(), y, row);
            level = forward(levels.get(), level, row);
            if (isOf(ys.get(), y, row) && isOf(levels.get(), level, row)) {
                partial.computeIfAbsent(levels.get().values().at(level), fresh -> new Extent())
                        .add(xs.get().values().at(x), ys.get().values().at(y));
            }
        }
    }

    private static int forward(PropertyColumn column, int from, int row) {
        int at = from;
        while (at < column.size() && column.row(at) < row) {
            at++;
        }
        return at;
    }

    private static boolean isOf(PropertyColumn column, int at, int row) {
        return at < column.size() && column.row(at) == row;
    }

    @Override
    public void merge(Map<Double, Extent> into, Map<Double, Extent> from) {
        from.forEach((level, extent) ->
                into.computeIfAbsent(level, fresh -> new Extent()).add(extent));
    }

    @Override
    public List<Level> finish(Map<Double, Extent> partial) {
        return partial.entrySet().stream()
                .map(each -> level(each.getKey(), each.getValue()))
                .sorted(Comparator.comparingLong(Level::events).reversed())
                .limit(MOST)
                .sorted(Comparator.comparingDouble(Level::number))
                .toList();
    }

    private static Level level(double number, Extent extent) {
        return new Level(number, extent.events, extent.minX, extent.minY, extent.maxX, extent.maxY);
    }
}
