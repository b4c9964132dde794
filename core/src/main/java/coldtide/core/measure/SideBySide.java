package coldtide.core.measure;

import coldtide.core.filter.BitMasks;
import coldtide.core.filter.Conditions;
import coldtide.core.log.EventLog;
import coldtide.core.log.Shard;
import coldtide.core.measure.MeasureAnswer.Kind;
import coldtide.core.measure.MeasureAnswer.Part;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/** Groups of users side by side, numbered from 1, for counts in which 0 is all users. Who is in none is in one more, the last. */
public final class SideBySide {
    private final List<Part> parts;
    private final List<Conditions.Mask> masks;

    public SideBySide(EventLog log, Conditions conditions, Split.ByPeople by) {
        parts = Stream.concat(
                        by.groups().stream().map(group -> new Part(Kind.VALUE, Optional.of(group.name()))),
                        Stream.of(new Part(Kind.NONE, Optional.empty())))
                .toList();
        masks = by.groups().stream()
                .map(group -> conditions.of(log, group.who()))
                .toList();
    }

    /** What the groups hold, that of nobody's group at the end. */
    public List<Part> parts() {
        return parts;
    }

    /** Says in which groups a user is. */
    public interface Cursor {
        /**
         * @param into takes the numbers of the groups from place 1 on
         * @return the place after the last
         */
        int of(int person, int[] into);
    }

    public Cursor over(Shard shard) {
        long[][] bits = masks.stream().map(mask -> mask.bits(shard)).toArray(long[][]::new);
        return (person, into) -> {
            int count = 1;
            for (int group = 0; group < bits.length; group++) {
                if (BitMasks.has(bits[group], person)) {
                    into[count++] = group + 1;
                }
            }
            if (count == 1) {
                into[count++] = bits.length + 1;
            }
            return count;
        };
    }
}
