package coldtide.core.log;

import java.util.Arrays;
import java.util.function.IntUnaryOperator;

/**
 * Adds the events of one log to the builder of another. The codes of names, properties and texts are given by that builder in the
 * order in which events need them, so what no event uses any more is not in it.
 */
final class LogCopy {
    /** Events that are built at once: enough for all cores, little beside a log. */
    static final int PIECE = 200_000;

    private static final int UNKNOWN = -2;

    private final EventLog from;
    private final EventLogBuilder into;
    private final IntUnaryOperator contexts;
    private final int piece;
    private final int[] names;
    private final int[] columns;
    private final int[] texts;

    /**
     * @param contexts the builder's code for each of the log's sets of context
     * @param piece how many events are built at once, at least
     */
    LogCopy(EventLog from, EventLogBuilder into, IntUnaryOperator contexts, int piece) {
        this.piece = piece;
        this.from = from;
        this.into = into;
        this.contexts = contexts;
        names = unknown(from.eventNames().size());
        columns = unknown(from.columns().size());
        texts = unknown(from.texts().size());
    }

    private static int[] unknown(int size) {
        int[] codes = new int[size];
        Arrays.fill(codes, UNKNOWN);
        return codes;
    }

    void run() {
        ShardRows rows = new ShardRows(from.dayBoundaries(), from.currencies());
        for (Shard shard : from.shards()) {
            for (int p = shard.person(0); p < shard.people(); p = shard.person(p + 1)) {
                rows.each(shard, p, this::add);
                if (into.added() >= piece) {
                    into.build();
                }
            }
        }
    }

    private void add(RawEvent event) {
        event.name = name(event.name);
        event.context = contexts.applyAsInt(event.context);
        int kept = 0;
        for (int i = 0; i < event.values; i++) {
            String column = from.columns().get(event.column[i]);
            int code = column(event.column[i], column);
            if (code != EventLogBuilder.NO_ROOM) {
                boolean isText = column.charAt(0) == EventLog.TEXTS;
                event.value[kept] = isText ? text(code, (int) event.value[i]) : event.value[i];
                event.column[kept++] = (short) code;
            }
        }
        event.values = kept;
        into.add(event);
    }

    private int name(int code) {
        if (names[code] == UNKNOWN) {
            names[code] = into.nameCode(from.eventNames().get(code));
        }
        return names[code];
    }

    private int column(int code, String column) {
        if (columns[code] == UNKNOWN) {
            String property = column.substring(1);
            columns[code] =
                    column.charAt(0) == EventLog.TEXTS ? into.textColumn(property) : into.numberColumn(property);
        }
        return columns[code];
    }

    private int text(int column, int code) {
        if (texts[code] == UNKNOWN) {
            texts[code] = into.textCode(column, from.texts().text(code));
        }
        return texts[code];
    }
}
