package coldtide.core.measure;

import coldtide.core.filter.BitMasks;
import coldtide.core.filter.Conditions;
import coldtide.core.filter.value.RowValues;
import coldtide.core.filter.value.ValueTest;
import coldtide.core.log.EventLog;
import coldtide.core.log.Shard;
import coldtide.core.log.rule.Contexts;
import coldtide.core.measure.MeasureAnswer.Group;
import coldtide.core.measure.MeasureAnswer.Kind;
import coldtide.core.measure.MeasureAnswer.Part;
import it.unimi.dsi.fastutil.doubles.Double2IntOpenHashMap;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;

/**
 * Numbers the groups of a question: one for each combination of what its splits tell apart, and after them one for all together.
 * A split by a property puts each row into one of its values, the others, or those without; one by users puts a user into any
 * number of groups.
 */
final class Grouping {
    private static final int MOST_GROUPS = 20_000;

    /** A split whose values are known. */
    private sealed interface Dimension {
        int size();

        Part part(int at);
    }

    private record Values(
            String property, boolean isOfContexts, List<String> values, int[] ofText, Double2IntOpenHashMap ofNumber)
            implements Dimension {
        static Values of(EventLog log, String property, List<String> values) {
            int[] ofText = new int[log.texts().size()];
            Arrays.fill(ofText, values.size());
            Double2IntOpenHashMap ofNumber = new Double2IntOpenHashMap();
            ofNumber.defaultReturnValue(values.size());
            for (int i = 0; i < values.size(); i++) {
                int at = i;
                log.texts().codeOf(values.get(i)).stream()
                        .filter(code -> code < ofText.length)
                        .forEach(code -> ofText[code] = at);
                ValueTest.number(values.get(i)).ifPresent(number -> ofNumber.put(number + 0.0, at));
            }
            return new Values(property, log.isOfContexts(property), values, ofText, ofNumber);
        }

        @Override
        public int size() {
            return values.size() + 2;
        }

        @Override
        public Part part(int at) {
            if (at < values.size()) {
                return new Part(Kind.VALUE, Optional.of(values.get(at)));
            }
            return new Part(at == values.size() ? Kind.OTHER : Kind.NOT_SET, Optional.empty());
        }

        int ofCode(int code) {
            return code == Contexts.NONE ? values.size() + 1 : code < ofText.length ? ofText[code] : values.size();
        }
    }

    private record People(List<String> names, List<Conditions.Mask> masks) implements Dimension {
        @Override
        public int size() {
            return names.size() + 1;
        }

        @Override
        public Part part(int at) {
            return at < names.size()
                    ? new Part(Kind.VALUE, Optional.of(names.get(at)))
                    : new Part(Kind.NONE, Optional.empty());
        }
    }

    private final EventLog log;
    private final List<Dimension> dimensions;
    private final int[] strides;
    private final int groups;
    /** By set of context, what the splits by its properties make of the group. */
    private final int[] ofContext;

    private final boolean isOfRuns;
    private final boolean hasPeople;

    /** @param values by split, the values that are groups of their own; unused for splits by groups of users */
    Grouping(EventLog log, Conditions conditions, List<Split> splits, List<List<String>> values) {
        this.log = log;
        List<Dimension> made = new ArrayList<>();
        for (int i = 0; i < splits.size(); i++) {
            made.add(dimension(conditions, splits.get(i), values.get(i)));
        }
        dimensions = List.copyOf(made);
        strides = new int[dimensions.size()];
        long size = dimensions.isEmpty() ? 0 : 1;
        for (int d = dimensions.size() - 1; d >= 0; d--) {
            strides[d] = (int) size;
            size *= dimensions.get(d).size();
            if (size > MOST_GROUPS) {
                throw new IllegalArgumentException(
                        "The splits make more than " + MOST_GROUPS + " groups; tell fewer values apart.");
            }
        }
        groups = (int) size;
        ofContext = ofContexts();
        isOfRuns = dimensions.stream().noneMatch(each -> each instanceof Values by && !by.isOfContexts());
        hasPeople = dimensions.stream().anyMatch(People.class::isInstance);
    }

