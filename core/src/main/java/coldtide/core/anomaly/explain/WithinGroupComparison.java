package coldtide.core.anomaly.explain;

import coldtide.core.anomaly.counts.BeforeAfterCounts;
import coldtide.core.anomaly.counts.GroupRows;
import coldtide.core.anomaly.counts.PerformanceChange;
import coldtide.core.anomaly.counts.Spans;
import coldtide.core.anomaly.detect.Change;
import coldtide.core.log.EventLog;
import coldtide.core.log.Shard;
import coldtide.core.log.column.PropertyColumn;
import coldtide.core.scan.Analysis;
import coldtide.core.scan.ArraySums;
import it.unimi.dsi.fastutil.doubles.DoubleArrayList;
import it.unimi.dsi.fastutil.objects.Object2ObjectOpenHashMap;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * Compares a group with all other users before and after a drop: events per active user and day, performance, and where on level maps frames got
 * slower. One pass over the events of both spans. Performance values are kept, everything else is counted.
 */
public final class WithinGroupComparison
        implements Analysis<WithinGroupComparison.Partial, WithinGroupComparison.Found> {
    /** Cells of counts: the rest before and after, the slice before and after. */
    private static final int CELLS = 4;

    /** Squares of a plan of 100 by 100 have this side. */
    private static final double SQUARE = 10;

    private static final int LEAST_SAMPLES = 20;
    /** Least number of samples before a change, because users stay longest where the app is slowest. */
    private static final int LEAST_BEFORE = 5;
    /** Factor of the frame rate below which a square counts as slower. */
    private static final double SLOWER = 0.8;

    /** A square of a level. */
    private record Square(double level, int x, int y) {}

    /** Sums of frame rates and how many, by cell. */
    private static final class Frames {
        final double[] sum = new double[CELLS];
        final int[] samples = new int[CELLS];

        void add(int cell, double fps) {
            sum[cell] += fps;
            samples[cell]++;
        }

        void add(Frames other) {
            for (int cell = 0; cell < CELLS; cell++) {
                sum[cell] += other.sum[cell];
                samples[cell] += other.samples[cell];
            }
        }

        double mean(int cell) {
            return samples[cell] == 0 ? Double.NaN : sum[cell] / samples[cell];
        }
    }

    /** Counts by cell and event, active user-days by cell, performance by property and cell, frames by square. */
    static final class Partial {
        final long[][] events;
        final long[] active = new long[CELLS];
        final List<List<DoubleArrayList>> performance = new ArrayList<>();
        final Map<Square, Frames> squares = new Object2ObjectOpenHashMap<>();

        Partial(int names) {
            events = new long[CELLS][names];
            for (int property = 0; property < PerformanceChange.PROPERTIES.size(); property++) {
                List<DoubleArrayList> cells = new ArrayList<>();
                for (int cell = 0; cell < CELLS; cell++) {
                    cells.add(new DoubleArrayList());
                }
                performance.add(cells);
            }
        }
    }

    /** What was found, the events that moved most first. */
    public record Found(List<EventChange> events, List<PerformanceChange> performance, Optional<SlowestSquare> spot) {}

    private final EventLog log;
    private final GroupRows slice;
    private final Spans spans;

    public WithinGroupComparison(EventLog log, GroupRows slice, Spans spans) {
        this.log = log;
        this.slice = slice;
        this.spans = spans;
    }

    @Override
    public Partial empty() {
        return new Partial(log.eventNames().size());
    }

    @Override
    public void scan(Shard shard, Partial partial) {
        byte[] cells = new byte[shard.events()];
        Arrays.fill(cells, Spans.NEITHER);
        for (int person = shard.person(0); person < shard.people(); person = shard.person(person + 1)) {
            for (int run = shard.runFrom[person]; run < shard.runFrom[person + 1]; run++) {
                int end = run + 1 < shard.runFrom[person + 1] ? shard.runRow[run + 1] : shard.eventFrom[person + 1];
                run(shard, run, end, cells, partial);
            }
            for (int i = shard.activeFrom[person]; i < shard.activeFrom[person + 1]; i++) {
                int day = shard.activeDay[i];
                if (spans.of()[day] != Spans.NEITHER) {
                    partial.active[cells[shard.firstRow(person, day)]]++;
                }
            }
        }
        for (int property = 0; property < PerformanceChange.PROPERTIES.size(); property++) {
            performance(shard, property, cells, partial);
        }
        squares(shard, cells, partial);
    }

    private void run(Shard shard, int run, int end, byte[] cells, Partial partial) {
        int side = slice.hasRun(shard, run) ? 2 : 0;
        for (int row = shard.runRow[run]; row < end; row++) {
            byte span = spans.of()[shard.eventDay[row]];
            if (span != Spans.NEITHER) {
                cells[row] = (byte) (side + span);
                partial.events[side + span][shard.eventName[row]]++;
            }
        }
    }

    private void performance(Shard shard, int property, byte[] cells, Partial partial) {
        log.numbers(shard, PerformanceChange.PROPERTIES.get(property)).ifPresent(column -> {
            for (int i = 0; i < column.size(); i++) {
                byte cell = cells[column.row(i)];
                if (cell != Spans.NEITHER) {
                    partial.performance
                            .get(property)
                            .get(cell)
                            .add(column.values().at(i));
                }
            }
        });
    }

    private void squares(Shard shard, byte[] cells, Partial partial) {
        Optional<PropertyColumn> fps = log.numbers(shard, "fps");
        Optional<PropertyColumn> level = log.numbers(shard, "level");
        Optional<PropertyColumn> x = log.numbers(shard, "x");
        Optional<PropertyColumn> y = log.numbers(shard, "y");
        if (fps.isEmpty() || level.isEmpty() || x.isEmpty() || y.isEmpty()) {
            return;
        }
        for (int i = 0; i < fps.get().size(); i++) {
            int row = fps.get().row(i);
            double ofLevel =
                    cells[row] == Spans.NEITHER ? Double.NaN : level.get().number(row);
            double atX = Double.isNaN(ofLevel) ? Double.NaN : x.get().number(row);
            double atY = Double.isNaN(atX) ? Double.NaN : y.get().number(row);
            if (!Double.isNaN(atY)) {
                Square square = new Square(ofLevel, (int) Math.floor(atX / SQUARE), (int) Math.floor(atY / SQUARE));
                partial.squares
                        .computeIfAbsent(square, fresh -> new Frames())
                        .add(cells[row], fps.get().values().at(i));
            }
        }
    }

    @Override
    public void merge(Partial into, Partial from) {
        ArraySums.add(into.events, from.events);
        ArraySums.add(into.active, from.active);
        for (int property = 0; property < into.performance.size(); property++) {
            for (int cell = 0; cell < CELLS; cell++) {
                into.performance
                        .get(property)
                        .get(cell)
                        .addAll(from.performance.get(property).get(cell));
            }
        }
        from.squares.forEach((square, frames) ->
                into.squares.computeIfAbsent(square, fresh -> new Frames()).add(frames));
    }

    @Override
    public Found finish(Partial partial) {
        List<EventChange> events = new ArrayList<>();
        for (int name = 0; name < log.eventNames().size(); name++) {
            events.add(event(partial, name));
        }
        events.removeIf(event -> event.change().before() + event.change().actual() == 0);
        events.sort(Comparator.comparingDouble((EventChange event) -> -size(event.change()))
                .thenComparing(EventChange::event));
        List<PerformanceChange> performance = new ArrayList<>();
        for (int property = 0; property < partial.performance.size(); property++) {
            double[][] cells = partial.performance.get(property).stream()
                    .map(DoubleArrayList::toDoubleArray)
                    .map(WithinGroupComparison::sorted)
                    .toArray(double[][]::new);
            if (cells[2].length >= LEAST_SAMPLES && cells[3].length >= LEAST_SAMPLES) {
                performance.add(PerformanceChange.of(
                        PerformanceChange.PROPERTIES.get(property),
                        new double[][] {cells[2], cells[3]},
                        new double[][] {cells[0], cells[1]}));
            }
        }
        return new Found(events, performance, spot(partial));
    }

    private static double[] sorted(double[] values) {
        Arrays.sort(values);
        return values;
    }

    /** How far a change is told to lie from none. */
    private static double size(Change change) {
        return !change.isKnown() ? 0 : change.high() < 0 ? -change.high() : Math.max(0, change.low());
    }

    private EventChange event(Partial partial, int name) {
        BeforeAfterCounts spans = new BeforeAfterCounts(
                partial.events[2][name],
                partial.active[2],
                partial.events[3][name],
                partial.active[3],
                partial.events[0][name],
                partial.active[0],
                partial.events[1][name],
                partial.active[1]);
        return new EventChange(
                log.eventNames().get(name),
                spans.overBefore() / Math.max(1, spans.underBefore()),
                spans.overAfter() / Math.max(1, spans.underAfter()),
                spans.isKnown() ? Change.of(spans, SCATTER) : Change.counted(spans));
    }

    /** Users do things in runs, so events scatter more than if they came one by one. Common practice, no source. */
    private static final double SCATTER = 1.5;

    /** The square whose mean rate fell by most against itself before, of those with enough samples. */
    private static Optional<SlowestSquare> spot(Partial partial) {
        return partial.squares.entrySet().stream()
                .filter(each ->
                        each.getValue().samples[2] >= LEAST_BEFORE && each.getValue().samples[3] >= LEAST_SAMPLES)
                .min(Comparator.comparingDouble((Map.Entry<Square, Frames> each) ->
                        each.getValue().mean(3) / each.getValue().mean(2)))
                .map(each -> new SlowestSquare(
                        each.getKey().level(),
                        each.getKey().x() * SQUARE,
                        each.getKey().y() * SQUARE,
                        SQUARE,
                        each.getValue().mean(2),
                        each.getValue().mean(3),
                        each.getValue().samples[3],
                        each.getValue().mean(1)));
    }
}
