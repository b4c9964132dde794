package coldtide.core.place;

import coldtide.core.filter.BitMasks;
import coldtide.core.filter.Conditions;
import coldtide.core.log.EventLog;
import coldtide.core.log.Shard;
import coldtide.core.log.column.PropertyColumn;
import coldtide.core.place.PlaceAnswer.Cell;
import coldtide.core.place.PlaceAnswer.Seen;
import coldtide.core.place.PlaceAnswer.Side;
import coldtide.core.place.PlaceQuestion.Against;
import coldtide.core.scan.Analysis;
import coldtide.core.scan.ScanRunner;
import coldtide.core.stats.Difference;
import coldtide.core.stats.FalseDiscovery;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeSet;
import java.util.stream.Collectors;
import java.util.stream.IntStream;

/** Counts by square; one pass over the events with a place, as much memory as there are squares, and values for percentiles. */
public final class Places implements Analysis<PlaceCounts, PlaceAnswer> {
    /** More squares than this nobody looks at; a user meant larger ones. */
    static final int MOST_SQUARES = 10_000;

    private static final int NEITHER = -1;

    private final EventLog log;
    private final PlaceQuestion question;
    private final Conditions.Mask what;
    private final Conditions.Mask among;
    private final Optional<Conditions.Mask> first;
    /** By day of the log, which side its events are of. */
    private final int[] sideOfDay;

    private Places(EventLog log, Conditions conditions, PlaceQuestion question) {
        this.log = log;
        this.question = question;
        what = conditions.of(log, question.what());
        among = conditions.of(log, question.among());
        first = question.against() instanceof Against.People people
                ? Optional.of(conditions.of(log, people.first()))
                : Optional.empty();
        sideOfDay = IntStream.range(0, log.days()).map(this::sideOfDay).toArray();
    }

    private int sideOfDay(int day) {
        var date = log.firstDay().plusDays(day);
        if (question.range().contains(date)) {
            return 0;
        }
        return question.against() instanceof Against.Days days && days.range().contains(date) ? 1 : NEITHER;
    }

    /** @throws IllegalArgumentException if there would be more than ten thousand squares, or days of both sides are the same */
    public static PlaceAnswer answer(EventLog log, ScanRunner runner, Conditions conditions, PlaceQuestion question) {
        return runner.run(log, new Places(log, conditions, question));
    }

    private int sides() {
        return question.against() instanceof Against.Nothing ? 1 : 2;
    }

    @Override
    public PlaceCounts empty() {
        return new PlaceCounts(sides());
    }

    @Override
    public void scan(Shard shard, PlaceCounts partial) {
        Optional<PropertyColumn> xs = log.numbers(shard, "x");
        Optional<PropertyColumn> ys = log.numbers(shard, "y");
        if (xs.isEmpty() || ys.isEmpty()) {
            return;
        }
        PropertyColumn values = question.measure().isOfProperty()
                ? log.numbers(shard, question.property()).orElse(null)
                : null;
        long[] rows = what.bits(shard);
        long[] people = among.bits(shard);
        long[] firsts = first.map(mask -> mask.bits(shard)).orElse(null);
        for (int person = shard.person(0, people); person < shard.people(); person = shard.person(person + 1, people)) {
            int to = shard.eventFrom[person + 1];
            int whose = firsts == null || BitMasks.has(firsts, person) ? 0 : 1;
            for (int at = xs.get().firstFrom(shard.eventFrom[person]);
                    at < xs.get().size();
                    at++) {
                int row = xs.get().row(at);
                if (row >= to) {
                    break;
                }
                int side = BitMasks.has(rows, row) ? sideOfDay[shard.eventDay[row]] : NEITHER;
                double y = side == NEITHER ? Double.NaN : ys.get().number(row);
                if (!Double.isNaN(y)) {
                    partial.event(
                            side + whose,
                            (int) Math.floor(xs.get().values().at(at) / question.square()),
                            (int) Math.floor(y / question.square()),
                            values == null ? Double.NaN : values.number(row),
                            question.measure() == PlaceMeasure.PERCENTILE);
                }
            }
            partial.endOfPerson();
        }
    }

    @Override
    public void merge(PlaceCounts into, PlaceCounts from) {
        into.add(from);
    }

    @Override
    public PlaceAnswer finish(PlaceCounts counts) {
        if (counts.isTooMany()) {
            throw new IllegalArgumentException("With squares of " + question.square() + " there would be more than "
                    + MOST_SQUARES + " of them. Ask for larger ones.");
        }
        List<Side> sides = counts.sides();
        List<Map<Long, Square>> squares = counts.squares();
        TreeSet<Long> all =
                squares.stream().flatMap(each -> each.keySet().stream()).collect(Collectors.toCollection(TreeSet::new));
        List<Cell> cells = new ArrayList<>();
        for (long key : all) {
            cells.add(cell(key, squares, sides));
        }
        return new PlaceAnswer(sides, adjusted(cells));
    }

    private Cell cell(long key, List<Map<Long, Square>> squares, List<Side> sides) {
        List<Seen> seen = new ArrayList<>();
        for (int side = 0; side < sides.size(); side++) {
            Square square = squares.get(side).get(key);
            seen.add(isTold(square) ? square.seen(question, sides.get(side).people()) : Seen.TOO_FEW);
        }
        Optional<Difference> difference = seen.size() == 2 && seen.stream().allMatch(Seen::isTold)
                ? squares.get(0)
                        .get(key)
                        .less(
                                squares.get(1).get(key),
                                question,
                                sides.get(0).people(),
                                sides.get(1).people())
                : Optional.empty();
        return new Cell(
                PlaceCounts.x(key) * question.square(), PlaceCounts.y(key) * question.square(), seen, difference, 1);
    }

    private boolean isTold(Square square) {
        return square != null && square.people(question.measure()) >= question.least();
    }

    private static List<Cell> adjusted(List<Cell> cells) {
        int[] tested = IntStream.range(0, cells.size())
                .filter(at -> cells.get(at).difference().isPresent())
                .toArray();
        double[] adjusted = FalseDiscovery.adjusted(IntStream.of(tested)
                .mapToDouble(at -> cells.get(at).difference().orElseThrow().p())
                .toArray());
        List<Cell> all = new ArrayList<>(cells);
        for (int i = 0; i < tested.length; i++) {
            Cell cell = all.get(tested[i]);
            all.set(tested[i], new Cell(cell.x(), cell.y(), cell.seen(), cell.difference(), adjusted[i]));
        }
        all.sort(Comparator.comparingDouble(Cell::y).thenComparingDouble(Cell::x));
        return all;
    }
}
