package coldtide.core.retention;

import coldtide.core.filter.Conditions;
import coldtide.core.filter.PersonCondition;
import coldtide.core.filter.value.Value;
import coldtide.core.log.EventLog;
import coldtide.core.log.Shard;
import coldtide.core.measure.MeasureAnswer.Kind;
import coldtide.core.measure.MeasureAnswer.Part;
import coldtide.core.measure.SideBySide;
import coldtide.core.measure.users.PeopleAnswer;
import coldtide.core.measure.users.PeopleCount;
import coldtide.core.measure.users.PeopleQuestion;
import coldtide.core.retention.RetentionAnswer.Group;
import coldtide.core.retention.cohort.SplitBy;
import coldtide.core.scan.ScanRunner;
import it.unimi.dsi.fastutil.longs.Long2IntOpenHashMap;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import java.util.stream.Stream;

/** The groups that a split puts users into, ready for shards. Group 0 is all users, whatever the split. */
public abstract class PeopleGroups {
    /** All users alone. */
    static final PeopleGroups NONE = new PeopleGroups(List.of()) {
        @Override
        Cursor over(Shard shard) {
            return (person, into) -> 1;
        }
    };

    /** Says in which groups a user is. */
    interface Cursor {
        /**
         * @param into takes the numbers of the groups, that of all users first
         * @return how many they are
         */
        int of(int person, int[] into);
    }

    private final List<Part> parts;

    private PeopleGroups(List<Part> parts) {
        this.parts = List.copyOf(parts);
    }

    /** What the groups after that of all users hold. */
    List<Part> parts() {
        return parts;
    }

    /** How many there are, all users among them. */
    public int size() {
        return parts.size() + 1;
    }

    /** Whether every user is in exactly one group besides the group of all users. */
    boolean isOneEach() {
        return false;
    }

    abstract Cursor over(Shard shard);

    /** A group that is shown, by its number. */
    public record Told(int number, Group group) {}

    /**
     * The groups to be shown: values, and what is besides them if anybody is in it.
     *
     * @param people how many are in each, all users first
     */
    public List<Told> told(long... people) {
        return IntStream.range(1, size())
                .filter(number -> parts.get(number - 1).kind() == Kind.VALUE || people[number] > 0)
                .mapToObj(number -> new Told(number, new Group(parts.get(number - 1), people[number])))
                .toList();
    }

    /** @param followed of whom the most frequent values are told apart */
    static PeopleGroups of(
            EventLog log, ScanRunner runner, Conditions conditions, PersonCondition followed, Optional<SplitBy> split) {
        if (split.isEmpty()) {
            return NONE;
        }
        if (split.get() instanceof SplitBy.People people) {
            return new Named(new SideBySide(log, conditions, people.by()));
        }
        PeopleQuestion.Split by = ((SplitBy.Property) split.get()).by();
        PeopleAnswer values =
                PeopleCount.answer(log, runner, conditions, new PeopleQuestion(followed, Optional.of(by)));
        return new Valued(log, conditions, by, values);
    }

    private static Part part(Kind kind) {
        return new Part(kind, Optional.empty());
    }

    /** A user has one value, another one, or none: one group each. */
    private static final class Valued extends PeopleGroups {
        private final Conditions.Mask values;
        private final Long2IntOpenHashMap numbers = new Long2IntOpenHashMap();
        private final int notSet;

        Valued(EventLog log, Conditions conditions, PeopleQuestion.Split by, PeopleAnswer found) {
            super(parts(found));
            values = conditions.values(log, by.property(), by.which());
            found.groups().forEach(group -> numbers.put(Value.of(log.texts(), group.value()), numbers.size() + 1));
            numbers.defaultReturnValue(numbers.size() + 1);
            notSet = size() - 1;
        }

        private static List<Part> parts(PeopleAnswer found) {
            Stream<Part> told = found.groups().stream().map(group -> new Part(Kind.VALUE, Optional.of(group.value())));
            List<Part> parts = new ArrayList<>(told.toList());
            if (found.other() > 0) {
                parts.add(part(Kind.OTHER));
            }
            parts.add(part(Kind.NOT_SET));
            return parts;
        }

        @Override
        boolean isOneEach() {
            return true;
        }

        @Override
        Cursor over(Shard shard) {
            long[] column = values.bits(shard);
            return (person, into) -> {
                into[1] = column[person] == Value.NONE ? notSet : numbers.get(column[person]);
                return 2;
            };
        }
    }

    /** A user may be in several groups; who is in none is in the last. */
    private static final class Named extends PeopleGroups {
        private final SideBySide people;

        Named(SideBySide people) {
            super(people.parts());
            this.people = people;
        }

        @Override
        Cursor over(Shard shard) {
            return people.over(shard)::of;
        }
    }
}