    private int[] ofContexts() {
        int[] bases = new int[log.contexts().size()];
        for (int d = 0; d < strides.length; d++) {
            if (dimensions.get(d) instanceof Values by && by.isOfContexts()) {
                int[] codes = log.contexts().codes(by.property()).orElseThrow();
                for (int context = 0; context < bases.length; context++) {
                    bases[context] += strides[d] * by.ofCode(codes[context]);
                }
            }
        }
        return bases;
    }

    private Dimension dimension(Conditions conditions, Split split, List<String> values) {
        if (split instanceof Split.ByProperty by) {
            return Values.of(log, by.property(), values);
        }
        List<Split.NamedPeople> people = ((Split.ByPeople) split).groups();
        return new People(
                people.stream().map(Split.NamedPeople::name).toList(),
                people.stream().map(group -> conditions.of(log, group.who())).toList());
    }

    /** How many groups there are, all together not counted. */
    int size() {
        return groups;
    }

    /** The number of the group of all together. */
    int all() {
        return groups;
    }

    /** Whether whole runs of a user's rows are of the same groups. */
    boolean isOfRuns() {
        return isOfRuns;
    }

    /** Whether every row is in exactly one group. */
    boolean isOneEach() {
        return groups > 0 && !hasPeople;
    }

    Group group(int number) {
        List<Part> parts = new ArrayList<>();
        for (int d = 0; d < dimensions.size(); d++) {
            parts.add(dimensions
                    .get(d)
                    .part(number / strides[d] % dimensions.get(d).size()));
        }
        return new Group(parts);
    }

    Cursor over(Shard shard) {
        return new Cursor(shard);
    }

    /** The groups of one user's rows after another's; goes forwards only. */
    final class Cursor {
        private final Shard shard;
        private final RowValues[] rows = new RowValues[dimensions.size()];
        private final long[][][] people = new long[rows.length][][];
        /** What the splits by users add to the group of a row: one number for each combination the user is in. */
        private int[] added = {0};

        private int addedSize = 1;

        private Cursor(Shard shard) {
            this.shard = shard;
            for (int d = 0; d < rows.length; d++) {
                if (dimensions.get(d) instanceof People of) {
                    people[d] =
                            of.masks().stream().map(mask -> mask.bits(shard)).toArray(long[][]::new);
                } else if (dimensions.get(d) instanceof Values by && !by.isOfContexts()) {
                    rows[d] = new RowValues(log, shard, by.property());
                }
            }
        }

        /** Goes on to a user. */
        void person(int person) {
            if (hasPeople) {
                addedSize = 1;
                added[0] = 0;
                for (int d = 0; d < people.length; d++) {
                    if (people[d] != null) {
                        add(people[d], strides[d], person);
                    }
                }
            }
        }

        private void add(long[][] bits, int stride, int person) {
            int[] next = new int[addedSize * (bits.length + 1)];
            int size = 0;
            for (int i = 0; i < addedSize; i++) {
                boolean inNone = true;
                for (int at = 0; at < bits.length; at++) {
                    if (BitMasks.has(bits[at], person)) {
                        inNone = false;
                        next[size++] = added[i] + at * stride;
                    }
                }
                if (inNone) {
                    next[size++] = added[i] + bits.length * stride;
                }
            }
            added = next;
            addedSize = size;
        }

        /** In how many groups each row of the user is; at least one. */
        int count() {
            return addedSize;
        }

        /** Group {@code i} of a row whose base is known. */
        int group(int base, int i) {
            return base + added[i];
        }

        /** The base of all rows of a run. */
        int ofRun(int run) {
            return ofContext[shard.runContext[run]];
        }

        /** The base of a row in a run; rows ascend. */
        int ofRow(int run, int row) {
            int base = ofRun(run);
            for (int d = 0; d < rows.length; d++) {
                if (rows[d] != null) {
                    Values by = (Values) dimensions.get(d);
                    int at = !rows[d].at(row)
                            ? by.values().size() + 1
                            : rows[d].isText()
                                    ? by.ofCode((int) rows[d].value())
                                    : by.ofNumber().get(rows[d].value() + 0.0);
                    base += strides[d] * at;
                }
            }
            return base;
        }
    }
}
