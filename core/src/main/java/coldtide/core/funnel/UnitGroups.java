package coldtide.core.funnel;

import coldtide.core.log.EventLog;
import coldtide.core.log.Shard;
import coldtide.core.measure.MeasureAnswer.Kind;
import coldtide.core.measure.MeasureAnswer.Part;
import coldtide.core.measure.SideBySide;
import coldtide.core.measure.TopValues;
import coldtide.core.scan.ScanRunner;
import coldtide.core.who.RowValues;
import coldtide.core.who.Value;
import it.unimi.dsi.fastutil.longs.Long2IntOpenHashMap;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/** The groups into which a split puts units. Group 0 is all of them, whatever the split. */
abstract class UnitGroups {
    static final UnitGroups NONE = new UnitGroups(List.of()) {
        @Override
        Cursor over(Shard shard) {
            return (person, trail, match, into) -> 1;
        }
    };

    /** Says in which groups a unit is. */
    interface Cursor {
        /**
         * @param into takes the numbers of the groups, that of all first
         * @return how many they are
         */
        int of(int person, Trail trail, Match match, int[] into);
    }

    private final List<Part> parts;

    private UnitGroups(List<Part> parts) {
        this.parts = List.copyOf(parts);
    }

    /** What the groups after that of all hold. */
    List<Part> parts() {
        return parts;
    }

    int size() {
        return parts.size() + 1;
    }

    abstract Cursor over(Shard shard);

    /** Finds the most frequent values first where it is a split by a property; units still open have none. */
    static UnitGroups of(Units units, ScanRunner runner) {
        Optional<FunnelSplit> split = units.question().split();
        if (split.isEmpty()) {
            return NONE;
        }
        if (split.get() instanceof FunnelSplit.ByPeople people) {
            return new Named(new SideBySide(units.log(), units.conditions(), people.by()));
        }
        FunnelSplit.ByProperty by = (FunnelSplit.ByProperty) split.get();
        TopValues values = TopValues.of(
                units.log(),
                runner,
                (shard, into) -> {
                    RowValues rows = new RowValues(units.log(), shard, by.property());
                    units.each(shard, (person, trail, match) -> into.take(value(rows, trail, match, by.step())));
                },
                by.top());
        return new Valued(units.log(), by, values);
    }

    /** Of an entry that is still open the value is known too. */
    private static long value(RowValues rows, Trail trail, Match match, int step) {
        int at = step == 0 ? match.entry : match.at[step];
        return at != Match.NONE && rows.at(trail.row[at]) ? rows.bits() : Value.NONE;
    }

    /** A unit has one value, another one, or none. */
    private static final class Valued extends UnitGroups {
        private final EventLog log;
        private final FunnelSplit.ByProperty by;
        private final Long2IntOpenHashMap numbers = new Long2IntOpenHashMap();

        Valued(EventLog log, FunnelSplit.ByProperty by, TopValues values) {
            super(Stream.concat(
                            values.top().stream().map(each -> new Part(Kind.VALUE, Optional.of(each.text()))),
                            Stream.of(new Part(Kind.OTHER, Optional.empty()), new Part(Kind.NOT_SET, Optional.empty())))
                    .toList());
            this.log = log;
            this.by = by;
            values.top().forEach(each -> numbers.put(Value.of(log.texts(), each.text()), numbers.size() + 1));
            numbers.defaultReturnValue(size() - 2);
        }

        @Override
        Cursor over(Shard shard) {
            RowValues rows = new RowValues(log, shard, by.property());
            return (person, trail, match, into) -> {
                long value = value(rows, trail, match, by.step());
                into[1] = value == Value.NONE ? size() - 1 : numbers.get(value);
                return 2;
            };
        }
    }

    /** Somebody may be in several groups; who is in none is in the last. */
    private static final class Named extends UnitGroups {
        private final SideBySide people;

        Named(SideBySide people) {
            super(people.parts());
            this.people = people;
        }

        @Override
        Cursor over(Shard shard) {
            SideBySide.Cursor cursor = people.over(shard);
            return (person, trail, match, into) -> cursor.of(person, into);
        }
    }
}
