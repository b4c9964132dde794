package coldtide.core.filter;

import coldtide.core.filter.value.TextTestMemo;
import coldtide.core.log.EventLog;
import coldtide.core.log.Shard;
import coldtide.core.log.column.PropertyColumn;
import coldtide.core.log.rule.Contexts;
import java.util.List;

/** Conditions on events: a bit a row. */
abstract class EventMask extends ShardBits {
    static ShardBits of(EventCondition condition, Conditions known) {
        if (condition instanceof EventCondition.Named named) {
            return new ByName(
                    (log, code) -> named.names().contains(log.eventNames().get(code)));
        }
        if (condition instanceof EventCondition.Active) {
            return new ByName((log, code) -> !log.isPassive(code));
        }
        if (condition instanceof EventCondition.Property property) {
            return new ByProperty(property.property(), new TextTestMemo(property.test()));
        }
        if (condition instanceof EventCondition.All all) {
            return new Joined(masks(all.of(), known), true, ROWS);
        }
        if (condition instanceof EventCondition.Either either) {
            return new Joined(masks(either.of(), known), false, ROWS);
        }
        return new Others(known.mask(((EventCondition.Not) condition).of()), ROWS);
    }

    private static List<ShardBits> masks(List<EventCondition> conditions, Conditions known) {
        return conditions.stream().map(known::mask).toList();
    }

    private interface NameTest {
        boolean passes(EventLog log, int code);
    }

    private static final class ByName extends EventMask {
        private final NameTest test;

        ByName(NameTest test) {
            this.test = test;
        }

        /** Marks whichever are fewer: those that pass, or the others. */
        @Override
        long[] compute(EventLog log, Shard shard) {
            boolean[] passes = new boolean[log.eventNames().size()];
            long passing = 0;
            for (int code = 0; code < passes.length; code++) {
                passes[code] = test.passes(log, code);
                passing += passes[code] ? shard.rowsByName.count(code) : 0;
            }
            boolean fewer = 2 * passing <= shard.events();
            long[] bits = BitMasks.of(shard.events());
            for (int code = 0; code < passes.length; code++) {
                for (int i = 0; passes[code] == fewer && i < shard.rowsByName.count(code); i++) {
                    BitMasks.set(bits, shard.rowsByName.row(code, i));
                }
            }
            return fewer ? bits : BitMasks.not(bits, shard.events());
        }
    }

    private static final class ByProperty extends EventMask {
        private final String property;
        private final TextTestMemo test;

        ByProperty(String property, TextTestMemo test) {
            this.property = property;
            this.test = test;
        }

        @Override
        long[] compute(EventLog log, Shard shard) {
            long[] bits = BitMasks.of(shard.events());
            log.contexts().codes(property).ifPresent(codes -> byContext(log, shard, codes, bits));
            log.texts(shard, property).ifPresent(column -> {
                for (int i = 0; i < column.size(); i++) {
                    mark(
                            column,
                            i,
                            test.passes(log.texts(), (int) column.values().at(i)),
                            bits);
                }
            });
            log.numbers(shard, property).ifPresent(column -> {
                for (int i = 0; i < column.size(); i++) {
                    mark(column, i, test.passes(column.values().at(i)), bits);
                }
            });
            return bits;
        }

        private static void mark(PropertyColumn column, int i, boolean passes, long[] bits) {
            if (passes) {
                BitMasks.set(bits, column.row(i));
            }
        }

        private void byContext(EventLog log, Shard shard, int[] codes, long[] bits) {
            int runs = shard.runRow.length;
            for (int run = 0; run < runs; run++) {
                int text = codes[shard.runContext[run]];
                if (text != Contexts.NONE && test.passes(log.texts(), text)) {
                    BitMasks.set(bits, shard.runRow[run], run + 1 < runs ? shard.runRow[run + 1] : shard.events());
                }
            }
        }
    }
}
