package coldtide.core.filter;

import coldtide.core.filter.PersonCondition.Which;
import coldtide.core.filter.value.PersonValues;
import coldtide.core.filter.value.Value;
import coldtide.core.log.EventLog;
import coldtide.core.log.Shard;
import it.unimi.dsi.fastutil.ints.Int2LongOpenHashMap;

/** The first or latest value of a property that each user had, as {@link Value}s. */
final class PersonColumn extends ShardBits {
    /** What is kept of: equal ones are computed once. */
    record Of(String property, Which which) {}

    private final Of of;

    PersonColumn(Of of) {
        this.of = of;
    }

    @Override
    long[] compute(EventLog log, Shard shard) {
        PersonValues values = new PersonValues(log, shard, of.property());
        Int2LongOpenHashMap known = new Int2LongOpenHashMap();
        known.defaultReturnValue(Value.NONE);
        long[] column = new long[shard.people()];
        for (int person = shard.person(0); person < column.length; person = shard.person(person + 1)) {
            boolean has = of.which() == Which.FIRST ? values.first(person) : values.latest(person);
            if (!has) {
                column[person] = Value.NONE;
            } else if (values.isText()) {
                column[person] = ofText(log, (int) values.value(), known);
            } else {
                column[person] = Value.ofNumber(values.value());
            }
        }
        return column;
    }

    private static long ofText(EventLog log, int code, Int2LongOpenHashMap known) {
        long value = known.get(code);
        if (value == Value.NONE) {
            value = Value.ofText(log.texts(), code);
            known.put(code, value);
        }
        return value;
    }
}
